'use client'
import { degreesIn } from '@/core/measures'
import { Link } from '@/ui/link'
import styled from 'styled-components'
import { promptLevels } from '@/core/curriculum/types'
import type { Handling } from '@/core/evidence/calls'
import type { RungView } from '@/core/views/resident'
import { Line } from '@/ui/Line'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { Why } from '@/ui/Why'
import { ButtonLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import { sayDay } from '@/ui/when'
import type { CommandPage as View } from '@/work/page/command'
import { CompareKit } from './CompareKit'
import { GridTable } from './GridTable'
import { PaceLine } from '../PaceLine'
import { ByDay, Share } from './dayTable'
import { LookBacks } from './LookBacks'
import { Walk } from './Walk'
import { Tether } from './Tether'
import { Stuck } from './Stuck'
import type { Told } from '../told'
import { useMeasures } from '@/ui/ways'
import { Across, FigureTable } from '@/ui/Table'
import { OrderedList } from '@/ui/List'

const percent = (x: number) => `${Math.round(x * 100)} %`

/**
 * One command of one dog in full: the ladder, where it is proofed, what the counts say, and what to do when it sticks.
 */
/** How the latency moves, in seconds a day. */
const sayTrend = (perDay: number) =>
  `${perDay < -0.005 ? 'falling' : perDay > 0.005 ? 'rising' : 'level'} ${Math.abs(perDay).toFixed(2)} s a day`

export function CommandPage({ view, logTried }: { view: View; logTried: (raw: unknown) => Promise<Told> }) {
  const measures = useMeasures()
  const { command, resident, evidence } = view
  // Help that nobody gave needs no column.
  const levels = promptLevels.filter(
    (p, i) => p === 'none' || evidence?.help.slice(-10).some((d) => (d.reps[i] ?? 0) > 0),
  )
  const flags = [command.stuck ? 'stuck' : '', command.stale && command.word !== 'slipping' ? 'stale' : ''].filter(
    Boolean,
  )
  return (
    <Page>
      <Head>
        <div>
          <p>
            <Link href={`/dogs/${resident.residencyId}`}>
              {resident.runNumber} {resident.name}
            </Link>
          </p>
          <h1>{command.name}</h1>
          <p>
            {view.purpose} Signal: {view.signal}.
          </p>
        </div>
        <ButtonLink $now href={`/dogs/${resident.residencyId}/work/${command.id}`}>
          Work {command.name.toLowerCase()}
        </ButtonLink>
      </Head>
      {(resident.biteHistory || resident.caution) && (
        <NeedsPerson>
          {resident.biteHistory ? 'Bite history. ' : ''}
          {resident.caution}
        </NeedsPerson>
      )}
      <Strung>
        <Line line={command.line} size="full" />
        <div className="now">
          <b data-person={command.word === 'slipping'}>
            {command.word}
            {command.figures && ` ${command.figures}`}
            {flags.length > 0 && `, ${flags.join(', ')}`}
          </b>{' '}
          <span>{view.shut ? `Shut: ${view.shut}.` : command.next}</span>{' '}
          <Why>
            {view.next?.reasons.map((r) => (
              <p key={r}>{r}</p>
            ))}
            {command.stuck && <p>{command.stuck}</p>}
            <p>
              {command.memory}{' '}
              {view.forgetting.from === 'own' ? 'Half-lives are this kennel’s own.' : 'Half-lives are the house’s.'}
            </p>
            {command.promise?.lines.map((l) => (
              <p key={l.text}>
                {l.done ? '✓' : '–'} {l.text}
              </p>
            ))}
          </Why>
        </div>
        {view.caution && <p className="mind">Mind: {view.caution}</p>}
      </Strung>
      {evidence && (
        <Figures aria-label="Counts">
          <div>
            <dt>First cue at {evidence.rungName}</dt>
            <dd>
              {evidence.success ? (
                <>
                  <b>{percent(evidence.success.share)}</b> {evidence.success.clean} of {evidence.success.total}; 95 %
                  interval {percent(evidence.success.low)}–{percent(evidence.success.high)}
                </>
              ) : (
                'no reps yet'
              )}
            </dd>
          </div>
          <div>
            <dt>Latency</dt>
            <dd>
              {evidence.latency ? (
                <>
                  <b>{evidence.latency.medianSeconds.toFixed(1)} s</b> median of {evidence.latency.measured}
                  {evidence.latency.trendPerDay !== undefined && `; ${sayTrend(evidence.latency.trendPerDay)}`}
                </>
              ) : (
                'not measured'
              )}
            </dd>
          </div>
          <div>
            <dt>Faults</dt>
            <dd>
              {evidence.faults.length === 0
                ? 'none noted'
                : evidence.faults
                    .slice(0, 4)
                    .map((f) => `${f.fault} ${f.share < 0.01 ? 'under 1 %' : percent(f.share)}`)
                    .join(', ')}
            </dd>
          </div>
          {evidence.called.length > 0 && (
            <div>
              <dt>When called it was</dt>
              <dd>
                {evidence.called.map((c) => (
                  <span key={c.attention} className="part">
                    {c.attention} <b>{percent(c.share)}</b> {c.clean.clean} of {c.calls} clean
                  </span>
                ))}
              </dd>
            </div>
          )}
          <Handled handling={evidence.handling} />
          {evidence.beyond > 0 && (
            <div>
              <dt>Beyond a gate</dt>
              <dd>
                <b>{evidence.beyond}</b> reps kept, which moved nothing
              </dd>
            </div>
          )}
        </Figures>
      )}
      {view.pace && <PaceLine name={command.name} pace={view.pace} />}
      {view.walk && <Walk walk={view.walk} />}
      {view.lookBacks && <LookBacks days={view.lookBacks} />}
      {view.tether && <Tether tether={view.tether} />}
      {view.stuck && <Stuck view={view} stuck={view.stuck} log={logTried} />}
      <section aria-labelledby="ladder">
        <h2 id="ladder">Ladder</h2>
        {command.runs.map((run) => (
          <div key={run.id}>
            {command.runs.length > 1 && <h3>{run.name}</h3>}
            <Ladder>
              {run.rungs.map((r) => (
                <Rung key={r.id} rung={r} />
              ))}
            </Ladder>
          </div>
        ))}
      </section>
      {view.grids.length > 0 && (
        <section aria-labelledby="grid">
          <h2 id="grid">Proofing</h2>
          {view.grids.map((g) => (
            <GridTable key={g.runId} grid={g} places={view.places} many={view.grids.length > 1} />
          ))}
        </section>
      )}
      {evidence && (
        <ByDay
          title="Help, day by day"
          label="Reps by help and day"
          heads={[...levels.map((p) => (p === 'none' ? 'no help' : p.replace('-', ' '))), 'share without help']}
          days={evidence.help}
          cells={(d) => {
            const free = (d.reps[0] ?? 0) / d.reps.reduce((a, b) => a + b, 0)
            return [
              ...levels.map((p) => d.reps[promptLevels.indexOf(p)] || ''),
              <Share key="free" of={free}>
                {percent(free)}
              </Share>,
            ]
          }}
        />
      )}
      {view.kitRungs.length > 0 && (
        <section aria-labelledby="kit">
          <h2 id="kit">Kit, side by side</h2>
          <CompareKit residencyId={resident.residencyId} command={command.id} rungs={view.kitRungs} />
          {view.kits.slice(0, 3).map((k) => (
            <Across
              key={`${k.rungId} ${k.a.kit} ${k.b.kit}`}
              label={`Kit at ${k.rungName}: ${measures.words(k.a.kit)} and ${measures.words(k.b.kit)}`}
            >
              <KitTable>
                <caption>
                  {k.rungName}: difference {Math.round(k.difference.difference * 100)} points, 95 % interval{' '}
                  {Math.round(k.difference.low * 100)} to {Math.round(k.difference.high * 100)}.{' '}
                  {k.alternating
                    ? 'The sets took turns.'
                    : 'The sets did not take turns: tiredness and heat may speak here.'}
                </caption>
                <thead>
                  <tr>
                    <th scope="col">Kit</th>
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
                        {s.temperatureC === undefined
                          ? '–'
                          : degreesIn(s.temperatureC, measures.temperatures).toFixed(0)}
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
      )}
    </Page>
  )
}

/** How it was asked and paid against what was planned; silent where nobody noted anything. */
function Handled({ handling: h }: { handling: Handling }) {
  return (
    <>
      {h.repeatedCue.of > 0 && (
        <div>
          <dt>Cue said more than once</dt>
          <dd>
            <b>{percent(h.repeatedCue.reps / h.repeatedCue.of)}</b> {h.repeatedCue.reps} of {h.repeatedCue.of} counted
          </dd>
        </div>
      )}
      {h.sounds.length > 0 && (
        <div>
          <dt>Sound before the call</dt>
          <dd>{h.sounds.map((s) => `${s.sound} ${s.clean} of ${s.reps} clean`).join(', ')}</dd>
        </div>
      )}
      {(h.offPlan.reps > 0 || h.slips.reps > 0) && (
        <div>
          <dt>Pay</dt>
          <dd>
            {[
              h.offPlan.reps > 0 ? `${h.offPlan.reps} of ${h.offPlan.of} clean not as planned` : '',
              h.slips.reps > 0 ? `${h.slips.pieces} ${h.slips.pieces === 1 ? 'piece' : 'pieces'} by a slip` : '',
            ]
              .filter(Boolean)
              .join('; ')}
          </dd>
        </div>
      )}
    </>
  )
}

function Rung({ rung }: { rung: RungView }) {
  return (
    <li data-mark={rung.mark} aria-current={rung.mark === 'in hand' ? 'step' : undefined}>
      <b>{rung.name}</b>
      <span>{rung.criterion}</span>
      <span className="rule">{rung.rule}</span>
      <span className="counts">
        {rung.counts}
        {rung.heldSince ? `; held since ${sayDay(rung.heldSince)}` : ''}
      </span>
      <em>
        {rung.mark === 'ahead' ? (rung.shut ? 'shut' : '') : rung.mark}
        {rung.promised ? `${rung.mark === 'ahead' ? '' : ', '}promised` : ''}
        {rung.shut && (
          <>
            {' '}
            <Why>
              <p>{rung.shut}.</p>
            </Why>
          </>
        )}
      </em>
    </li>
  )
}

const Page = styled.div`
  padding: 0.9rem 1.5rem 3rem;
  display: grid;
  gap: var(--s-7);
  grid-template-columns: minmax(0, 1fr);
  h2 {
    font-size: var(--t-6);
    margin-bottom: 0.3rem;
  }
  h3 {
    font-size: var(--t-4);
    margin: 0.6rem 0 0.2rem;
  }
  ${phone} {
    padding: 0.8rem 0.9rem 3rem;
  }
`
const Head = styled.header`
  display: flex;
  justify-content: space-between;
  align-items: end;
  gap: var(--s-6);
  flex-wrap: wrap;
  border-bottom: 1.5px solid var(--ink);
  padding-bottom: 0.6rem;
  h1 {
    font-size: var(--t-9);
  }
  p {
    color: var(--ink-2);
  }
`
const Strung = styled.div`
  svg {
    width: 100%;
    height: auto;
    max-width: 46rem;
  }
  .now {
    margin-top: 0.3rem;
  }
  b[data-person='true'] {
    color: var(--person);
  }
  p {
    margin-top: 0.3rem;
  }
  .mind {
    color: var(--ink-2);
    font-size: var(--t-3);
  }
`
const Figures = styled.dl`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-4) var(--s-9);
  margin: 0;
  border-top: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
  padding: 0.5rem 0;
  dt {
    font-size: var(--t-1);
    color: var(--ink-2);
  }
  dd {
    margin: 0;
    b {
      font-weight: 700;
      font-size: var(--t-5);
    }
  }
  .part + .part {
    margin-left: 0.9rem;
  }
`
const Ladder = styled(OrderedList)`
  li {
    display: grid;
    grid-template-columns: 0.9rem 11rem minmax(0, 1fr) 9rem 15rem 9rem;
    gap: 0 var(--s-5);
    padding: 0.28rem 0;
    border-bottom: 1px solid var(--rule);
    align-items: baseline;
    font-size: var(--t-3);
  }
  li::before {
    content: '';
    align-self: stretch;
    margin: -0.3rem 0;
    border-left: 2px dotted var(--rule-2);
    justify-self: center;
  }
  b {
    font-weight: 560;
  }
  .rule,
  .counts,
  em {
    color: var(--ink-2);
    font-style: normal;
    font-size: var(--t-2);
  }
  li[data-mark='held']::before {
    border-left: 5px solid var(--held);
  }
  li[data-mark='passed']::before {
    border-left: 2px solid var(--ink);
  }
  li[data-mark='in hand'] {
    background: var(--paper);
    b {
      font-weight: 720;
    }
  }
  li[data-mark='in hand']::before {
    border-left: 0;
    width: 0.8rem;
    height: 0.8rem;
    border: 2.5px solid var(--ink);
    border-radius: 50%;
    margin: 0.2rem 0;
    align-self: center;
  }
  li[data-mark='slipped'] {
    b,
    em {
      color: var(--person);
    }
  }
  li[data-mark='slipped']::before {
    border-left: 4px dashed var(--person);
  }
  ${phone} {
    li {
      grid-template-columns: 0.9rem minmax(0, 1fr) auto;
    }
    li > span {
      grid-column: 2 / -1;
    }
    li > em {
      grid-row: 1;
      grid-column: 3;
    }
    li::before {
      grid-row: 1 / 5;
    }
  }
`
const KitTable = styled(FigureTable)`
  margin-bottom: 1rem;
`
