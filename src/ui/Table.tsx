'use client'
import type { ReactNode } from 'react'
import styled from 'styled-components'

/** Rows under heads, as every screen has them. Who has more to say of its own extends it. */
export const Table = styled.table`
  border-collapse: collapse;
  font-size: var(--t-3);
  caption {
    text-align: left;
    padding-bottom: 0.3rem;
  }
  th,
  td {
    text-align: left;
    vertical-align: baseline;
    font-weight: 420;
    padding: 0.3rem 0.9rem 0.3rem 0;
    border-bottom: 1px solid var(--rule);
  }
  tbody th {
    font-weight: 600;
  }
  thead :is(th, td) {
    font-weight: 600;
    font-size: var(--t-2);
    color: var(--ink-2);
    border-bottom: 2px solid var(--ink);
  }
`
/** Of figures: they stand right, and what they are of left. */
export const FigureTable = styled(Table)`
  th,
  td {
    text-align: right;
  }
  td {
    white-space: nowrap;
  }
  th:first-child {
    text-align: left;
  }
  tbody th {
    font-weight: 420;
  }
`
const Room = styled.div`
  overflow-x: auto;
  max-width: 100%;
  @media print {
    overflow: visible;
  }
`
/** What may be wider than its page goes across by itself there, by finger and by key. */
export const Across = ({ label, children }: { label: string; children: ReactNode }) => (
  <Room tabIndex={0} role="region" aria-label={label}>
    {children}
  </Room>
)
