import styled from 'styled-components'
import { phone } from '@/ui/theme'

/** The wall’s table. Its rows are plain elements, made in `rows`. */
export const Grid = styled.table`
  border-collapse: collapse;
  width: 100%;
  font-size: var(--t-3);
  thead th {
    text-align: left;
    font:
      560 var(--t-1)/1.2 'Hepta Slab Variable',
      serif;
    padding: 0.3rem 0.25rem;
    border-bottom: 1.5px solid var(--ink);
    white-space: nowrap;
    &.days {
      text-align: right;
    }
  }
  thead a {
    display: block;
    text-underline-offset: 0.2em;
  }
  ${phone} {
    display: block;
    thead {
      position: absolute;
      clip-path: inset(50%);
    }
    tbody {
      display: block;
    }
  }
  /* A row is drawn by the thousand: its parts are plain elements, and their looks stand here. */
  tbody tr {
    position: relative;
    border-bottom: 1px solid var(--rule);
    &:hover {
      background: var(--paper);
    }
    th,
    td {
      padding: 0.22rem 0.25rem;
      vertical-align: middle;
      text-align: left;
      font-weight: inherit;
    }
    .days {
      text-align: right;
      line-height: 1.1;
      b {
        font-size: var(--t-5);
        font-weight: 660;
        display: block;
      }
      &.ready b {
        font-size: var(--t-3);
        white-space: nowrap;
      }
      b.late {
        color: var(--person);
      }
      small {
        font-size: var(--t-1);
        color: var(--ink-2);
        white-space: nowrap;
      }
    }
    .aside {
      opacity: 0.75;
    }
    ${phone} {
      display: grid;
      grid-template-columns: repeat(6, minmax(0, 1fr));
      gap: var(--s-1) var(--s-3);
      padding: 0.6rem 0;
      td,
      th {
        display: block;
        padding: 0;
      }
      .who {
        grid-column: span 3;
      }
      .days {
        grid-column: span 1;
      }
      .days + .days {
        grid-column: span 2;
      }
      .command {
        grid-column: span 3;
        padding-top: 0.35rem;
      }
      .command.aside {
        display: none;
      }
    }
  }
  /* The link is the dog's name, and the whole row answers to it. */
  .who a {
    text-decoration: none;
    &::after {
      content: '';
      position: absolute;
      inset: 0;
    }
    &:focus-visible {
      outline: none;
      &::after {
        outline: 3px solid var(--focus);
        outline-offset: -3px;
      }
    }
  }
  .who a,
  .who .dog {
    display: grid;
    grid-template-columns: 1.9rem 6.1rem;
    column-gap: var(--s-1);
    line-height: 1.1;
    .name {
      font-weight: 640;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      font-size: var(--t-4);
    }
    small {
      grid-column: 2;
      font-size: var(--t-1);
      color: var(--ink-2);
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    small.ready {
      color: var(--held);
      font-weight: 660;
    }
  }
  .run-number {
    grid-row: span 2;
    font:
      700 var(--t-6)/1 'Hepta Slab Variable',
      serif;
    align-self: center;
  }
  .who small.bite {
    color: var(--person);
    font-weight: 660;
  }
  .strand {
    display: flex;
    flex-wrap: wrap;
    align-items: flex-start;
    column-gap: var(--s-1);
    width: 5.95rem;
    line-height: 1.05;
    b {
      font-weight: 560;
      font-size: var(--t-1);
      letter-spacing: -0.04em;
      /* The longest figures, 11/12, stay on the line’s own row. */
      margin-right: -1rem;
      padding-top: 0.05rem;
    }
    .word {
      flex: 0 0 100%;
      font-size: var(--t-1);
      color: var(--ink);
      white-space: nowrap;
      margin-top: -0.15rem;
      em {
        font-style: normal;
        color: var(--ink-2);
      }
      .person,
      &.person {
        color: var(--person);
        font-weight: 620;
      }
      &.quiet {
        color: var(--ink-2);
      }
    }
    .label {
      display: none;
    }
    ${phone} {
      width: auto;
      .label {
        display: inline;
        font-weight: 620;
      }
      .word {
        white-space: normal;
      }
    }
  }
  .nothing {
    display: block;
    width: 1.2rem;
    border-top: 1px solid var(--rule-2);
    .label {
      display: none;
    }
    ${phone} {
      display: none;
    }
  }
`
