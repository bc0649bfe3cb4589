'use client'
import Link from 'next/link'
import { useEffect, useState } from 'react'
import styled from 'styled-components'
import { v4 } from 'uuid'
import type { Suggestion } from '@/core/coach/suggest'
import { findCommand, findRung } from '@/core/curriculum/lookup'
import { kitTurn } from '@/core/evidence/kit'
import type { Rung } from '@/core/curriculum/types'
import { sayRule } from '@/core/progress/rules'
import type { Outbox } from '@/device/outbox'
import type { SessionView } from '@/work/session'
import { useOutbox, useOutboxStatus } from '../shell/Tray'
import { Line } from '@/ui/Line'
import { NeedsPerson, Why } from '@/ui/parts'
import { promptOf } from '@/core/method/instruct'
import { heldSince } from '@/core/progress/state'
import { kits } from '@/core/wire'
import { phone } from '@/ui/theme'
import { lineOf } from '@/core/views/line'
import { SetupPanel } from './SetupPanel'
import { useSetSession, type Setup } from './useSetSession'
import { VerdictPanel } from './VerdictPanel'
import { Working } from './Working'

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
  const name = findCommand(view.curriculum, view.command)?.name ?? ''
  return (
    <>
      <Strip>
        <Link href={`/dogs/${view.resident.residencyId}`} aria-label={`Back to ${view.resident.name}`}>←</Link>
        <h1><b>{view.resident.runNumber}</b> {view.resident.name} <span>{name}</span></h1>
        <Memory role="status" data-offline={status.offline || status.signedOut || status.fleeting || status.refused.length > 0}>
          {status.fleeting && 'no lasting memory here: '}kept here: {status.kept} · sent: {status.sent}{status.refused.length > 0 && ` · refused: ${status.refused.length}`}{status.offline && status.kept > 0 && ' · no network'}{status.signedOut && <> · <a href={`/sign-in?to=${encodeURIComponent(`/dogs/${view.resident.residencyId}/work/${view.command}`)}`} {...(status.fleeting ? { target: '_blank' } : {})}>sign in to send</a></>}
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
  level: 'promised at a higher distraction level',
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
  const fallbackRung = findCommand(view.curriculum, view.command)?.runs[0]?.rungs[0]?.id ?? ''
  const { trial } = view
  const turnAfter = (more: readonly string[]) => trial && kitTurn([...trial.done, ...session.finished.flatMap((f) => (f.rungId === trial.rungId ? [f.kit] : [])), ...more], trial.kits)
  const turn = turnAfter([])
  const rungId = active?.context.rungId ?? setup.rungId ?? trial?.rungId ?? suggestion?.rungId ?? fallbackRung
  const found = findRung(view.curriculum, rungId)
  const rung = found?.rung
  const fitting = rung && placeAndKit(rung, view)
  const full: Setup = {
    rungId,
    purpose: rungId === suggestion?.rungId ? suggestion.purpose : 'work',
    placeId: setup.placeId ?? fitting?.placeId ?? (rungId === suggestion?.rungId ? suggestion?.placeId : undefined) ?? again?.placeId ?? view.last.placeId ?? view.places[0]?.id ?? '',
    personId: setup.personId ?? (rungId === suggestion?.rungId ? suggestion?.personId : undefined) ?? again?.personId ?? view.last.personId ?? view.people[0]?.id ?? '',
    level: setup.level ?? (rungId === suggestion?.rungId ? suggestion.level : undefined) ?? again?.level ?? 0,
    kit: setup.kit ?? kitOf(turn?.kit) ?? kitOf(rungId === suggestion?.rungId ? suggestion.kit : undefined) ?? again?.kit ?? fitting?.kit ?? '1.8 m leash',
    temperatureC: setup.temperatureC !== undefined ? setup.temperatureC : (again?.temperatureC ?? null),
    exercisedAt: 'exercisedAt' in setup ? setup.exercisedAt : again?.exercisedAt,
  }
  const begin = () => {
    session.begin(full)
    setAgain(full)
    setSetup({})
  }
  // One tap goes on where and with whom the last set was; somewhere else is somebody's decision, on the setup.
  const next = () => {
    session.finish()
    // In a comparison the kit is changed first: the setup says which.
    if (trial) return
    const context = active?.context
    const following = suggestion && findRung(view.curriculum, suggestion.rungId)?.rung
    if (!following || !context) return
    const fits = placeAndKit(following, view)
    const elsewhere = (fits.placeId ?? suggestion.placeId ?? context.placeId) !== context.placeId
    if (elsewhere || suggestion.shut !== undefined || suggestion.level !== context.level || (suggestion.personId ?? context.leashHolder) !== context.leashHolder) return
    session.begin({ rungId: suggestion.rungId, purpose: suggestion.purpose, placeId: context.placeId, personId: context.leashHolder, level: context.level, kit: again?.kit ?? fits.kit, temperatureC: again?.temperatureC ?? null, exercisedAt: again?.exercisedAt })
  }
  if (!rung || !found || view.people.length === 0)
    return (
      <Page>
        <Top view={view} outbox={outbox} />
        <Big>Nobody can hold the leash yet</Big>
        <p>Add a trainer first; a set says who held the leash.</p>
        <Link href="/people/new">Add a trainer</Link>
      </Page>
    )
  const prompt = promptOf(rung, found.command, view.method, { name: view.resident.name, cue: view.cueWord, release: view.resident.releaseWord, marker: view.resident.markerWord, side: view.resident.side, traits: view.resident.traits }, heldSince(found.run, view.state.runs[found.runKey], found.index) !== undefined)
  const position = active ? `${view.places.find((p) => p.id === active.context.placeId)?.name ?? ''}, ${view.people.find((p) => p.id === active.context.leashHolder)?.name ?? ''}` : ''
  return (
    <Page>
      <Top view={view} outbox={outbox} />
      <Criterion>
        <Big>{rung.name}</Big>
        <p className="rule">{active?.context.purpose === 'refresh' ? 'refresher, ' : ''}{sayRule(rung.rule)}{!active && suggestion && rungId === suggestion.rungId ? `; ${whyWords[suggestion.why]}${suggestion.relaxed ? ', made easier for what is new' : ''}` : ''}{active ? `; ${position}` : ''}</p>
        <p className="criterion">{rung.criterion.words}</p>
        <dl>
          <dt>Say</dt><dd>{prompt.say}</dd>
          <dt>Don’t</dt><dd>{prompt.dontSay}</dd>
          <dt>Pay</dt><dd>{prompt.payWhere}; {prompt.payWhen}{active ? '' : `; ${prompt.side} side`}</dd>
          {!active && found.command.caution && <><dt>Mind</dt><dd>{found.command.caution}</dd></>}
        </dl>
        {!active && <Why label="how, in this house"><ul>{prompt.notes.map((note) => <li key={note}>{note}</li>)}</ul></Why>}
        {session.standing && <Cord data-active={active !== undefined}><Line line={lineOf(session.standing, view.now)} size="row" /><span>{session.standing.word}</span></Cord>}
      </Criterion>
      {trial && !active && <Turn role="status">{turn ? <><b>Side by side, set {turn.number} of {turn.of}: on the {turn.kit}.</b> The same rung on both, in turns; change only the kit.</> : <><b>All turns are done.</b> <Link href={`/dogs/${view.resident.residencyId}/commands/${view.command}#kit`}>See them side by side</Link></>}</Turn>}
      {!active && <SetupPanel view={view} full={full} onChange={(c) => setSetup((s) => ({ ...s, ...c }))} onBegin={begin} blocked={blockedBy(session, view)} />}
      {active && !session.ended && <Working key={active.context.id} session={session} seconds={rung.kind === 'timed' || rung.kind === 'settle' ? rung.criterion.seconds : undefined} of={rung.setReps} faults={found.command.faults} />}
      {active && session.ended && session.verdict && <VerdictPanel verdict={session.verdict} reps={active.reps} suggestion={session.suggestion} standing={session.standing} view={view} turn={trial && active.context.rungId === trial.rungId ? (turnAfter([active.context.kit]) ?? 'done') : undefined} onNext={next} onChange={session.finish} onUndo={session.undo} />}
    </Page>
  )
}

