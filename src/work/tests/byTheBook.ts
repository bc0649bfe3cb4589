import { suggestAll } from '@/core/coach/suggest'
import { findRung } from '@/core/curriculum/lookup'
import { tooEarlyBecause } from '@/core/dog/early'
import { applyRep } from '@/core/progress/fold'
import type { Verdict } from '@/core/progress/voice'
import type { DogState } from '@/core/progress/state'
import { summarise } from '@/core/promise/summary'
import { byTheBook, type Setup } from '@/core/tests/loop/book'
import type { SimulatedDog } from '@/core/tests/loop/live'
import { kits } from '@/core/curriculum/types'
import type { WireFact } from '@/core/facts/wire'
import { contextOf, regimesOf, repOf, resume } from '@/screens/block/resume'
import { aroundHere, coachedDog, refusedHere } from '@/screens/block/surroundings'
import type { BlockView } from '../page/block'
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
  const regimes = regimesOf(view)
  const facts: WireFact[] = []
  const wrong: string[] = []
  let state = resume(view, [], tablet.device, () => true).judged.state
  const from = tablet.at
  const block = {
    ...tablet.block(view.resident.residencyId, by),
    plan: view.plan.items.map((i) => ({ role: i.role, command: i.command, rungId: i.rungId })),
  }
  facts.push(block)

  const workSet = (setup: Setup, most: number): Verdict | undefined => {
    const at = findRung(curriculum, setup.rungId)
    const placeId = setup.placeId ?? view.places[0]?.id
    if (!at || placeId === undefined) return undefined
    const no = refusedHere(view, state, at, { placeId, level: setup.level, kit: setup.kit })
    if (no !== undefined) wrong.push(`${view.resident.name} ${setup.rungId}: ${no}`)
    const set = tablet.set(view.resident.residencyId, setup.personId ?? by, {
      rungId: setup.rungId,
      purpose: setup.purpose,
      blockId: block.id,
      recordedBy: by,
      placeId,
      level: setup.level,
      kit: kits.find((k) => k === setup.kit) ?? '1.8 m leash',
    })
    facts.push(set)
    const context = contextOf(set, view)
    const reps: ReturnType<typeof repOf>[] = []
    let verdict: Verdict | undefined
    while (!verdict?.endsSet && reps.length < most) {
      const said = dog.answer(
        at.rung,
        at.runKey,
        at.index,
        {
          ...setup,
          kit: set.kit,
          command: at.command.id,
          why: 'climb',
          relaxed: false,
          kept: undefined,
          for: at.command.id,
        },
        day,
      )
      tablet.at += betweenReps + (at.rung.criterion.seconds ?? 3) * 1000
      const done = tablet.rep(
        set.id,
        said.outcome,
        said.brokeSeconds === undefined ? {} : { brokeSeconds: said.brokeSeconds, heldSeconds: said.brokeSeconds },
      )
      facts.push(done)
      const judged = applyRep(state, regimes, context, repOf(done, tablet.device), reps)
      reps.push(repOf(done, tablet.device))
      ;[state, verdict] = [judged.state, judged.verdict]
    }
    facts.push({
      kind: 'set-closed',
      ...tablet.stamp(),
      setId: set.id,
      endedBy: verdict?.endsSet ? 'rule' : 'trainer',
      note: '',
    })
    tablet.at += betweenSets
    const to = verdict?.kind === 'moves-on' ? findRung(curriculum, verdict.toRungId) : undefined
    const early =
      to &&
      tooEarlyBecause(to.rung, { young: view.young, arrivesOn: view.resident.arrivesOn }, view.today, context.placeKind)
    if (to && early !== undefined) wrong.push(`${view.resident.name} moves on to ${to.rung.id}: ${early}`)
    return verdict
  }

  const firstPlace = view.places[0]?.id ?? ''
  byTheBook(view.plan.items, {
    curriculum,
    suggestions: () => suggestAll(curriculum, state, view.promises, coachedDog(view), aroundHere(view)),
    runsOf: (command) =>
      summarise(curriculum, state, view.promises, { days: 1, reps: 0 }).commands.find((s) => s.command === command)
        ?.runs ?? [],
    refuses: (onto, setup) =>
      refusedHere(view, state, onto, { placeId: setup.placeId ?? firstPlace, level: setup.level, kit: setup.kit }),
    workSet,
  })
  facts.push(tablet.blockEnd(view.resident.residencyId, block.id, by))
  return { facts, state, from, to: tablet.at, wrong }
}
