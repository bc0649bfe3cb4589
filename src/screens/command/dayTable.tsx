'use client'
import styled from 'styled-components'

/** How figures by day, or side by side, stand in a table. */
export const dayTable =
  `border-collapse: collapse; font-size: var(--t-3); th, td { text-align: right; font-weight: 400; padding: ` +
  `0.22rem 0.9rem 0.22rem 0; border-bottom: 1px solid var(--rule); } thead th { font-weight: 600; color: ` +
  `var(--ink-2); font-size: var(--t-2); } th:first-child { text-align: left; } caption { text-align: left; ` +
  `padding-bottom: 0.3rem; }`
export const DayTable = styled.table`
  ${dayTable}
`
/** Wider than a phone, it scrolls by itself. */
export const Scroll = styled.div`
  overflow-x: auto;
  max-width: 100%;
`
/** A share of all, drawn beside its figure. */
export const Bar = styled.span`
  display: inline-grid;
  grid-template-columns: 7rem 3rem;
  align-items: center;
  gap: var(--s-3);
  i {
    height: 0.6rem;
    background: linear-gradient(90deg, var(--ink) var(--share), var(--rule) var(--share));
  }
`
