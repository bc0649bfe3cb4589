import styled from 'styled-components'
import { Link } from '@/ui/link'

/** A dog by its run and name, leading to its page. */
export const Dog = styled(Link)`
  font:
    660 var(--t-5)/1.2 'Hepta Slab Variable',
    serif;
  text-decoration: none;
  b {
    display: inline-block;
    min-width: 2rem;
    font-weight: 760;
  }
`
