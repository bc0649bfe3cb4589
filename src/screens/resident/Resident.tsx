'use client'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import styled from 'styled-components'
import { traitNames, traitWords } from '@/core/dog/traits'
import type { CommandView, RungView } from '@/core/views/resident'
import { Line } from '@/ui/Line'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { Why } from '@/ui/Why'
import { ButtonLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import { sayDay } from '@/ui/when'
import { useWhen } from '@/ui/ways'
import type { ResidentView } from '@/work/page/resident'
import type { Told } from '../told'
import type { CorrectActions } from './CorrectSet'
import { NextList } from './NextList'
import { YardLedger } from './YardLedger'
import { Notes } from './Notes'
import { SetLog } from './SetLog'

const ProgressCharts = dynamic(() => import('./ProgressCharts'), { ssr: false, loading: () => <p>Drawing …</p> })

export interface ResidentActions extends CorrectActions {
  readonly keepNote: (raw: unknown) => Promise<Told>
}

/** One dog: what to do next, what it knows, how it comes along, what the handoff still lacks, and every set. */
export function Resident({ view, now, actions }: { view: ResidentView; now: number; actions: ResidentActions }) {
  const { resident, commands } = view
  const { sayMinute } = useWhen()
  const promised = commands.filter((c) => c.promise)
  const other = commands.filter((c) => !c.promise)
  const begun = other.filter((c) => c.word !== 'not started')
  const missing = promised.filter((c) => !c.promise?.met)
  return (
    <Page>
      <Head>
        <RunNo>{resident.runNumber}</RunNo>
        {view.photoAt !== undefined && (
          <img src={`/dogs/${resident.residencyId}/photo?at=${view.photoAt}`} alt="" width={64} height={64} />
        )}
        <div>
          <h1>{resident.name}</h1>
          <p>
            {resident.ownerName}’s; goes home {sayDay(resident.leavesOn)},{' '}
            {view.daysLeft < 0
              ? 'gone'
              : view.daysLeft === 0
                ? 'today'
                : `${view.daysLeft} ${view.daysLeft === 1 ? 'day' : 'days'} left`}
          </p>
        </div>
        <Words>
          <div>
            <dt>Release</dt>
            <dd>“{resident.releaseWord}”</dd>
          </div>
          <div>
            <dt>Marker</dt>
            <dd>“{resident.markerWord}”</dd>
          </div>
          <div>
            <dt>Side</dt>
            <dd>{resident.side}</dd>
          </div>
          {sayTraits(resident).length > 0 && (
            <div>
              <dt>Ladder made for</dt>
              <dd>{sayTraits(resident).join(', ')}</dd>
            </div>
          )}
        </Words>
      </Head>
      {(resident.biteHistory || resident.caution) && (
        <NeedsPerson>
          {resident.biteHistory ? 'Bite history. ' : ''}
          {resident.caution}
        </NeedsPerson>
      )}
      {view.arriving && <Arriving view={view} arriving={view.arriving} />}
      {view.resting && view.next.sets.length > 0 && (
        <p>
          After {view.resting.name.toLowerCase()}: no work until {sayMinute(view.resting.until)}. Food earned in a block
          is no such meal.
        </p>
      )}
      <Columns>
        <div>
          <NextList next={view.next} view={view} first={!view.arriving || view.arriving.baseline === 'done'} />
          <Ladders aria-labelledby="ladders">
            <h2 id="ladders">Ladders</h2>
            {promised.map((c) => (
              <CommandBlock key={c.id} command={c} residencyId={resident.residencyId} />
            ))}
            {begun.length > 0 && <Aside>Not promised, begun</Aside>}
            {begun.map((c) => (
              <CommandBlock key={c.id} command={c} residencyId={resident.residencyId} />
            ))}
            <Aside>
              Not begun:{' '}
              {other
                .filter((c) => c.word === 'not started')
                .map((c, i) => (
                  <span key={c.id}>
                    {i > 0 && ', '}
                    <Link href={`/dogs/${resident.residencyId}/commands/${c.id}`}>{c.name}</Link>
                  </span>
                ))}
            </Aside>
          </Ladders>
        </div>
        <Side>
          <Handoff view={view} missing={missing} now={now} />
          <YardLedger view={view} />
          <Notes view={view} keep={actions.keepNote} />
          <section aria-labelledby="papers">
            <h2 id="papers">Papers</h2>
            <p>
              <Link href={`/dogs/${resident.residencyId}/card`}>Run-door card</Link>,{' '}
              <Link href={`/dogs/${resident.residencyId}/food`}>food</Link>,{' '}
              <Link href={`/dogs/${resident.residencyId}/intake`}>intake</Link>,{' '}
              <Link href={`/dogs/${resident.residencyId}/baseline`}>baseline</Link>,{' '}
              <Link href={`/dogs/${resident.residencyId}/reward`}>what it works for</Link>
            </p>
            {view.others.length > 0 && (
              <p>
                Here before or again:{' '}
                {view.others.map((o, i) => (
                  <span key={o.id}>
                    {i > 0 && ', '}
                    <Link href={`/dogs/${o.id}`}>
                      {sayDay(o.arrivesOn)} {o.arrivesOn.slice(0, 4)} to {sayDay(o.leavesOn)}
                    </Link>
                  </span>
                ))}
                . Each residency is tested afresh.
              </p>
            )}
          </section>
          <section aria-labelledby="forgets">
            <h2 id="forgets">Forgetting</h2>
            <div>
              First half-life {view.forgetting.model.firstHalfLifeDays.toFixed(1)} days,{' '}
              {view.forgetting.from === 'own' ? 'fitted from this kennel’s own refreshers' : 'the house’s figure'}.{' '}
              <Why>
                <p>
                  {view.forgetting.refreshers} refreshers here, {view.forgetting.clean} clean. A clean one that was due
                  makes it {view.forgetting.model.cleanFactor.toFixed(2)} times as long, a failed one{' '}
                  {view.forgetting.model.failedFactor.toFixed(2)} times. Below 30 refreshers the house’s figures are
                  used: 3 days, 2 and ½.
                </p>
              </Why>
            </div>
            <p>
              Curriculum: {view.curriculum.name}, version {view.curriculum.version}.
              {view.curriculum.newer && (
                <>
                  {' '}
                  <Link href={`/dogs/${resident.residencyId}/version`}>
                    Move to version {view.curriculum.newer.version} …
                  </Link>
                </>
              )}
            </p>
          </section>
        </Side>
      </Columns>
      <section aria-labelledby="progress">
        <h2 id="progress">Progress</h2>
        <ProgressCharts progress={view.progress} />
      </section>
      <SetLog view={view} actions={actions} />
    </Page>
  )
}

/** What is still to be found out about a dog that came: the one thing to do now first. */
function Arriving({ view, arriving }: { view: ResidentView; arriving: NonNullable<ResidentView['arriving']> }) {
  const at = (page: string) => `/dogs/${view.resident.residencyId}/${page}`
  const now = arriving.firstEvening
    ? 'intake'
    : arriving.baseline !== 'done'
      ? 'baseline'
      : !arriving.reward
        ? 'reward'
        : !arriving.fed
          ? 'food'
          : 'intake'
  return (
    <ArrivingList aria-label="Before the first block">
      {arriving.stepsOpen > 0 && (
        <li>
          <ButtonLink $now={now === 'intake'} href={at('intake')}>
            Intake
          </ButtonLink>{' '}
          {arriving.stepsOpen} of {arriving.steps} steps open
        </li>
      )}
      {!arriving.firstEvening && arriving.baseline !== 'done' && (
        <li>
          <ButtonLink $now={now === 'baseline'} href={at('baseline')}>
            Baseline
          </ButtonLink>{' '}
          {arriving.baseline === 'begun' ? 'begun' : 'where does each command start?'}
        </li>
      )}
      {!arriving.firstEvening && !arriving.reward && (
        <li>
          <ButtonLink $now={now === 'reward'} href={at('reward')}>
            Reward test
          </ButtonLink>{' '}
          what does it work for?
        </li>
      )}
      {!arriving.fed && (
        <li>
          <ButtonLink $now={now === 'food'} href={at('food')}>
            Food
          </ButtonLink>{' '}
          nobody has said what it eats
        </li>
      )}
    </ArrivingList>
  )
}

/** What of this dog changes its ladder, in words. */
function sayTraits(resident: ResidentView['resident']): readonly string[] {
  return [
    ...traitNames.flatMap((name) => (resident.traits[name] ? [traitWords[name]] : [])),
    ...(resident.traits.bornOn ? [`born ${resident.traits.bornOn}`] : []),
    ...(resident.side === 'right' ? ['right side'] : []),
  ]
}

function Handoff({ view, missing, now }: { view: ResidentView; missing: readonly CommandView[]; now: number }) {
  const { sayMoment } = useWhen()
  const { resident, handoff } = view
  return (
    <section aria-label="Handoff">
      <h2>Handoff</h2>
      {handoff ? (
        <p>
          <b>
            {handoff.from < now ? 'Was' : 'Booked'}: {sayMoment(handoff.from, view.timeZone)}
          </b>
          , {view.people.find((p) => p.id === handoff.personId)?.name}
        </p>
      ) : view.readyOn ? (
        <p>
          <b className="ready">Ready</b> since {sayDay(view.readyOn)}: everything promised is held.
        </p>
      ) : missing.length === 0 ? (
        <p>Nothing was promised, so nothing can be shown.</p>
      ) : (
        <p>
          Not ready: {missing.length} of {view.commands.filter((c) => c.promise).length} promises are missing something.
        </p>
      )}
      {view.lost.length > 0 && (
        <NeedsPerson>
          Promised, and not in this dog’s ladder: {view.lost.join(', ')}. Speak with the owner, or promise something
          else.
        </NeedsPerson>
      )}
      {missing.length > 0 && (
        <Missing>
          {missing.map((c) => (
            <li key={c.id}>
              <b>
                {c.name}: {c.promise?.rungName}
              </b>
              {c.promise?.lines
                .filter((l) => !l.done)
                .map((l) => (
                  <span key={l.text}>{l.text}</span>
                ))}
            </li>
          ))}
        </Missing>
      )}
      <ButtonLink href={`/dogs/${resident.residencyId}/handoff`}>
        {handoff ? 'Move, cancel or print it' : view.readyOn ? 'Choose a time' : 'Handoff page'}
      </ButtonLink>
    </section>
  )
}

function CommandBlock({ command, residencyId }: { command: CommandView; residencyId: string }) {
  const flags = [command.stuck ? 'stuck' : '', command.stale && command.word !== 'slipping' ? 'stale' : ''].filter(
    Boolean,
  )
  const quiet = command.word === 'not started' && !command.promise
  return (
    <Block id={command.id}>
      <Title>
        <h3>
          <Link href={`/dogs/${residencyId}/commands/${command.id}`}>{command.name}</Link>
        </h3>
        <Word data-person={command.word === 'slipping'} data-held={command.word === 'held'}>
          {command.word}
          {command.figures && ` ${command.figures}`}
          {flags.length > 0 && <em data-person={command.stuck !== ''}>, {flags.join(', ')}</em>}
        </Word>
        {!quiet && <Line line={command.line} size="row" />}
        <ButtonLink href={`/dogs/${residencyId}/work/${command.id}`} aria-label={`Work ${command.name}`}>
          Work
        </ButtonLink>
      </Title>
      {!quiet && (
        <>
          <div className="next">
            {command.next}{' '}
            <Why>
              {command.stuck && <p>{command.stuck}</p>}
              <p>
                {command.reps} reps
                {command.cleanShare !== undefined && `, ${Math.round(command.cleanShare * 100)} % clean`}.{' '}
                {command.memory}
              </p>
              {command.caution && <p>{command.caution}</p>}
              {command.promise && (
                <ul>
                  {command.promise.lines.map((l) => (
                    <li key={l.text}>
                      {l.done ? '✓' : '–'} {l.text}
                    </li>
                  ))}
                </ul>
              )}
            </Why>
          </div>
          {command.runs.map((run) => (
            <Run key={run.id}>
              {command.runs.length > 1 && <h4>{run.name}</h4>}
              <ol>
                {run.rungs.map((rung) => (
                  <Peg key={rung.id} rung={rung} />
                ))}
              </ol>
            </Run>
          ))}
        </>
      )}
    </Block>
  )
}

function Peg({ rung }: { rung: RungView }) {
  const detail =
    `${rung.criterion}; ${rung.rule}; ` +
    `${rung.counts}${rung.heldSince ? `; held since ${rung.heldSince}` : ''}${rung.shut ? `. ${rung.shut}` : ''}`
  return (
    <PegCell
      data-mark={rung.mark}
      data-promised={rung.promised}
      title={detail}
      aria-current={rung.mark === 'in hand' ? 'step' : undefined}
    >
      {rung.name}
      <span className="unseen">
        : {rung.mark}
        {rung.promised ? ', promised' : ''}. {detail}
      </span>
      {rung.mark === 'slipped' && <small aria-hidden="true">slipped</small>}
      {rung.promised && <small aria-hidden="true">promised</small>}
      {rung.mark === 'in hand' && !rung.promised && <small aria-hidden="true">in hand</small>}
    </PegCell>
  )
}

const Page = styled.div`
  padding: 0.9rem 1.5rem 3rem;
  display: grid;
  gap: var(--s-6);
  grid-template-columns: minmax(0, 1fr);
  h2 {
    font-size: var(--t-6);
  }
  ${phone} {
    padding: 0.8rem 0.9rem 3rem;
  }
`
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
  }
