'use client'
import { Bar, DayTable, Scroll } from './dayTable'
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
        <DayTable>
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
        </DayTable>
      </Scroll>
    </section>
  )
}
