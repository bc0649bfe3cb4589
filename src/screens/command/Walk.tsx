'use client'
import styled from 'styled-components'
import { sayDay } from '@/ui/when'
import type { CommandPage } from '@/work/page/resident'

/** Tight leashes, turns and stops of a stretch, day by day: what walking is to be rid of, or asked for. */
export function Walk({ walk }: { walk: NonNullable<CommandPage['walk']> }) {
  const days = walk.slice(-10)
  if (days.length === 0) return null
  const each = (n: number, of: number) => (n / of).toFixed(1)
  return (
    <section aria-labelledby="walk">
      <h2 id="walk">Stretches, day by day</h2>
      <Scroll tabIndex={0} role="region" aria-label="Stretches by day">
        <table>
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col">stretches</th>
              <th scope="col">with a tight leash</th>
              <th scope="col">turns a stretch</th>
              <th scope="col">stops a stretch</th>
            </tr>
          </thead>
          <tbody>
            {days.map((d) => (
              <tr key={d.day}>
                <th scope="row">{sayDay(d.day)}</th>
                <td>{d.stretches}</td>
                <td>
                  <Bar style={{ ['--share' as string]: `${(d.tight / d.stretches) * 100}%` }}>
                    <i aria-hidden="true" />
                    {d.tight}
                  </Bar>
                </td>
                <td>{each(d.turns, d.stretches)}</td>
                <td>{each(d.stops, d.stretches)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Scroll>
    </section>
  )
}

const Scroll = styled.div`
  overflow-x: auto;
  max-width: 100%;
  table {
    border-collapse: collapse;
    font-size: var(--t-3);
  }
  th,
  td {
    text-align: right;
    font-weight: 400;
    padding: 0.22rem 0.9rem 0.22rem 0;
    border-bottom: 1px solid var(--rule);
  }
  th:first-child {
    text-align: left;
  }
  thead th {
    font-weight: 600;
    color: var(--ink-2);
    font-size: var(--t-2);
  }
`
const Bar = styled.span`
  display: inline-grid;
  grid-template-columns: 6rem 2rem;
  align-items: center;
  gap: var(--s-3);
  i {
    height: 0.6rem;
    background: linear-gradient(90deg, var(--ink) var(--share), var(--rule) var(--share));
  }
`
