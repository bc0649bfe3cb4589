import { ruleText } from '@/core/rule/rule'
import { Link } from '@/ui/link'
import { Across, FigureTable } from '@/ui/Table'
import { Why } from '@/ui/Why'
import type { OwnBench } from '@/work/page/bench'
import { sharePercent } from './say'

/** The house's own dogs: how many held rungs would meet their rule today, and how far such figures can be trusted. */
export function OwnDogs({ own: { rungs, held, failing, doubtful, checked } }: { own: OwnBench }) {
  return (
    <section aria-labelledby="own">
      <h2 id="own">Our own dogs, today</h2>
      {held === 0 ? (
        <p>Nothing is mastered yet.</p>
      ) : (
        <>
          <div>
            {held} rungs are mastered. If you asked once, cold, about <b>{failing.toFixed(0)}</b> would not meet their
            rule; {doubtful} are more likely to fail than not.{' '}
            <Why>
              <p>
                Each chance is what is predicted to be left of the rung since it was last worked, 2 to the power of
                minus days over half-life. Adding how the dog did over all its reps there predicts worse, so it is left
                out.
              </p>
            </Why>
          </div>
          <Across label="Mastered rungs, least sure first">
            <FigureTable>
              <thead>
                <tr>
                  <th scope="col">Least sure first</th>
                  <th scope="col">Rung</th>
                  <th scope="col">Rule</th>
                  <th scope="col">Reps</th>
                  <th scope="col">Chance today</th>
                </tr>
              </thead>
              <tbody>
                {rungs.map((r) => (
                  <tr key={`${r.residencyId} ${r.commandId} ${r.rung}`}>
                    <th scope="row">
                      <Link href={`/dogs/${r.residencyId}/commands/${r.commandId}`}>{r.dog}</Link>
                    </th>
                    <td>
                      {r.command}, {r.rung}
                    </td>
                    <td>{ruleText(r.rule)}</td>
                    <td>
                      {r.clean}/{r.total}
                    </td>
                    <td>
                      <b>{sharePercent(r.retention)}</b>
                    </td>
                  </tr>
                ))}
              </tbody>
            </FigureTable>
          </Across>
        </>
      )}
      <h3>Can these chances be trusted?</h3>
      {!checked ? (
        <p>No dog here has been tested cold on what it has mastered yet.</p>
      ) : (
        <>
          <p>
            Compared with the {checked.refreshers} refreshers and first reps of a day of the dogs that are here: on
            average {(checked.error * 100).toFixed(1)} points off; mean squared error {checked.brier.toFixed(3)},
            against {checked.brierOfMean.toFixed(3)} for always saying the mean
            {checked.brier < checked.brierOfMean ? '' : ': until there are more of them, the mean says as much'}.
          </p>
          <FigureTable>
            <thead>
              <tr>
                <th scope="col">Predicted</th>
                <th scope="col">Came true</th>
                <th scope="col">Reps</th>
              </tr>
            </thead>
            <tbody>
              {checked.bins.map((bin) => (
                <tr key={bin.predicted}>
                  <th scope="row">{sharePercent(bin.predicted)}</th>
                  <td>{sharePercent(bin.came)}</td>
                  <td>{bin.n.toLocaleString('en')}</td>
                </tr>
              ))}
            </tbody>
          </FigureTable>
        </>
      )}
    </section>
  )
}
