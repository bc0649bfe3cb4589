'use client'
import type { ReactNode } from 'react'
import styled from 'styled-components'
import { useWhen } from '@/ui/ways'
import { Placed } from '@/ui/Placed'
import { Across, FigureTable } from '@/ui/Table'

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
  const { sayDay } = useWhen()
  if (days.length === 0) return null
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      <Across label={label}>
        <FigureTable>
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
        </FigureTable>
      </Across>
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
