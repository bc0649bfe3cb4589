'use client'
import { useCallback, useMemo, useState } from 'react'
import { suggestSet, type Suggestion } from '@/core/coach/suggest'
import { findRung, ownRung } from '@/core/curriculum/lookup'
import type { PromptLevel } from '@/core/curriculum/types'
import { compareFacts, openForMs, type Outcome, type RepFact, type SetContext } from '@/core/facts'
import { applyRep, type Verdict } from '@/core/progress/fold'
import { always, type Regimes } from '@/core/progress/regime'
import type { DogState } from '@/core/progress/state'
import { commandStanding } from '@/core/progress/standing'
import type { SetOpened, WireFact } from '@/core/wire'
import type { Outbox } from '@/device/outbox'
import type { SessionView } from '@/work/session'

export interface Active {
  readonly context: SetContext
  readonly reps: readonly RepFact[]
}

export interface Setup {
  readonly rungId: string
  readonly purpose: 'work' | 'refresh'
  readonly placeId: string
  readonly personId: string
  readonly level: number
  readonly kit: SetOpened['kit']
  /** Degrees, where somebody looked. */
  readonly temperatureC: number | null
  /** When the dog last had exercise, on the device's clock; undefined when nobody said. */
  readonly exercisedAt: number | undefined
}

interface Held {
  readonly base: DogState
  readonly active: Active | undefined
  readonly block: string
  /** When the first set of the block began here. */
  readonly blockFrom: number | undefined
  /** Kit of the sets finished here, oldest first, with their rungs. */
  readonly finished: readonly { readonly rungId: string; readonly kit: string }[]
}

export interface RepExtras {
  readonly heldSeconds?: number
  readonly brokeSeconds?: number
  readonly prompt?: PromptLevel
  readonly faults?: readonly string[]
}

/** A set in hand: everything is judged on the device from the state it was opened with; facts go to the outbox. */
export function useSetSession(view: SessionView, outbox: Outbox, newBlock: () => string) {
  const [held, setHeld] = useState<Held>(() => ({ ...resume(view, outbox.facts(), outbox.deviceId), block: newBlock(), blockFrom: undefined, finished: [] }))
  const { base, active } = held
  const { curriculum } = view
  const regimes = useMemo(() => regimesOf(view), [view])
  const judged = useMemo(() => judge(regimes, base, active), [regimes, base, active])
  const ended = judged.verdict?.endsSet ?? false
  const command = curriculum.commands.find((c) => c.id === view.command)
  const standing = useMemo(() => {
    if (!command) return undefined
    const promises = view.promises.filter((p) => findRung(curriculum, p.rungId)?.command.id === command.id)
    return commandStanding(curriculum, command, judged.state, promises)
  }, [command, curriculum, judged.state, view.promises])
  const suggestion: Suggestion | undefined = useMemo(
    () => standing && suggestSet(curriculum, judged.state, standing, { now: view.now, today: view.today, places: view.places, people: view.handlers, method: view.method, forgetting: view.forgetting }),
    [curriculum, judged.state, standing, view],
  )

  const begin = useCallback(
    (setup: Setup) => {
      const place = view.places.find((p) => p.id === setup.placeId)
      if (!place) return
      const now = Date.now()
      const minutes = (since: number) => Math.min(1440, Math.max(0, Math.round((now - since) / 60_000)))
      const fact = outbox.add({
        kind: 'set-opened', residencyId: view.resident.residencyId, rungId: setup.rungId, purpose: setup.purpose, blockId: held.block, recordedBy: view.me, leashHolder: setup.personId,
        placeId: setup.placeId, level: setup.level, distanceBand: null, kit: setup.kit, temperatureC: setup.temperatureC, minutesIn: held.blockFrom === undefined ? 0 : minutes(held.blockFrom), exerciseMinutesAgo: setup.exercisedAt === undefined ? null : minutes(setup.exercisedAt), replaces: null,
      })
      const context: SetContext = { id: fact.id, rungId: setup.rungId, purpose: setup.purpose, day: view.today, placeId: place.id, placeKind: place.kind, leashHolder: setup.personId, level: setup.level, kit: setup.kit, blockId: held.block }
      setHeld((h) => ({ ...h, base: judge(regimes, h.base, h.active).state, active: { context, reps: [] }, blockFrom: h.blockFrom ?? fact.deviceAt }))
    },
    [held.block, held.blockFrom, outbox, regimes, view],
  )

  const tap = useCallback(
    (outcome: Outcome, extras: RepExtras = {}) => {
      if (!active || judge(regimes, base, active).verdict?.endsSet) return
      const faults = extras.faults ? [...extras.faults] : outcome === 'miss' && extras.brokeSeconds !== undefined ? ['broke'] : []
      const prompt = extras.prompt ?? (outcome === 'helped' ? 'full-signal' : null)
      const fact = outbox.add({ kind: 'rep', setId: active.context.id, outcome, prompt, latencySeconds: null, heldSeconds: extras.heldSeconds ?? null, brokeSeconds: extras.brokeSeconds ?? null, steps: null, faults, paid: outcome !== 'miss', replaces: null })
      const rep: RepFact = { id: fact.id, at: fact.deviceAt, device: outbox.deviceId, seq: fact.seq, outcome, faults, ...(extras.heldSeconds === undefined ? {} : { heldSeconds: extras.heldSeconds }), ...(extras.brokeSeconds === undefined ? {} : { brokeSeconds: extras.brokeSeconds }) }
      setHeld((h) => (h.active ? { ...h, active: { ...h.active, reps: [...h.active.reps, rep] } } : h))
    },
    [active, base, outbox, regimes],
  )

  const undo = useCallback(() => {
    const last = active?.reps.at(-1)
    if (!active || !last) return
    outbox.add({ kind: 'voided', targetId: last.id, reason: 'undone', recordedBy: view.me })
    setHeld((h) => (h.active ? { ...h, active: { ...h.active, reps: h.active.reps.slice(0, -1) } } : h))
  }, [active, outbox, view.me])

  /** Closes the set. A set without a rep is taken back: nothing happened. */
  const finish = useCallback(() => {
    if (!active) return
    if (active.reps.length === 0) outbox.add({ kind: 'voided', targetId: active.context.id, reason: 'no rep', recordedBy: view.me })
    else outbox.add({ kind: 'set-closed', setId: active.context.id, endedBy: ended ? 'rule' : 'trainer', note: '' })
    setHeld((h) => ({ ...h, base: judge(regimes, h.base, h.active).state, active: undefined, finished: active.reps.length === 0 ? h.finished : [...h.finished, { rungId: active.context.rungId, kit: active.context.kit }] }))
  }, [active, ended, outbox, regimes, view.me])

  return { active, finished: held.finished, verdict: judged.verdict, ended, standing, suggestion, begin, tap, undo, finish }
}

