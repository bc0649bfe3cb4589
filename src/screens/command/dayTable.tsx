'use client'
import type { ReactNode } from 'react'
import styled from 'styled-components'
import { sayDay } from '@/ui/when'
import { Placed } from '@/ui/Placed'

/** How figures by day, or side by side, stand in a table. */
export const dayTable =
  `border-collapse: collapse; font-size: var(--t-3); th, td { text-align: right; font-weight: 400; padding: ` +
  `0.22rem 0.9rem 0.22rem 0; border-bottom: 1px solid var(--rule); } thead th { font-weight: 600; color: ` +
  `var(--ink-2); font-size: var(--t-2); } th:first-child { text-align: left; } caption { text-align: left; ` +
  `padding-bottom: 0.3rem; }`
const DayTable = styled.table`
  ${dayTable}
`

/** The newest ten days of something, a row each under these heads; nothing where there is none. */
export function ByDay<D extends { readonly day: string }>({
  title,
  label,
  heads,
  days,
  cells,
}: {
  title: string
  label: string
  heads: readonly string[]
  days: readonly D[]
  cells: (day: D) => readonly ReactNode[]
}) {
  if (days.length === 0) return null
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      <Scroll tabIndex={0} role="region" aria-label={label}>
        <DayTable>
          <thead>
            <tr>
              {['Day', ...heads].map((h) => (
                <th key={h} scope="col">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {days.slice(-10).map((d) => (
              <tr key={d.day}>
                <th scope="row">{sayDay(d.day)}</th>
                {cells(d).map((cell, i) => (
                  <td key={heads[i]}>{cell}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </DayTable>
      </Scroll>
    </section>
  )
}

/** A share of all, drawn beside its figure. */
export const Share = ({ of, children }: { of: number; children: ReactNode }) => (
  <Bar>
    <span aria-hidden="true">
      <Placed $width={of * 100} />
    </span>
    {children}
  </Bar>
)

/** Wider than a phone, it scrolls by itself. */
export const Scroll = styled.div`
  overflow-x: auto;
  max-width: 100%;
`
const Bar = styled.span`
  display: inline-grid;
  grid-template-columns: 7rem 3rem;
  align-items: center;
  gap: var(--s-3);
  > span {
    background: var(--rule);
  }
  i {
    display: block;
    height: 0.6rem;
    background: var(--ink);
  }
`
