import styled from 'styled-components'
import { narrow } from '@/ui/theme'

/** One of the lists beside the wall. */
export const Aside = styled.section`
  border-top: 1.5px solid var(--ink);
  padding-top: 0.5rem;
  font-size: var(--t-2);
  h3 {
    font-size: var(--t-3);
    margin-bottom: 0.2rem;
  }
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  li {
    padding: 0.18rem 0;
    border: 0;
  }
  b {
    font:
      700 var(--t-4)/1 'Hepta Slab Variable',
      serif;
  }
  small {
    color: var(--ink-2);
  }
  a {
    text-decoration: none;
    &:hover {
      text-decoration: underline;
    }
  }
  &[data-person='true'] {
    border-top-color: var(--person);
    border-top-width: 3px;
    h3 {
      color: var(--person);
    }
  }
  ${narrow} {
    grid-column: 1 / -1;
  }
`
