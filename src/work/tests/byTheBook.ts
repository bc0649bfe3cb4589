import { suggestAll } from '@/core/coach/suggest'
import { findRung } from '@/core/curriculum/lookup'
import { belowAgeBecause } from '@/core/dog/ageLimits'
import type { Verdict } from '@/core/progress/voice'
import type { DogState } from '@/core/progress/state'
import { summarize } from '@/core/promise/summary'
import { byTheBook, type Setup } from '@/core/tests/loop/book'
import type { SimulatedDog } from '@/core/tests/loop/live'
import { kits } from '@/core/curriculum/types'
import { markOf } from '@/core/facts/deviceMark'
import type { WireFact } from '@/core/facts/wire'
import { foodLeftNow, payInHold } from '@/device/live/drawn'
import { takesNoMore } from '@/device/live/reduce'
import { LiveSession, type LiveOutbox, type Setup as LiveSetup } from '@/device/live/session'
import { setupFor } from '@/screens/block/setup'
import { aroundHere, coachedDog, refusedHere } from '@/screens/block/surroundings'
import type { BlockView } from '../page/blockView'
import type { Tablet } from './kennel'

/** What a block worked by the book came to. */
export interface Followed {
  readonly facts: readonly WireFact[]
  /** As the device has it at the end. */
  readonly state: DogState
  readonly from: number
  readonly to: number
  /** Sets that its own rules would not have let anybody begin. */
  readonly wrong: readonly string[]
}

/** To set up again and to pay, ms. */
const [betweenReps, betweenSets] = [7000, 30_000]

/**
 * A block worked as a trainer with a phone works it: what was planned, where, with whom and on what; the phone judges
 * each rep by itself, and what follows is what it says then. Nothing is sent: the caller does that, in what batches it
 * likes.
 */
export function followBlock(view: BlockView, tablet: Tablet, by: string, dog: SimulatedDog, day: number): Followed {
  const { curriculum } = view
  const outbox = memoryOf(tablet)
  const session = new LiveSession(
    view,
    outbox,
    () => tablet.at % 2 ** 32,
    () => tablet.at,
  )
  const state = () => session.known.now().judged.state
  const wrong: string[] = []
  const from = tablet.at

  const workSet = (setup: Setup, most: number): Verdict | undefined => {
    const at = findRung(curriculum, setup.rungId)
    const placeId = setup.placeId ?? view.places[0]?.id
    if (!at || placeId === undefined) return undefined
    const no = refusedHere(view, state(), at, { placeId, level: setup.level, kit: setup.kit })
    if (no !== undefined) wrong.push(`${view.resident.name} ${setup.rungId}: ${no}`)
    const kit = kits.find((k) => k === setup.kit) ?? '1.8 m leash'
    const paid = setupFor(
      view,
      { ...setup, payTier: view.plan.items[session.known.now().item]?.payTier ?? 1 },
      undefined,
      undefined,
      undefined,
      foodLeftNow(view, session.known.now()),
    )
    session.begin(
      { ...plainSetup, ...setup, placeId, personId: setup.personId ?? by, kit, ...paysOf(paid) },
      view.plan.items,
      session.known.now().item,
    )
    const inHand = () => session.known.now()
    while (!takesNoMore(inHand()) && (inHand().active?.reps.length ?? 0) < most) {
      const answer = dog.answer(
        at.rung,
        at.ladderKey,
        at.index,
        { ...setup, kit, command: at.command.id, why: 'climb', relaxed: false, kept: undefined, for: at.command.id },
        day,
      )
      tablet.at += betweenReps + (at.rung.criterion.seconds ?? 3) * 1000
      const { rungNow } = session.drawn(inHand())
      const inside = payInHold(view, inHand(), rungNow).filter(
        (at) => at < (answer.brokeSeconds ?? Number.POSITIVE_INFINITY),
      )
      session.tap(answer.outcome, {
        // As the phone counts a hold that is paid inside.
        ...(inside.length > 0
          ? { pieces: inside.length + (answer.outcome === 'miss' ? 0 : session.planned(inHand())) }
          : {}),
        ...(answer.brokeSeconds === undefined
          ? {}
          : { brokeSeconds: answer.brokeSeconds, heldSeconds: answer.brokeSeconds }),
      })
    }
    const placeKind = inHand().active?.context.placeKind
    const { verdict } = inHand().judged
    session.finish()
    tablet.at += betweenSets
    const to = verdict?.kind === 'moves-on' ? findRung(curriculum, verdict.toRungId) : undefined
    const early =
      to &&
      placeKind &&
      belowAgeBecause(to.rung, { young: view.young, arrivesOn: view.resident.arrivesOn }, view.today, placeKind)
    if (to && early !== undefined) wrong.push(`${view.resident.name} moves on to ${to.rung.id}: ${early}`)
    return verdict
  }

  const firstPlace = view.places[0]?.id ?? ''
  byTheBook(view.plan.items, {
    curriculum,
    sure: view.plan.sure,
    suggestions: () => suggestAll(curriculum, state(), view.promises, coachedDog(view), aroundHere(view)),
    runsOf: (command) =>
      summarize(curriculum, state(), view.promises, { days: 1, reps: 0 }).commands.find((s) => s.command === command)
        ?.runs ?? [],
    refuses: (onto, setup) =>
      refusedHere(view, state(), onto, { placeId: setup.placeId ?? firstPlace, level: setup.level, kit: setup.kit }),
    workSet: (setup, most, item) => {
      session.goTo(view.plan.items.indexOf(item))
      return workSet(setup, most)
    },
  })
  session.close('', null)
  return { facts: outbox.facts(), state: state(), from, to: tablet.at, wrong }
}

const paysOf = ({ feedId, halved }: LiveSetup) => ({ feedId, halved })

/** What nobody said of a set. */
export const plainSetup = {
  band: 'over-15',
  helper: false,
  secondDog: null,
  temperatureC: null,
  humidity: null,
  exercisedAt: undefined,
  feedId: null,
} as const

/** A tablet's memory that forgets what lay on it before, and sends nothing. */
export function memoryOf(tablet: Tablet): LiveOutbox {
  const facts: WireFact[] = []
  return {
    deviceId: markOf(tablet.device),
    isSent: () => false,
    facts: () => facts,
    add: (fact) => {
      const stamped = { ...fact, ...tablet.stamp() } as WireFact
      facts.push(stamped)
      return stamped
    },
  }
}
