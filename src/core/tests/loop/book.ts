import { standIn, type BlockItem } from '../../block/compose'
import { goesOnAt, nextAction } from '../../block/nextAction'
import { suggestFor } from '../../coach/suggest'
import type { Suggestion, Suggestions } from '../../coach/suggestion'
import { reachingKit } from '../../curriculum/reach'
import { findRung, type RungPlaceInLadder } from '../../curriculum/lookup'
import type { Curriculum } from '../../curriculum/types'
import type { Verdict } from '../../progress/voice'
import type { LadderStatus } from '../../promise/status'

/** What a set is begun with. */
export type Setup = Pick<Suggestion, 'rungId' | 'purpose' | 'level' | 'placeId' | 'personId'> & { readonly kit: string }

/** Whoever works a block and can be asked, at any moment of it, what holds then: a core, or a phone. */
export interface Worker {
  readonly curriculum: Curriculum
  readonly suggestions: () => Suggestions
  readonly runsOf: (command: string) => readonly LadderStatus[]
  /** Why this rung may not be worked with what the last set was worked with; undefined when it may. */
  readonly refuses: (onto: RungPlaceInLadder, setup: Setup) => string | undefined
  /** What else the block could warm up and finish with, surest first. */
  readonly sure: readonly BlockItem[]
  /** Works one set, of so many reps at the most; undefined when it cannot be begun. */
  readonly workSet: (setup: Setup, most: number, item: BlockItem) => Verdict | undefined
}

/** A set that nothing ends is ended by hand. */
const longestSet = 40

/**
 * A block worked part by part as a trainer with a phone works it: what was planned, and after each set what the one key
 * offers.
 */
export function byTheBook(items: readonly BlockItem[], worker: Worker): void {
  const sets = new Map<string, number>()
  items.forEach((item, i) => {
    workItem(item, i + 1 < items.length, sets, worker)
  })
}

/** `sets`: how many of each command this block has had, as the screen counts them. */
function workItem(item: BlockItem, hasNextPart: boolean, sets: Map<string, number>, worker: Worker): void {
  const count = () => {
    const n = (sets.get(item.command) ?? 0) + 1
    sets.set(item.command, n)
    return n
  }
  if (item.role !== 'work') {
    const now = standIn(item, worker.sure, (i) => {
      const at = findRung(worker.curriculum, i.rungId)
      return at !== undefined && worker.refuses(at, i) !== undefined
    })
    worker.workSet(now, now.reps, item)
    count()
    return
  }
  // What was planned when the block began gives way to what is suggested now.
  let setup: Setup | undefined = worker
    .suggestions()
    .sets.find((s) => s.command === item.command && s.purpose === item.purpose)
  while (setup) {
    const verdict = worker.workSet(setup, longestSet, item)
    const next = verdict && nextSet(item.command, setup, verdict, worker)
    setup =
      nextAction({
        role: item.role,
        refresher: item.purpose === 'refresh',
        sets: count(),
        mayGoOn: next !== undefined,
        hasNextPart,
        hasFinish: false,
        stressful: false,
        inTurns: false,
      }) === 'again'
        ? next
        : undefined
  }
}

/**
 * What the next set of this command is begun with: where the verdict goes on, or as suggested; undefined when neither
 * is open.
 */
function nextSet(command: string, setup: Setup, verdict: Verdict, worker: Worker): Setup | undefined {
  const onto = findRung(worker.curriculum, goesOnAt(worker.curriculum, verdict, worker.runsOf(command)) ?? '')
  if (onto && worker.refuses(onto, setup) === undefined)
    return { ...setup, rungId: onto.rung.id, purpose: 'work', kit: reachingKit(setup.kit, onto.rung) }
  const suggested = suggestFor(worker.suggestions(), command)
  return suggested && suggested.why !== 'onward' ? suggested : undefined
}