type Session = ReturnType<typeof useSetSession>

/** The place a rung insists on, if it does, and the kit it is usually worked with. */
function placeAndKit(rung: Rung, view: SessionView): { placeId: string | undefined; kit: Setup['kit'] } {
  const { place } = rung.criterion
  return { placeId: place && view.places.find((p) => p.kind === place)?.id, kit: rung.kind === 'recall' ? 'long line' : '1.8 m leash' }
}

const kitOf = (kit: string | undefined): Setup['kit'] | undefined => kits.find((k) => k === kit)

function blockedBy(session: Session, view: SessionView): { text: string; href: string } | undefined {
  const step = session.standing?.step
  if (session.suggestion?.shut !== undefined) return { text: `Shut: ${session.suggestion.shut}. What is recorded here is kept and moves nothing on.`, href: `/dogs/${view.resident.residencyId}` }
  if (session.suggestion || !session.standing) return undefined
  if (step && step.command !== view.command) {
    const need = findRung(view.curriculum, step.rungId)
    return need ? { text: `First ${need.command.name}, “${need.rung.name}”: it must be held. What is recorded here is kept and moves nothing on.`, href: `/dogs/${view.resident.residencyId}/work/${need.command.id}` } : undefined
  }
  return { text: 'Nothing more to gain here today: held needs a second day. Work another command.', href: `/dogs/${view.resident.residencyId}` }
}

