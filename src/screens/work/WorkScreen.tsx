'use client'
import Link from 'next/link'
import { useEffect, useRef, useState } from 'react'
import { Button as AriaButton } from 'react-aria-components'
import styled from 'styled-components'
import { v4 } from 'uuid'
import { houseCurriculum } from '@/core/curriculum/house'
import { findCommand, findRung } from '@/core/curriculum/lookup'
import type { Outcome } from '@/core/facts'
import { sayRule } from '@/core/progress/rules'
import type { Suggestion } from '@/core/progress/suggest'
import { kits } from '@/core/wire'
import { buzz, startHold, type HoldClock } from '@/device/holdClock'
import type { Outbox } from '@/device/outbox'
import type { SessionView } from '@/work/session'
import { useOutbox, useOutboxStatus } from '../shell/Tray'
import { Line } from '@/ui/Line'
import { Choose, NeedsPerson } from '@/ui/parts'
import { phone } from '@/ui/theme'
import { lineOf } from '@/core/views/line'
import { useKeys } from './useKeys'
import { useSetSession, type Setup } from './useSetSession'
import { VerdictPanel } from './VerdictPanel'

/** The set in the yard: waits only for the device's own memory to open. */
export function WorkScreen({ view }: { view: SessionView }) {
  const outbox = useOutbox()
  useEffect(() => {
    const before = document.documentElement.dataset['theme']
    document.documentElement.dataset['theme'] = 'yard'
    return () => { document.documentElement.dataset['theme'] = before ?? 'day' }
  }, [])
  return outbox ? <SetInHand view={view} outbox={outbox} /> : <Page><Top view={view} outbox={undefined} /><p role="status">Opening this device’s memory …</p></Page>
}

function Top({ view, outbox }: { view: SessionView; outbox: Outbox | undefined }) {
  const status = useOutboxStatus(outbox)
  const name = findCommand(houseCurriculum, view.command)?.name ?? ''
  return (
    <>
      <Strip>
        <Link href={`/dogs/${view.resident.residencyId}`} aria-label={`Back to ${view.resident.name}`}>←</Link>
        <h1><b>{view.resident.runNumber}</b> {view.resident.name} <span>{name}</span></h1>
        <Memory role="status" data-offline={status.offline || status.fleeting || status.refused.length > 0}>
          {status.fleeting && 'no lasting memory here: '}kept here: {status.kept} · sent: {status.sent}{status.refused.length > 0 && ` · refused: ${status.refused.length}`}{status.offline && status.kept > 0 && ' · no network'}
        </Memory>
      </Strip>
      {(view.resident.biteHistory || view.resident.caution) && <NeedsPerson>{view.resident.biteHistory ? 'Bite history. ' : ''}{view.resident.caution}</NeedsPerson>}
    </>
  )
}

const whyWords: Record<Suggestion['why'], string> = {
  climb: 'next rung',
  rebuild: 'climbing back',
  'second-day': 'a second day holds it',
  'new-place': 'promised in more places',
  'new-hands': 'promised with another person',
  onward: 'promise met, next rung up',
  refresher: 'refresher due',
}