`
const Side = styled.div`
  display: grid;
  gap: var(--s-8);
  h2 {
    font-size: var(--t-5);
    margin-bottom: 0.4rem;
  }
  .ready {
    color: var(--held);
  }
`
const Missing = styled.ul`
  margin: 0.5rem 0 0.8rem;
  padding: 0;
  list-style: none;
  display: grid;
  gap: var(--s-3);
  li {
    border-left: 3px solid var(--rule-2);
    padding-left: 0.6rem;
  }
  b {
    display: block;
    font-weight: 640;
  }
  span {
    display: block;
    font-size: var(--t-2);
    color: var(--ink-2);
  }
`
const ArrivingList = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0.6rem 0 0.6rem 1rem;
  border-left: 6px solid var(--ink);
  background: var(--paper);
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-3) var(--s-7);
  li {
    display: flex;
    gap: var(--s-4);
    align-items: center;
  }
`
const Aside = styled.p`
  color: var(--ink-2);
  margin-top: 1.2rem;
  font-size: var(--t-2);
`
const Block = styled.article`
  border-bottom: 1px solid var(--rule);
  padding: 0.55rem 0 0.7rem;
  .next {
    color: var(--ink-2);
    margin-top: 0.1rem;
  }
  ul {
    margin: 0.2rem 0 0;
    padding: 0;
    list-style: none;
  }
`
const Title = styled.div`
  display: grid;
  grid-template-columns: 7.5rem 13rem 1fr auto;
  align-items: center;
  gap: var(--s-3) var(--s-5);
  h3 {
    font-size: var(--t-5);
    a {
      min-height: 0;
      padding: 0;
    }
  }
  a {
    min-height: var(--touch-small);
    padding: 0.1rem 0.8rem;
  }
  ${phone} {
    grid-template-columns: 1fr auto;
    > svg {
      grid-column: 1 / -1;
    }
    a {
      grid-row: 1;
      grid-column: 2;
      min-height: var(--touch);
    }
  }
`
const Word = styled.span`
  font-weight: 620;
  &[data-person='true'] {
    color: var(--person);
  }
  &[data-held='true'] {
    color: var(--held);
  }
  em {
    font-style: normal;
    font-weight: 480;
    color: var(--ink-2);
    &[data-person='true'] {
      color: var(--person);
    }
  }
`
const Ladders = styled.section`
  margin-top: 1.6rem;
`
const Run = styled.div`
  margin-top: 0.35rem;
  h4 {
    margin: 0;
    font-size: var(--t-2);
    font-weight: 560;
    color: var(--ink-2);
  }
  ol {
    list-style: none;
    margin: 0.3rem 0 0;
    padding: 0;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(4.9rem, 1fr));
    row-gap: var(--s-3);
  }
`
const PegCell = styled.li`
  position: relative;
  padding: 0.55rem 0.3rem 0 0.4rem;
  font-size: var(--t-1);
  text-align: right;
  line-height: 1.15;
  color: var(--ink-2);
  border-top: 1.5px dotted var(--rule-2);
  overflow-wrap: anywhere;
  &::after {
    content: '';
    position: absolute;
    right: 0.15rem;
    top: -0.35rem;
    height: 0.65rem;
    border-right: 1.5px solid var(--rule-2);
  }
  small {
    display: block;
    font-size: var(--t-1);
  }
  &[data-mark='held'] {
    border-top: 4px solid var(--held);
    color: var(--ink);
    &::after {
      border-color: var(--held);
    }
  }
  &[data-mark='passed'] {
    border-top: 2px solid var(--ink);
    color: var(--ink);
  }
  &[data-mark='in hand'] {
    color: var(--ink);
    font-weight: 680;
    &::after {
      width: 0.75rem;
      height: 0.75rem;
      border: 2px solid var(--ink);
      border-radius: 50%;
      background: var(--paper);
      top: -0.45rem;
    }
  }
  &[data-mark='slipped'] {
    border-top: 3px solid transparent;
    color: var(--person);
    font-weight: 620;
    &::before {
      content: '';
      position: absolute;
      left: 0;
      right: 0.2rem;
      top: -0.1rem;
      height: 0.6rem;
      border-bottom: 3px solid var(--person);
      border-radius: 0 0 60% 40%;
    }
  }
  &[data-promised='true'] small:last-child {
    color: var(--ink);
    font-weight: 680;
    border-right: 3px solid var(--ink);
    padding-right: 0.3rem;
    display: inline-block;
  }
`
