'use client'
import { statusFlags, statusLabels } from '@/core/views/labels'
import styled from 'styled-components'
import { promptLevels } from '@/core/curriculum/types'
import { Line } from '@/ui/Line'
import { Link } from '@/ui/link'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { ButtonLink } from '@/ui/press'
import { percent } from '@/core/percent'
import { Why } from '@/ui/Why'
import { WidePage, PageHead } from '@/ui/Page'
import type { CommandPage as View } from '@/work/page/command'
import { PaceLine } from '../PaceLine'
import type { Told } from '../told'
import { Counts } from './Counts'
import { ByDay, Share } from './dayTable'
import { GridTable } from './GridTable'
import { Kits } from './Kits'
import { Ladder } from './Ladder'
import { LookBacks } from './LookBacks'
import { Stuck } from './Stuck'
import { Tether } from './Tether'
import { Walk } from './Walk'

/**
 * One command of one dog in full: the ladder, where it is proofed, what the counts say, and what to do when it sticks.
 */
export function CommandPage({ view, logTried }: { view: View; logTried: (raw: unknown) => Promise<Told> }) {
  const { command, resident, evidence } = view
  // Help that nobody gave needs no column.
  const levels = promptLevels.filter(
    (p, i) => p === 'none' || evidence?.help.slice(-10).some((d) => (d.reps[i] ?? 0) > 0),
  )
  const flags = statusFlags({ ...command, stuck: command.stuck !== '' })
  return (
    <Page>
      <PageHead>
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
      </PageHead>
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
            {statusLabels[command.word]}
            {command.figures && ` ${command.figures}`}
            {flags.length > 0 && `, ${flags.join(', ')}`}
          </b>{' '}
          <span>{view.shut ? `Locked: ${view.shut}.` : command.next}</span>{' '}
          <Why>
            {view.next?.reasons.map((r) => (
              <p key={r}>{r}</p>
            ))}
            {command.stuck && <p>{command.stuck}</p>}
            <p>
              {command.memory}{' '}
              {view.forgetting.from === 'own'
                ? 'Half-lives are this kennel’s own.'
                : 'Half-lives are the kennel default.'}
            </p>
            {command.promise?.lines.map((l) => (
              <p key={l.text}>
                {l.done ? '✓' : '–'} {l.text}
              </p>
            ))}
          </Why>
        </div>
        {view.caution && <p className="mind">Caution: {view.caution}</p>}
      </Strung>
      {evidence && <Counts evidence={evidence} />}
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
            <Ladder rungs={run.rungs} />
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
          heads={[
            ...levels.map((p) => (p === 'none' ? 'no help' : p.replace('-', ' '))),
            'not said',
            'without help, of those said',
          ]}
          days={evidence.help}
          cells={(d) => {
            const reps = d.reps.reduce((a, b) => a + b, 0)
            const free = (d.reps[0] ?? 0) / Math.max(1, reps)
            return [
              ...levels.map((p) => d.reps[promptLevels.indexOf(p)] || ''),
              d.notSaid || '',
              reps === 0 ? (
                ''
              ) : (
                <Share key="free" of={free}>
                  {percent(free)}
                </Share>
              ),
            ]
          }}
        />
      )}
      {evidence && <LookedDays days={evidence.looked.days} />}
      {view.kitRungs.length > 0 && <Kits view={view} />}
    </Page>
  )
}

/** What was measured beside how reps went, day by day: a column for each thing that anybody measured. */
function LookedDays({ days }: { days: NonNullable<View['evidence']>['looked']['days'] }) {
  const columns = (
    [
      ['seconds to arrive', (d) => d.arriveSeconds],
      ['look-ups a stretch', (d) => d.lookUps],
      ['degrees off straight', (d) => d.angle],
      ['minutes played', (d) => (d.played === 0 ? undefined : d.played)],
    ] as readonly (readonly [string, (day: (typeof days)[number]) => number | undefined])[]
  ).filter(([, of]) => days.some((d) => of(d) !== undefined))
  return (
    <ByDay
      title="Looked at, day by day"
      label="What was looked at by day"
      heads={['reps', ...columns.map(([head]) => head)]}
      days={days}
      cells={(d) => [d.reps, ...columns.map(([, of]) => of(d) ?? '')]}
    />
  )
}

const Page = styled(WidePage)`
  gap: var(--s-7);
  h2 {
    margin-bottom: 0.3rem;
  }
  h3 {
    font-size: var(--t-4);
    margin: 0.6rem 0 0.2rem;
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