function SetInHand({ view, outbox }: { view: SessionView; outbox: Outbox }) {
  const session = useSetSession(view, outbox, v4)
  const { active, suggestion } = session
  const [setup, setSetup] = useState<Partial<Setup>>({})
  const [again, setAgain] = useState<Setup>()
  const fallbackRung = findCommand(houseCurriculum, view.command)?.runs[0]?.rungs[0]?.id ?? ''
  const rungId = active?.context.rungId ?? setup.rungId ?? suggestion?.rungId ?? fallbackRung
  const found = findRung(houseCurriculum, rungId)
  const rung = found?.rung
  const placeForRung = rung?.criterion.place ? view.places.find((p) => p.kind === rung.criterion.place)?.id : undefined
  const full: Setup = {
    rungId,
    purpose: rungId === suggestion?.rungId ? suggestion.purpose : 'work',
    placeId: setup.placeId ?? placeForRung ?? (rungId === suggestion?.rungId ? suggestion?.placeId : undefined) ?? again?.placeId ?? view.last.placeId ?? view.places[0]?.id ?? '',
    personId: setup.personId ?? (rungId === suggestion?.rungId ? suggestion?.personId : undefined) ?? again?.personId ?? view.last.personId ?? view.people[0]?.id ?? '',
    level: setup.level ?? again?.level ?? 0,
    kit: setup.kit ?? again?.kit ?? (rung?.kind === 'recall' ? 'long line' : '1.8 m leash'),
  }
  const begin = () => {
    session.begin(full)
    setAgain(full)
    setSetup({})
  }
  const next = () => session.finish()
  if (!rung || view.people.length === 0)
    return (
      <Page>
        <Top view={view} outbox={outbox} />
        <Big>Nobody can hold the leash yet</Big>
        <p>Add a trainer first; a set says who held the leash.</p>
        <Link href="/people/new">Add a trainer</Link>
      </Page>
    )
  const words = (text: string) => text.replaceAll('{cue}', `“${view.cueWord}”`).replaceAll('{release}', `“${view.resident.releaseWord}”`).replaceAll('{name}', view.resident.name)
  const position = active ? `${view.places.find((p) => p.id === active.context.placeId)?.name ?? ''}, ${view.people.find((p) => p.id === active.context.leashHolder)?.name ?? ''}` : ''
  return (
    <Page>
      <Top view={view} outbox={outbox} />
      <Rung>
        <Big>{rung.name}</Big>
        <p className="rule">{active?.context.purpose === 'refresh' || (!active && full.purpose === 'refresh') ? 'refresher, ' : ''}{sayRule(rung.rule)}{!active && suggestion && rungId === suggestion.rungId ? `; ${whyWords[suggestion.why]}` : ''}{active ? `; ${position}` : ''}</p>
        <p className="criterion">{rung.criterion.words}</p>
        <dl>
          <dt>Say</dt><dd>{words(rung.say)}</dd>
          <dt>Don’t</dt><dd>{words(rung.dontSay)}</dd>
          <dt>Pay</dt><dd>{rung.payWhere}; {view.resident.side} side</dd>
          {!active && found?.command.caution && <><dt>Mind</dt><dd>{found.command.caution}</dd></>}
        </dl>
        {session.standing && <Cord><Line line={lineOf(session.standing, view.now)} size="row" /><span>{session.standing.word}</span></Cord>}
      </Rung>
      {!active && <SetupPanel view={view} full={full} onChange={(c) => setSetup((s) => ({ ...s, ...c }))} onBegin={begin} blocked={blockedBy(session, view)} />}
      {active && !session.ended && <Working key={active.context.id} session={session} seconds={rung.kind === 'timed' ? rung.criterion.seconds : undefined} of={rung.setReps} />}
      {active && session.ended && session.verdict && <VerdictPanel verdict={session.verdict} reps={active.reps} suggestion={session.suggestion} standing={session.standing} view={view} onNext={next} onUndo={session.undo} />}
    </Page>
  )
}

type Session = ReturnType<typeof useSetSession>

function blockedBy(session: Session, view: SessionView): { text: string; href: string } | undefined {
  const step = session.standing?.step
  if (session.suggestion || !session.standing) return undefined
  if (step && step.command !== view.command) {
    const need = findRung(houseCurriculum, step.rungId)
    return need ? { text: `First ${need.command.name}, “${need.rung.name}”: it must be held. What is recorded here is kept and moves nothing on.`, href: `/dogs/${view.resident.residencyId}/work/${need.command.id}` } : undefined
  }
  return { text: 'Nothing more to gain here today: held needs a second day. Work another command.', href: `/dogs/${view.resident.residencyId}` }
}

function SetupPanel({ view, full, onChange, onBegin, blocked }: { view: SessionView; full: Setup; onChange: (c: Partial<Setup>) => void; onBegin: () => void; blocked: { text: string; href: string } | undefined }) {
  const rungs = findCommand(houseCurriculum, view.command)?.runs.flatMap((run) => run.rungs) ?? []
  useKeys({ Enter: onBegin })
  return (
    <Bottom>
      {blocked && <NeedsPerson>{blocked.text} <Link href={blocked.href}>Go there</Link></NeedsPerson>}
      <Options>
        <Choose label="Rung" value={full.rungId} onChange={(id) => onChange({ rungId: id })} choices={rungs.map((r) => ({ id: r.id, name: r.name }))} />
        <Choose label="Place" value={full.placeId} onChange={(id) => onChange({ placeId: id })} choices={view.places} />
        <Choose label="On the leash" value={full.personId} onChange={(id) => onChange({ personId: id })} choices={view.people} />
        <Choose label="Distraction" value={String(full.level)} onChange={(id) => onChange({ level: Number(id) })} choices={levels} />
        <Choose label="Kit" value={full.kit} onChange={(id) => { const kit = kits.find((k) => k === id); if (kit) onChange({ kit }) }} choices={kits.map((k) => ({ id: k, name: k }))} />
      </Options>
      <Go onPress={onBegin}>Begin set</Go>
    </Bottom>
  )
}

