import styled from 'styled-components'
import { degreesIn } from '@/core/measures'
import { percent } from '@/core/percent'
import { Across, FigureTable } from '@/ui/Table'
import { useMeasures } from '@/ui/ways'
import type { CommandPage as View } from '@/work/page/command'
import { CompareKit } from './CompareKit'

/** Kits that were compared, and a comparison to begin. */
export function Kits({ view }: { view: View }) {
  const measures = useMeasures()
  return (
    <section aria-labelledby="kit">
      <h2 id="kit">Kit, side by side</h2>
      <CompareKit
        residencyId={view.resident.residencyId}
        command={view.command.id}
        rungs={view.kitRungs}
        collars={view.collars}
      />
      {view.kits.slice(0, 3).map((k) => (
        <Across
          key={`${k.rungId} ${k.a.kit} ${k.b.kit}`}
          label={`Equipment at ${k.rungName}: ${measures.words(k.a.kit)} and ${measures.words(k.b.kit)}`}
        >
          <KitTable>
            <caption>
              {k.rungName}: difference {Math.round(k.difference.difference * 100)} points, 95% interval{' '}
              {Math.round(k.difference.low * 100)} to {Math.round(k.difference.high * 100)}.{' '}
              {k.alternating
                ? 'The sets took turns.'
                : 'The sets did not take turns: tiredness or heat may play a part.'}
            </caption>
            <thead>
              <tr>
                <th scope="col">Equipment</th>
                <th scope="col">Clean</th>
                <th scope="col">Interval</th>
                <th scope="col">Sets</th>
                <th scope="col">°{measures.temperatures}</th>
                <th scope="col">Minutes in</th>
                <th scope="col">Since exercise</th>
              </tr>
            </thead>
            <tbody>
              {[k.a, k.b].map((s) => (
                <tr key={s.kit}>
                  <th scope="row">{measures.words(s.kit)}</th>
                  <td>
                    {s.share.clean}/{s.share.total} {percent(s.share.share)}
                  </td>
                  <td>
                    {percent(s.share.low)}–{percent(s.share.high)}
                  </td>
                  <td>{s.sets}</td>
                  <td>
                    {s.temperatureC === undefined ? '–' : degreesIn(s.temperatureC, measures.temperatures).toFixed(0)}
                  </td>
                  <td>{s.minutesIn?.toFixed(0) ?? '–'}</td>
                  <td>{s.exerciseMinutesAgo === undefined ? '–' : `${s.exerciseMinutesAgo.toFixed(0)} min`}</td>
                </tr>
              ))}
            </tbody>
          </KitTable>
        </Across>
      ))}
    </section>
  )
}

const KitTable = styled(FigureTable)`
  margin-bottom: 1rem;
`
