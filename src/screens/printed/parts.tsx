'use client'
import styled from 'styled-components'
import { phone } from '@/ui/theme'

/** A page that shows a sheet as it will be printed. */
export const PrintPage = styled.div`
  padding: 0.9rem 1.5rem 4rem;
  display: grid;
  gap: var(--s-5);
  max-width: var(--page);
  grid-template-columns: minmax(0, 1fr);
  h1 {
    font-size: var(--t-7);
  }
  ${phone} {
    padding: 0.8rem 0.5rem 3rem;
  }
  @media print {
    padding: 0;
  }
`
/** What is done with it, not printed. */
export const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-4);
  @media print {
    display: none;
  }
`