const levels = [
  { id: '0', name: '0 quiet, known', note: 'quiet known room' },
  { id: '1', name: '1 handler busy', note: 'turns, talks, drops things' },
  { id: '2', name: '2 food on floor', note: 'food or toys on the floor, one person passing' },
  { id: '3', name: '3 people playing', note: 'kennel noise, calm dog far off or crated' },
  { id: '4', name: '4 dog passing', note: 'calm dog near, traffic, someone calling the dog' },
  { id: '5', name: '5 busy place', note: 'loose or playing dog, wildlife, busy public place' },
]

const targets: readonly { outcome: Outcome; name: string; sign: string; key: string }[] = [
  { outcome: 'clean', name: 'Clean', sign: '●', key: 'c' },
  { outcome: 'helped', name: 'Helped', sign: '◐', key: 'h' },
  { outcome: 'late', name: 'Late', sign: '◔', key: 'l' },
  { outcome: 'miss', name: 'Miss', sign: '✕', key: 'm' },
]

function Working({ session, seconds, of }: { session: Session; seconds: number | undefined; of: number }) {
  const { active, verdict, tap, undo, finish } = session
  const [hold, setHold] = useState<HoldClock>()
  const [as, setAs] = useState<'clean' | 'helped' | 'late'>('clean')
  const how = useRef<'clean' | 'helped' | 'late'>('clean')
  useEffect(() => () => { hold?.stop() }, [hold])
  const press = (outcome: Outcome) => {
    buzz(outcome === 'clean' ? 20 : 60)
    // Without the clock nobody measured the hold, so no seconds are kept.
    if (!hold) return tap(outcome)
    if (outcome === 'miss') {
      const at = Math.round(Math.min(hold.stop(), seconds ?? 0) * 10) / 10
      setHold(undefined)
      return tap('miss', { heldSeconds: at, brokeSeconds: at })
    }
    how.current = outcome
    setAs(outcome)
  }
  const begin = () => {
    if (seconds === undefined || hold) return
    how.current = 'clean'
    setAs('clean')
    setHold(
      startHold(seconds, () => {
        setHold(undefined)
        buzz(200)
        tap(how.current, { heldSeconds: seconds })
      }),
    )
  }
  useKeys({ ...Object.fromEntries(targets.map((t) => [t.key, () => press(t.outcome)])), z: undo, e: finish, ...(seconds === undefined ? {} : { ' ': begin }) })
  const reps = active?.reps ?? []
  return (
    <Bottom>
      <Marks role="status" aria-label={`Rep ${reps.length} of ${of}. ${verdict?.counts ?? ''}`}>
        <span aria-hidden="true">{Array.from({ length: Math.max(of, reps.length) }, (_, i) => <i key={i}>{targets.find((t) => t.outcome === reps[i]?.outcome)?.sign ?? '○'}</i>)}</span>
        <b>{reps.length}/{of}</b>
        <em>{verdict?.kind === 'moves-nothing' ? verdict.why : verdict?.counts}</em>
      </Marks>
      {seconds !== undefined && <Hold clock={hold} seconds={seconds} onBegin={begin} />}
      <Targets>
        {targets.map((t) => (
          <Target key={t.outcome} data-outcome={t.outcome} data-on={hold !== undefined && as === t.outcome} onPress={() => press(t.outcome)}>
            <span aria-hidden="true">{t.sign}</span> {hold && t.outcome === 'miss' ? 'Broke' : t.name}
            <kbd aria-hidden="true">{t.key.toUpperCase()}</kbd>
          </Target>
        ))}
      </Targets>
      <Row>
        <Plain onPress={undo} isDisabled={reps.length === 0}>Undo <kbd aria-hidden="true">Z</kbd></Plain>
        <Plain onPress={finish}>End set <kbd aria-hidden="true">E</kbd></Plain>
      </Row>
    </Bottom>
  )
}

/** The hold as a cord drawn toward its peg, with the seconds beside it. */
function Hold({ clock, seconds, onBegin }: { clock: HoldClock | undefined; seconds: number; onBegin: () => void }) {
  const [now, setNow] = useState(0)
  useEffect(() => {
    if (!clock) return
    let frame = 0
    const draw = () => {
      setNow(clock.elapsed())
      frame = requestAnimationFrame(draw)
    }
    frame = requestAnimationFrame(draw)
    return () => cancelAnimationFrame(frame)
  }, [clock])
  if (!clock) return <Start onPress={onBegin}>Start hold <kbd aria-hidden="true">Space</kbd></Start>
  const done = Math.min(now, seconds)
  return (
    <Timer role="timer" aria-label={`Holding, ${seconds} seconds`}>
      <b>{done.toFixed(1)}</b><span>of {seconds} s</span>
      <svg viewBox="0 0 300 14" preserveAspectRatio="none" aria-hidden="true">
        <line x1="4" x2="296" y1="7" y2="7" stroke="var(--rule)" strokeWidth="1.5" strokeDasharray="2 4" />
        <line x1="4" x2={4 + (292 * done) / seconds} y1="7" y2="7" stroke="var(--held)" strokeWidth="6" />
        <line x1="296" x2="296" y1="0" y2="14" stroke="var(--ink)" strokeWidth="4" />
      </svg>
    </Timer>
  )
}