const Turn = styled.p`border: 1.5px solid var(--ink); border-radius: 4px; padding: 0.4rem 0.7rem;`
const Page = styled.main`
  min-height: 100dvh; max-width: 46rem; margin: 0 auto; padding: 0.5rem 0.9rem 0.9rem; display: flex; flex-direction: column; gap: 0.55rem; background: var(--ground); color: var(--ink);
  kbd { font-family: inherit; font-size: 0.8rem; font-weight: 500; line-height: 1; border: 1px solid currentColor; border-radius: 3px; padding: 0.1rem 0.3rem; opacity: 0.75; margin-left: 0.35rem; }
  @media (hover: none) { kbd { display: none; } }
`
const Strip = styled.header`
  display: flex; align-items: center; gap: 0.6rem; border-bottom: 3px solid var(--ink); padding-bottom: 0.35rem; flex-wrap: wrap;
  > a { font-size: 1.7rem; line-height: 1; min-width: 2.75rem; min-height: 2.75rem; display: grid; place-items: center; text-decoration: none; }
  h1 { font-size: 1.15rem; flex: 1; min-width: 0; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; } h1 b { font-weight: 780; font-size: 1.35rem; margin-right: 0.2rem; } h1 span { font-weight: 420; }
`
const Memory = styled.span`font-size: 0.85rem; color: var(--ink-2); ${phone} { width: 100%; text-align: right; margin-top: -0.5rem; } &[data-offline='true'] { color: var(--person); font-weight: 660; }`
const Criterion = styled.section`
  display: grid; gap: 0.3rem;
  .rule { color: var(--ink-2); } .criterion { font-size: 1.1rem; font-weight: 560; }
  dl { margin: 0.2rem 0 0; display: grid; grid-template-columns: auto 1fr; gap: 0.15rem 0.7rem; } dt { font-weight: 700; } dd { margin: 0; }
`
const Cord = styled.div`&[data-active='true'] { ${phone} { display: none; } } display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 0.8rem; align-items: start; margin-top: 0.4rem; svg { height: auto; } span { font-weight: 620; } `
const Big = styled.h2`font-size: clamp(2.2rem, 9vw, 3.4rem); font-weight: 720;`
