'use client'
import dynamic from 'next/dynamic'
import { Link } from '@/ui/link'
import styled from 'styled-components'
import { traitNames, traitWords } from '@/core/dog/traits'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { Why } from '@/ui/Why'
import { Fold } from '@/ui/Fold'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { ResidentView } from '@/work/page/resident'
import { List } from '@/ui/List'
import { WidePage } from '@/ui/Page'
import type { Told } from '../told'
import type { CorrectActions } from './CorrectSet'
import { May } from '../shell/may'
import { Arriving } from './Arriving'
import { Books } from './Books'
import type { BookActions } from './deeds'
import { Handoff } from './Handoff'
import { Ladders } from './Ladders'
import { NextList } from './NextList'
import { PaceLine } from '../PaceLine'
import { WillItBeReady } from './WillItBeReady'
import { YardLedger } from './YardLedger'
import { Notes } from './Notes'
import { ItsWords } from '../ItsWords'
import { SetLog } from './SetLog'
import type { EpochMs } from '@/core/epochMs'

const ProgressCharts = dynamic(() => import('./ProgressCharts'), { ssr: false, loading: () => <p>Drawing …</p> })

export interface ResidentActions extends CorrectActions, BookActions {
  readonly keepNote: (raw: unknown) => Promise<Told>
  readonly doWithoutBaseline: (raw: unknown) => Promise<Told>
}

/** One dog: what to do next, what it knows, how it comes along, what the handoff still lacks, and every set. */
export function Resident({ view, now, actions }: { view: ResidentView; now: EpochMs; actions: ResidentActions }) {
  const { resident, commands } = view
  const { sayMinute, sayDay, sayDayOfYear } = useWhen()
  const promised = commands.filter((c) => c.promise)
  const missing = promised.filter((c) => !c.promise?.met)
  return (
    <WidePage>
      <Head>
        <RunNo>{resident.runNumber}</RunNo>
        {view.photoAt !== undefined && (
          <img src={`/dogs/${resident.residencyId}/photo?at=${view.photoAt}`} alt="" width={64} height={64} />
        )}
        <div>
          <h1>{resident.name}</h1>
          <p>
            {resident.ownerName}’s; {view.daysLeft < 0 ? 'went' : 'goes'} home {sayDay(resident.leavesOn)}
            {view.daysLeft < 0
              ? ''
              : view.daysLeft === 0
                ? ', today'
                : `, ${view.daysLeft} ${view.daysLeft === 1 ? 'day' : 'days'} left`}
          </p>
        </div>
        <Words>
          <ItsWords resident={resident} />
          {view.forecast?.view && (
            <div>
              <dt>Ready by then</dt>
              <dd>
                <a href="#will-be-ready">{view.forecast.view.chance}</a>
              </dd>
            </div>
          )}
          {traitsText(resident, sayDayOfYear).length > 0 && (
            <div>
              <dt>Adapted for</dt>
              <dd>{traitsText(resident, sayDayOfYear).join(', ')}</dd>
            </div>
          )}
        </Words>
      </Head>
      <Books view={view} actions={actions} />
      {(resident.biteHistory || resident.caution) && (
        <NeedsPerson>
          {resident.biteHistory ? 'Bite history. ' : ''}
          {resident.caution}
        </NeedsPerson>
      )}
      {view.arriving && (
        <May least="trainer">
          <Arriving view={view} arriving={view.arriving} skip={actions.doWithoutBaseline} />
        </May>
      )}
      {view.resting && view.next.sets.length > 0 && (
        <p>
          After {view.resting.name.toLowerCase()}: no work until {sayMinute(view.resting.until)}. Food earned in a block
          is no such meal.
        </p>
      )}
      <Columns>
        <div>
          <NextList
            next={view.next}
            view={view}
            first={!view.arriving || view.arriving.baseline === 'done'}
            gone={
              view.daysLeft < 0
                ? `${resident.name} went home on ${sayDay(resident.leavesOn)}. Past sets can still be added.`
                : ''
            }
          />
          {view.forecast && <WillItBeReady part={view.forecast} timeZone={view.timeZone} />}
          {view.paces.map((p) => (
            <PaceLine key={p.command} name={p.name} pace={p.pace} />
          ))}
          <Ladders commands={commands} residencyId={resident.residencyId} gone={view.daysLeft < 0} />
        </div>
        <Side>
          <Handoff view={view} missing={missing} now={now} />
          <YardLedger view={view} />
          <Notes view={view} keep={actions.keepNote} />
          <EverythingElse view={view} />
          <Forgetting view={view} />
        </Side>
      </Columns>
      <Fold id="progress" title="Progress" note="rungs and clean reps by day" late>
        <ProgressCharts progress={view.progress} />
      </Fold>
      <SetLog view={view} actions={actions} />
    </WidePage>
  )
}

