'use client'
import { startTransition, useCallback, useMemo, useState } from 'react'
import { drawPays, drawReps, drawScene, unpaidRun, type Draw } from '@/core/block/chance'
import type { BlockItem } from '@/core/block/compose'
import { contextKey, countRep, expectedRate, noFall, type Falling } from '@/core/block/falling'
import { holdPay, holdSeconds, payMoments } from '@/core/block/hold'
import { suggestAll, suggestFor, type Suggestion, type Suggestions } from '@/core/coach/suggest'
import { findCommand, findRung } from '@/core/curriculum/lookup'
import { daysBetween } from '@/core/days'
import { firstDays } from '@/core/dog/early'
import type { Outcome } from '@/core/facts/fact'
import { applyRep, foldOnto } from '@/core/progress/fold'
import { outcomeMade } from '@/core/progress/result'
import { commandStanding, type CommandStanding } from '@/core/promise/standing'
import { isHeld, isPassed, type DogState } from '@/core/progress/state'
import type { FactOf } from '@/core/facts/wire'
import type { NewFact, Outbox } from '@/device/outbox'
import type { BlockView } from '@/work/page/block'
import { Known } from './known'
import { aroundHere, coachedDog } from './surroundings'
import {
  contextOf,
  factOf,
  judge,
  regimesOf,
  repOf,
  resume,
  type LiveBlock,
  type LiveRep,
  type LiveSet,
  type Resumed,
} from './resume'

/** Everything a set is opened with. */
export interface Setup {
  readonly rungId: string
  readonly purpose: 'work' | 'refresh'
  readonly placeId: string
  readonly personId: string
  readonly level: number
  readonly kit: FactOf<'set-opened'>['kit']
  readonly band: FactOf<'set-opened'>['distanceBand']
  readonly helper: boolean
  readonly secondDog: string | null
  /** Degrees and percent, where somebody looked. */
  readonly temperatureC: number | null
  readonly humidity: number | null
  /** When the dog last had exercise, on the device's clock; undefined when nobody said. */
  readonly exercisedAt: number | undefined
  readonly feedId: string | null
}

/** What is known of a rep beside its outcome. */
export type RepExtras = Partial<
  Pick<
    FactOf<'rep'>,
    | 'prompt'
    | 'latencySeconds'
    | 'heldSeconds'
    | 'brokeSeconds'
    | 'steps'
    | 'faults'
    | 'attention'
    | 'cuesSaid'
    | 'sound'
    | 'planned'
    | 'pieces'
    | 'sitPieces'
    | 'payError'
    | 'turns'
    | 'stops'
  >
>

type Held = Resumed & {
  /** Number of the part in hand. */
  readonly item: number
  /** From this one on, the block's reps count toward a fall: a break begins the test anew. */
  readonly breakAfter: number
  readonly stressful: boolean
  readonly ended: boolean
}

/** Whether as many reps of a sure thing were done as the block wants of it, before its rule ends the set. */
function hasEnough({ active, block, item, judged }: Held): boolean {
  const part = block?.items[item]
  return (
    part !== undefined && part.role !== 'work' && (active?.reps.length ?? 0) >= part.reps && !judged.verdict?.endsSet
  )
}

/** Whether the set in hand takes no more reps: its rule has ended it, or it was enough. */
export const takesNoMore = (held: Held): boolean => held.judged.verdict?.endsSet === true || hasEnough(held)

/** The block as it is taken up: what the kennel knew, and what lies on the device. */
function takeUp(view: BlockView, outbox: Outbox): Held {
  const found = resume(view, outbox.facts(), outbox.deviceId, (id) => outbox.isSent(id))
  const items = found.block?.items ?? []
  const at = [...found.done, ...(found.active ? [found.active] : [])].reduce(
    (i, s) =>
      Math.max(
        i,
        items.findIndex((it, n) => n >= i && it.command === findRung(view.curriculum, s.context.rungId)?.command.id),
      ),
    0,
  )
  return { ...found, item: at, breakAfter: 0, stressful: false, ended: false }
}

/**
 * A block in hand: everything is judged on the device from the state it was opened with; facts go to the outbox. What
 * is drawn follows what is known: after a tap the marks at once (they read `known`), all else in a transition.
 */