const regimesOf = (view: SessionView): Regimes => always(view.curriculum, view.judging)

function judge(regimes: Regimes, base: DogState, active: Active | undefined): { state: DogState; verdict: Verdict | undefined } {
  let state = base
  let verdict: Verdict | undefined
  active?.reps.forEach((rep, i) => {
    const step = applyRep(state, regimes, active.context, rep, active.reps.slice(0, i))
    state = step.state
    verdict = step.verdict
  })
  return { state, verdict }
}

/** The set this device left open on this command, with every rep the server or the device knows; the rest is folded in. */
export function resume(view: SessionView, facts: readonly WireFact[], device: string): { base: DogState; active: Active | undefined } {
  const voided = new Set(facts.flatMap((f) => (f.kind === 'voided' ? [f.targetId] : [])))
  const closed = new Set(facts.flatMap((f) => (f.kind === 'set-closed' ? [f.setId] : [])))
  const regimes = regimesOf(view)
  const commandOf = (rungId: string) => ownRung(view.curriculum, rungId)?.command.id
  let base = view.state
  let mine: Active | undefined
  for (const { device: by, set } of view.open) {
    const here = by === device && commandOf(set.rungId) === view.command && !closed.has(set.id) && !voided.has(set.id)
    if (here) mine = { context: set, reps: set.reps }
    else base = judge(regimes, base, { context: set, reps: set.reps }).state
  }
  const local = facts.findLast((f): f is SetOpened => f.kind === 'set-opened' && f.residencyId === view.resident.residencyId && commandOf(f.rungId) === view.command && !closed.has(f.id) && !voided.has(f.id) && f.deviceAt > view.now - openForMs)
  const active = local ? contextOf(local, view) : mine?.context
  if (!active) return { base, active: undefined }
  const known = new Map((mine?.context.id === active.id ? mine.reps : []).map((r) => [r.id, r]))
  for (const f of facts) if (f.kind === 'rep' && f.setId === active.id) known.set(f.id, repOf(f, device))
  return { base, active: { context: active, reps: [...known.values()].filter((r) => !voided.has(r.id)).sort(compareFacts) } }
}

function contextOf(f: SetOpened, view: SessionView): SetContext {
  return { id: f.id, rungId: f.rungId, purpose: f.purpose, day: view.today, placeId: f.placeId, placeKind: view.places.find((p) => p.id === f.placeId)?.kind ?? 'room', leashHolder: f.leashHolder, level: f.level, kit: f.kit, blockId: f.blockId }
}

function repOf(f: Extract<WireFact, { kind: 'rep' }>, device: string): RepFact {
  return { id: f.id, at: f.deviceAt, device, seq: f.seq, outcome: f.outcome, faults: f.faults, ...(f.heldSeconds === null ? {} : { heldSeconds: f.heldSeconds }), ...(f.brokeSeconds === null ? {} : { brokeSeconds: f.brokeSeconds }) }
}
