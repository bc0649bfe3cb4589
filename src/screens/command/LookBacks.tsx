'use client'
import type { CommandPage } from '@/work/page/resident'
import { sayDay } from '@/ui/when'
import { Bar, DayTable, Scroll } from './dayTable'

/** How long it went without looking back, day by day. */
export function LookBacks({ days }: { days: NonNullable<CommandPage['lookBacks']> }) {
  const shown = days.slice(-10)
  if (shown.length === 0) return null
  const most = Math.max(...shown.map((d) => d.middle))
  return (
    <section aria-labelledby="look-backs">
      <h2 id="look-backs">Seconds between look-backs</h2>
      <Scroll tabIndex={0} role="region" aria-label="Look-backs by day">
        <DayTable>
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col">look-backs</th>
              <th scope="col">the middle one</th>
              <th scope="col">the longest</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((d) => (
              <tr key={d.day}>
                <th scope="row">{sayDay(d.day)}</th>
                <td>{d.looks}</td>
                <td>
                  <Bar style={{ ['--share' as string]: `${(d.middle / most) * 100}%` }}>
                    <i aria-hidden="true" />
                    {d.middle} s
                  </Bar>
                </td>
                <td>{d.longest} s</td>
              </tr>
            ))}
          </tbody>
        </DayTable>
      </Scroll>
    </section>
  )
}