export function useBlock(view: BlockView, outbox: Outbox, seedOf: () => number) {
  const regimes = useMemo(() => regimesOf(view), [view])
  const [known] = useState(() => new Known(takeUp(view, outbox)))
  const [held, setHeld] = useState(known.now)
  const change = useCallback((to: (h: Held) => Held) => setHeld(known.change(to)), [known])
  const { active, base, block, done } = held
  const items = useMemo(() => block?.items ?? [], [block])
  const { curriculum } = view
  const standingOf = useCallback(
    (commandId: string, state: DogState): CommandStanding | undefined => {
      const command = findCommand(curriculum, commandId)
      return (
        command &&
        commandStanding(
          curriculum,
          command,
          state,
          view.promises.filter((p) => findRung(curriculum, p.rungId)?.command.id === command.id),
        )
      )
    },
    [curriculum, view.promises],
  )
  const suggestions = useCallback(
    (state: DogState): Suggestions =>
      suggestAll(
        curriculum,
        state,
        view.promises,
        coachedDog(view),
        aroundHere(view),
        daysBetween(view.resident.arrivesOn, view.today) <= firstDays,
      ),
    [curriculum, view],
  )
  const suggest = useCallback(
    (commandId: string, state: DogState): Suggestion | undefined => suggestFor(suggestions(state), commandId),
    [suggestions],
  )

  /** Opens a set, and before the first one the block, with these parts. */
  const begin = useCallback(
    (setup: Setup, plan: readonly BlockItem[], item: number) => {
      const place = view.places.find((p) => p.id === setup.placeId)
      if (!place) return
      const now = Date.now()
      const minutes = (since: number) => Math.min(1440, Math.max(0, Math.round((now - since) / 60_000)))
      const opened = known.now().block ?? {
        id: outbox.add({
          kind: 'block-opened',
          residencyId: view.resident.residencyId,
          plan: plan.map((p) => ({ role: p.role, command: p.command, rungId: p.rungId })),
          recordedBy: view.me,
        }).id,
        items: plan,
        from: now,
      }
      const fact = outbox.add({
        kind: 'set-opened',
        residencyId: view.resident.residencyId,
        rungId: setup.rungId,
        purpose: setup.purpose,
        blockId: opened.id,
        recordedBy: view.me,
        leashHolder: setup.personId,
        placeId: setup.placeId,
        level: setup.level,
        distanceBand: setup.level > 0 ? setup.band : null,
        kit: setup.kit,
        temperatureC: setup.temperatureC,
        humidity: setup.humidity,
        minutesIn: minutes(opened.from),
        exerciseMinutesAgo: setup.exercisedAt === undefined ? null : minutes(setup.exercisedAt),
        mealMinutesAgo: view.mealMinutesAgo === null ? null : Math.min(1440, view.mealMinutesAgo + minutes(view.now)),
        seed: seedOf(),
        helper: setup.helper ? 'a second person' : null,
        secondDog: setup.secondDog,
        feedId: setup.feedId,
        replaces: null,
      })
      if (fact.kind !== 'set-opened') return
      change((h) => {
        const before = h.active
          ? { base: h.judged.state, done: h.active.reps.length > 0 ? [...h.done, h.active] : h.done }
          : { base: h.base, done: h.done }
        return {
          ...h,
          ...before,
          item,
          block: opened,
          active: { context: contextOf(fact, view), opened: fact, reps: [] },
          judged: { state: before.base, verdict: undefined },
          before: h.block ? h.before : h.base,
          ended: false,
        }
      })
    },
    [change, known, outbox, seedOf, view],
  )

  const rungId = active?.context.rungId
  const rungNow = useMemo(() => (rungId === undefined ? undefined : findRung(curriculum, rungId)), [curriculum, rungId])
  const seed = active?.opened?.seed ?? 0
  const draws: readonly Draw[] = useMemo(
    () =>
      rungNow
        ? drawReps(
            seed,
            drawScene(
              curriculum,
              base,
              rungNow.rung,
              isHeld(rungNow.run, base.runs[rungNow.runKey], rungNow.index),
              view.method,
              view.resident.traits,
            ),
            mostReps,
          )
        : [],
    [base, curriculum, rungNow, seed, view.method, view.resident.traits],
  )
  // Pay runs on from set to set: what went unpaid before this one, here or in the kennel's books.
  const unpaid = useMemo(() => {
    const here = done
      .flatMap((s) => s.reps)
      .filter((r) => r.fact.outcome === 'clean')
      .map(
        (r) => r.done === undefined || (r.done.pieces ?? (r.done.paid === false ? 0 : 1)) + (r.done.sitPieces ?? 0) > 0,
      )
      .reverse()
    const run = unpaidRun(here)
    if (run === undefined) return view.unpaid
    return run < here.length ? run : run + (view.unpaid ?? 0)
  }, [done, view.unpaid])
  const pays = useMemo(
    () =>
      rungNow
        ? drawPays(
            seed,
            {
              rung: rungNow.rung,
              held: isHeld(rungNow.run, base.runs[rungNow.runKey], rungNow.index),
              method: view.method,
            },
            unpaid,
            mostReps,
          )
        : [],
    [base, rungNow, seed, unpaid, view.method],
  )
  const repNumber = active?.reps.length ?? 0
  const draw = draws[repNumber]
  const payTier = items[held.item]?.payTier ?? 1
  /** Pieces chance has planned for the next clean rep. */
  const plannedFor = useCallback(
    (set: LiveSet | undefined): number => {
      const clean = set?.reps.filter((r) => r.fact.outcome === 'clean').length ?? 0
      return plannedPieces(view, payTier, pays[clean] ?? true, clean > 0)
    },
    [pays, payTier, view],
  )
  const planned = plannedFor(active)

  // A stay is paid inside the hold, whatever chance says of its end; play would break it.
  const payAt: readonly number[] = useMemo(() => {
    const length = holdSeconds(rungNow?.rung)
    if (!rungNow || length === undefined || view.resident.traits.toys) return []
    const run = base.runs[rungNow.runKey]
    return payMoments(
      length,
      holdPay(rungNow.rung, view.method, {
        passed: isPassed(rungNow.run, run, rungNow.index),
        held: isHeld(rungNow.run, run, rungNow.index),
      }),
      seed + repNumber,
    )
  }, [base.runs, repNumber, rungNow, seed, view.method, view.resident.traits.toys])

  const add = useCallback(
    (rep: NewFact): FactOf<'rep'> | undefined => {
      const fact = outbox.add(rep)
      return fact.kind === 'rep' ? fact : undefined
    },
    [outbox],
  )

  const tap = useCallback(
    (outcome: Outcome, extras: RepExtras = {}) => {
      const { active: set } = known.now()
      if (!set || takesNoMore(known.now())) return
      const plan = extras.planned ?? plannedFor(set)
      const faults = extras.faults ?? (outcome === 'miss' && extras.brokeSeconds !== undefined ? ['broke'] : [])
      const pieces = extras.pieces ?? (outcome === 'miss' ? 0 : plan)
      const fact = add({
        kind: 'rep',
        setId: set.context.id,
        outcome,
        prompt: extras.prompt ?? (outcome === 'helped' ? 'full-signal' : null),
        latencySeconds: extras.latencySeconds ?? null,
        heldSeconds: extras.heldSeconds ?? null,
        brokeSeconds: extras.brokeSeconds ?? null,
        steps: extras.steps ?? null,
        faults: [...faults],
        paid: pieces > 0 || (outcome !== 'miss' && view.resident.traits.toys),
        attention: extras.attention ?? null,
        cuesSaid: extras.cuesSaid ?? null,
        sound: extras.sound ?? null,
        planned: plan,
        pieces,
        sitPieces: extras.sitPieces ?? null,
        payError: extras.payError ?? false,
        turns: extras.turns ?? null,
        stops: extras.stops ?? null,
        replaces: null,
      })
      if (!fact) return
      const rep: LiveRep = { fact: repOf(fact, outbox.deviceId), done: fact }
      const next = known.change((h) => ({
        ...h,
        active: { ...set, reps: [...set.reps, rep] },
        judged: applyRep(
          h.judged.state,
          regimes,
          set.context,
          rep.fact,
          set.reps.map((r) => r.fact),
        ),
      }))
      startTransition(() => setHeld(next))
    },
    [add, known, outbox.deviceId, plannedFor, regimes, view.resident.traits.toys],
  )

  /** Says more of the newest rep: it is taken back, and one that says it stands in its place. */
  const amend = useCallback(
    (said: RepExtras) => {
      const { active: set } = known.now()
      const last = set?.reps.at(-1)
      if (!set || !last?.done) return
      const { id, seq: _, deviceAt: __, ...was } = last.done
      outbox.add({ kind: 'voided', targetId: id, reason: 'said more exactly', recordedBy: view.me })
      const pieces = said.pieces ?? was.pieces
      const fact = add({
        ...was,
        ...said,
        faults: [...(said.faults ?? was.faults)],
        pieces,
        paid: said.pieces === undefined || said.pieces === null ? was.paid : said.pieces > 0,
        replaces: id,
      })
      if (!fact) return
      const now: LiveSet = {
        ...set,
        reps: [...set.reps.slice(0, -1), { fact: repOf(fact, outbox.deviceId), done: fact }],
      }
      change((h) => ({ ...h, active: now, judged: judge(regimes, h.base, now) }))
    },
    [add, change, known, outbox, regimes, view.me],
  )

  /**
   * Takes back the newest rep: of the set in hand, or, when it has none, of the set before, which is taken up again.
   */
  const undo = useCallback(() => {
    const { active: inHand, done: before } = known.now()
    const set = inHand && inHand.reps.length > 0 ? inHand : before.at(-1)
    const last = set?.reps.at(-1)
    if (!set || !last) return
    outbox.add({ kind: 'voided', targetId: last.fact.id, reason: 'undone', recordedBy: view.me })
    if (set !== inHand && inHand)
      outbox.add({ kind: 'voided', targetId: inHand.context.id, reason: 'no rep', recordedBy: view.me })
    change((h) => {
      const again: LiveSet = { ...set, reps: set.reps.slice(0, -1) }
      if (set === h.active) return { ...h, active: again, judged: judge(regimes, h.base, again) }
      const others = h.done.filter((d) => d !== set)
      const start = foldOnto(h.before, regimes, others.map(factOf))
      const item =
        h.block?.items.findIndex((i) => i.command === findRung(curriculum, set.context.rungId)?.command.id) ?? -1
      return {
        ...h,
        base: start,
        active: again,
        done: others,
        judged: judge(regimes, start, again),
        item: item < 0 ? h.item : item,
        ended: false,
      }
    })
  }, [change, curriculum, known, outbox, regimes, view.me])

  /** Closes the set. A set without a rep is taken back: nothing happened. */
  const finish = useCallback(() => {
    const { active: set, judged } = known.now()
    if (!set) return
    if (set.reps.length === 0)
      outbox.add({ kind: 'voided', targetId: set.context.id, reason: 'no rep', recordedBy: view.me })
    else
      outbox.add({
        kind: 'set-closed',
        setId: set.context.id,
        endedBy: judged.verdict?.endsSet ? 'rule' : 'trainer',
        note: '',
      })
    change((h) => ({
      ...h,
      base: h.judged.state,
      active: undefined,
      judged: { state: h.judged.state, verdict: undefined },
      done: h.active && h.active.reps.length > 0 ? [...h.done, h.active] : h.done,
    }))
  }, [change, known, outbox, view.me])

  const falling: Falling = useMemo(
    () =>
      [...done, ...(active ? [active] : [])]
        .flatMap((s) =>
          s.reps.map((r) => ({
            clean: outcomeMade(findRung(curriculum, s.context.rungId)?.rung, r.fact) === 'clean',
            expected: expectedRate(view.seen[contextKey(s.context)]),
          })),
        )
        .slice(held.breakAfter)
        .reduce((f, r) => countRep(f, r.clean, r.expected), noFall),
    [active, curriculum, done, held.breakAfter, view.seen],
  )
  const restart = useCallback(
    () =>
      change((h) => ({
        ...h,
        breakAfter: h.done.reduce((n, s) => n + s.reps.length, 0) + (h.active?.reps.length ?? 0),
      })),
    [change],
  )
  const goTo = useCallback((item: number) => change((h) => ({ ...h, item })), [change])
  const markStressful = useCallback(() => change((h) => ({ ...h, stressful: true })), [change])

  /** Ends the block with what is to be known next time. */
  const close = useCallback(
    (note: string, praiseMinutes: number | null) => {
      const { block: open, stressful } = known.now()
      if (!open) return
      outbox.add({
        kind: 'block-closed',
        blockId: open.id,
        residencyId: view.resident.residencyId,
        note: note.slice(0, 400),
        stressful,
        praiseMinutes,
        recordedBy: view.me,
      })
      change((h) => ({ ...h, ended: true }))
    },
    [change, known, outbox, view.me, view.resident.residencyId],
  )

  return useMemo(() => {
    const sets = [...held.done, ...(held.active ? [held.active] : [])]
    const piecesPaid = sets.reduce(
      (n, s) =>
        n +
        s.reps.reduce(
          (m, r) => m + (r.done ? (r.done.pieces ?? (r.done.paid ? 1 : 0)) + (r.done.sitPieces ?? 0) : 0),
          0,
        ),
      0,
    )
    return {
      ...held,
      known,
      items,
      verdict: held.judged.verdict,
      setEnded: held.judged.verdict?.endsSet ?? false,
      enough: hasEnough(held),
      rungNow,
      draw,
      planned,
      payAt,
      payTier,
      falling,
      reps: sets.reduce((n, s) => n + s.reps.length, 0),
      piecesPaid,
      standingOf,
      suggest,
      suggestions,
      begin,
      tap,
      amend,
      undo,
      finish,
      goTo,
      restart,
      markStressful,
      close,
    }
  }, [
    amend,
    begin,
    close,
    draw,
    falling,
    finish,
    goTo,
    held,
    items,
    known,
    markStressful,
    payAt,
    payTier,
    planned,
    restart,
    rungNow,
    standingOf,
    suggest,
    suggestions,
    tap,
    undo,
  ])
}

export type Block = ReturnType<typeof useBlock>
export type { LiveBlock, LiveSet }

/** More reps than any set has. */
const mostReps = 60
/** House: a jackpot is five pieces, for the first clean rep of a set; it would be none if it came each time. */
const jackpot = 5

/** Pieces chance has planned for the next clean rep; none where play is the pay. */
const plannedPieces = (view: BlockView, tier: number, paid: boolean, hadClean: boolean): number =>
  !paid || view.resident.traits.toys ? 0 : tier === 4 && !hadClean ? jackpot : 1