const Page = styled.main`
  min-height: 100dvh; max-width: 46rem; margin: 0 auto; padding: 0.5rem 0.9rem 0.9rem; display: flex; flex-direction: column; gap: 0.55rem; background: var(--ground); color: var(--ink);
  kbd { font: 500 0.75rem/1 inherit; border: 1px solid currentColor; border-radius: 3px; padding: 0.1rem 0.3rem; opacity: 0.75; margin-left: 0.35rem; }
  @media (hover: none) { kbd { display: none; } }
`
const Strip = styled.header`
  display: flex; align-items: center; gap: 0.6rem; border-bottom: 3px solid var(--ink); padding-bottom: 0.35rem; flex-wrap: wrap;
  > a { font-size: 1.7rem; line-height: 1; min-width: 2.75rem; min-height: 2.75rem; display: grid; place-items: center; text-decoration: none; }
  h1 { font-size: 1.15rem; flex: 1; min-width: 0; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; } h1 b { font-weight: 780; font-size: 1.35rem; margin-right: 0.2rem; } h1 span { font-weight: 420; }
`
const Memory = styled.span`font-size: 0.85rem; color: var(--ink-2); ${phone} { width: 100%; text-align: right; margin-top: -0.5rem; } &[data-offline='true'] { color: var(--person); font-weight: 660; }`
const Rung = styled.section`
  display: grid; gap: 0.3rem;
  .rule { color: var(--ink-2); } .criterion { font-size: 1.1rem; font-weight: 560; }
  dl { margin: 0.2rem 0 0; display: grid; grid-template-columns: auto 1fr; gap: 0.15rem 0.7rem; } dt { font-weight: 700; } dd { margin: 0; }
`
const Cord = styled.div`display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 0.8rem; align-items: start; margin-top: 0.4rem; svg { height: auto; } span { font-weight: 620; } `
const Big = styled.h2`font-size: clamp(2.2rem, 9vw, 3.4rem); font-weight: 720;`
const Bottom = styled.section`margin-top: auto; display: grid; gap: 0.6rem;`
const Options = styled.div`display: grid; grid-template-columns: 1fr 1fr; gap: 0.5rem 0.6rem; > :first-child { grid-column: 1 / -1; }`
const Go = styled(AriaButton)`min-height: 5rem; border: 0; border-radius: 6px; background: var(--now); color: var(--on-now); font: 720 1.5rem/1 'Hepta Slab Variable', serif; cursor: pointer; &[data-pressed='true'] { filter: brightness(0.92); }`
const Marks = styled.div`display: grid; grid-template-columns: 1fr auto; align-items: baseline; span { font-size: 1.7rem; letter-spacing: 0.12em; line-height: 1; } i { font-style: normal; } b { font-size: 1.5rem; font-weight: 720; } em { grid-column: 1 / -1; font-style: normal; min-height: 1.4em; }`
const Targets = styled.div`display: grid; grid-template-columns: 1fr 1fr; gap: 0.6rem;`
const Target = styled(AriaButton)`
  min-height: 5.6rem; border: 3px solid var(--ink); border-radius: 6px; background: var(--paper); color: var(--ink); font-size: 1.45rem; font-weight: 680; cursor: pointer; touch-action: manipulation;
  &[data-outcome='clean'] { background: var(--ink); color: var(--paper); }
  &[data-on='true'] { outline: 4px solid var(--now); outline-offset: 2px; }
  &[data-pressed='true'] { transform: translateY(2px); }
`
const Start = styled(AriaButton)`min-height: 4.6rem; border: 0; border-radius: 6px; background: var(--now); color: var(--on-now); font: 700 1.35rem/1 'Hepta Slab Variable', serif; cursor: pointer;`
const Timer = styled.div`min-height: 4.6rem; display: grid; grid-template-columns: auto 1fr; align-items: baseline; column-gap: 0.6rem; b { font-size: 3rem; line-height: 1; font-weight: 740; } svg { grid-column: 1 / -1; width: 100%; height: 14px; }`
const Row = styled.div`display: flex; justify-content: space-between;`
const Plain = styled(AriaButton)`min-height: 3rem; min-width: 7rem; border: 1.5px solid var(--rule-2); border-radius: 4px; background: none; color: var(--ink); cursor: pointer; &[data-disabled='true'] { opacity: 0.4; }`