/** Everything there is about a dog, and its other stays. */
function EverythingElse({ view: { resident, others } }: { view: ResidentView }) {
  const { sayDay, sayDayOfYear } = useWhen()
  return (
    <section aria-labelledby="papers">
      <h2 id="papers">Everything else</h2>
      <Leads>
        {leads.map(([page, name]) => (
          <May key={page} to={`/dogs/${resident.residencyId}/${page}`}>
            <li>
              <Link href={`/dogs/${resident.residencyId}/${page}`}>{name}</Link>
            </li>
          </May>
        ))}
        <li>
          <Link href="/paper">Paper sheet</Link>
        </li>
      </Leads>
      {others.length > 0 && (
        <p>
          Here before or again:{' '}
          {others.map((o, i) => (
            <span key={o.id}>
              {i > 0 && ', '}
              <Link href={`/dogs/${o.id}`}>
                {sayDayOfYear(o.arrivesOn)} to {sayDay(o.leavesOn)}
              </Link>
            </span>
          ))}
          . Each residency is tested afresh.
        </p>
      )}
    </section>
  )
}

/** How fast the dog forgets, and by which version of the curriculum it is trained. */
function Forgetting({ view: { resident, forgetting, curriculum } }: { view: ResidentView }) {
  return (
    <Fold id="forgets" title="Forgetting">
      <div>
        First half-life {forgetting.model.firstHalfLifeDays.toFixed(1)} days,{' '}
        {forgetting.from === 'own' ? 'fitted from this kennel’s own cold reps' : 'the kennel default'}.{' '}
        <Why>
          <p>
            {forgetting.refreshers} refreshers and first reps of a day here, {forgetting.clean} clean. A clean one that
            was due makes it {forgetting.model.cleanFactor.toFixed(2)} times as long, a failed one{' '}
            {forgetting.model.failedFactor.toFixed(2)} times. Below 30 of them the kennel defaults are used: 3 days, 2
            and ½.
          </p>
        </Why>
      </div>
      <p>
        Curriculum: {curriculum.name}, version {curriculum.version}.
        {curriculum.newer && (
          <>
            {' '}
            <May to={`/dogs/${resident.residencyId}/version`}>
              <Link href={`/dogs/${resident.residencyId}/version`}>Move to version {curriculum.newer.version} …</Link>
            </May>
          </>
        )}
      </p>
    </Fold>
  )
}

/** Everything there is about a dog, and where. */
const leads = [
  ['card', 'Run-door card'],
  ['food', 'Food and weight'],
  ['intake', 'Intake: owner, health, words, consents'],
  ['baseline', 'Baseline'],
  ['reward', 'What the dog works for'],
  ['demonstration', 'Script of the demonstration'],
  ['demonstration/after', 'What was shown, and homework'],
  ['report', 'Week’s report for the owner'],
  ['handoff', 'Handoff'],
] as const

/** What of this dog changes its ladder, in words. */
function traitsText(resident: ResidentView['resident'], dayText: (day: string) => string): readonly string[] {
  return [
    ...traitNames.flatMap((name) => (resident.traits[name] ? [traitWords[name]] : [])),
    ...(resident.traits.bornOn ? [`born ${dayText(resident.traits.bornOn)}`] : []),
    ...(resident.side === 'right' ? ['right side'] : []),
  ]
}

const Head = styled.header`
  display: flex;
  align-items: center;
  gap: var(--s-6);
  flex-wrap: wrap;
  border-bottom: 1.5px solid var(--ink);
  padding-bottom: 0.7rem;
  > div {
    ${phone} {
      flex: 1;
      min-width: 0;
    }
  }
  h1 {
    font-size: var(--t-9);
    overflow-wrap: anywhere;
  }
  p {
    color: var(--ink-2);
  }
  > a {
    margin-left: auto;
    ${phone} {
      margin-left: 0;
      width: 100%;
    }
  }
`
const RunNo = styled.span`
  font:
    780 var(--t-10)/1 'Hepta Slab Variable',
    serif;
`
const Words = styled.dl`
  display: flex;
  gap: var(--s-7);
  margin: 0;
  flex-wrap: wrap;
  ${phone} {
    width: 100%;
  }
  dt {
    font-size: var(--t-1);
    color: var(--ink-2);
  }
  dd {
    margin: 0;
    font-weight: 640;
  }
`
const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 21rem;
  gap: var(--s-9);
  align-items: start;
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
    gap: var(--s-4);
  }
`
const Leads = styled(List)`
  columns: 2 9rem;
`
const Side = styled.div`
  display: grid;
  gap: var(--s-8);
  ${phone} {
    gap: var(--s-5);
  }
  h2 {
    font-size: var(--t-5);
    margin-bottom: 0.4rem;
  }
  .ready {
    color: var(--held);
  }
`
