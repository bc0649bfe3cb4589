import styled from 'styled-components'
import { phone } from '@/ui/theme'

/** The items hang on one cord, a peg each, in the order they are shown. */
export const Order = styled.ol`
  margin: 0;
  padding: 0;
  list-style: none;
  > li {
    position: relative;
    display: grid;
    grid-template-columns: 3.6rem minmax(0, 1fr) 5.2rem;
    column-gap: var(--s-8);
    padding-bottom: var(--s-6);
    &::before {
      content: '';
      position: absolute;
      left: calc(3.6rem + var(--s-8) / 2 - 1.5px);
      top: 0.5rem;
      bottom: -0.5rem;
      border-left: 3px solid var(--held);
    }
    &::after {
      content: '';
      position: absolute;
      left: calc(3.6rem + var(--s-8) / 2 - 6.5px);
      top: 0.45rem;
      width: 13px;
      height: 13px;
      box-sizing: border-box;
      border: 3px solid var(--held);
      border-radius: 50%;
      background: var(--ground);
    }
    &:last-child::before {
      display: none;
    }
  }
  time {
    text-align: right;
    color: var(--ink-2);
    font-size: var(--t-2);
    padding-top: 0.15rem;
    white-space: nowrap;
  }
  h3 {
    font-size: var(--t-5);
  }
  .shows {
    font-size: var(--t-4);
  }
  .short {
    color: var(--person);
    font-weight: 560;
  }
  dl {
    display: grid;
    grid-template-columns: 4.2rem minmax(0, 1fr);
    gap: var(--s-1) var(--s-3);
    margin: 0.35rem 0 0;
    font-size: var(--t-3);
  }
  dt {
    color: var(--ink-2);
  }
  dd {
    margin: 0;
    small {
      color: var(--ink-2);
      font-size: inherit;
    }
  }
  .owner {
    border-top: 1px solid var(--rule);
    padding-top: 0.3rem;
    margin-top: 0.2rem;
  }
  dd.owner {
    font-weight: 560;
  }
  .chance {
    text-align: right;
    b {
      display: block;
      font:
        700 var(--t-5)/1.1 'Hepta Slab Variable',
        serif;
      white-space: nowrap;
    }
    small {
      color: var(--ink-2);
      font-size: var(--t-1);
    }
  }
  ${phone} {
    > li {
      grid-template-columns: minmax(0, 1fr);
      padding-left: 1.6rem;
      &::before {
        left: 0.35rem;
      }
      &::after {
        left: calc(0.35rem - 5px);
      }
    }
    time {
      display: none;
    }
    .chance {
      position: absolute;
      right: 0;
      top: 0;
      small {
        display: none;
      }
    }
    h3 {
      padding-right: 5.6rem;
    }
    dd.owner {
      border-top: 0;
      padding-top: 0;
    }
    dl {
      grid-template-columns: minmax(0, 1fr);
    }
    dt {
      font-size: var(--t-2);
    }
  }
`
