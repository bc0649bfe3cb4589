import { rungIndex, ladderKey } from '../curriculum/lookup'
import type { Command, PlaceKind, Ladder } from '../curriculum/types'
import type { SetFact } from '../facts/fact'
import type { OwnerPromise } from '../promise/ownerPromise'
import { daysPassed, daysToMaster, topMastered, type DogState } from '../progress/state'
import { cellKey, contextStatus } from '../progress/contextStatus'
import type { PlaceId, RungId } from '../ids'

/** Distraction-proofing levels, in words. House, editable by the curriculum’s owner. */
export const levelWords = [
  'quiet, known room',
  'handler busy: turns, talks, drops things',
  'food or toys on the floor, one person passing',
  'people playing, kennel noise, calm dog far off or crated',
  'calm dog passing near, traffic, someone calling the dog',
  'loose or playing dog, wildlife, busy public place',
] as const

export interface GridCell {
  readonly level: number
  readonly placeId: PlaceId
  readonly clean: number
  readonly total: number
  readonly lastDay: string | undefined
  /** Who held the leash and on what kit, most reps first. */
  readonly hands: readonly string[]
  readonly kits: readonly string[]
  /** The promised rung is held here, or in a harder cell of this place. */
  readonly held: boolean
  /** Days, of the two it takes, on which the promised rung was met here at this level or above. */
  readonly days: number
  /** The rung to work here now by the relax rule; undefined while nothing of the run is held. */
  readonly nextRung: string | undefined
}

export interface Grid {
  readonly runId: string
  readonly rungId: RungId | undefined
  readonly places: readonly { readonly id: string; readonly kind: PlaceKind }[]
  /** By level, then by place in the order given. */
  readonly rows: readonly (readonly GridCell[])[]
}

/**
 * The proofing grid of a command: what happened in each cell and what the promise (or the top held rung) still needs
 * there.
 */
export function gridOf(
  command: Command,
  ladder: Ladder,
  state: DogState,
  sets: readonly SetFact[],
  promise: OwnerPromise | undefined,
  places: Grid['places'],
  usual: { readonly kit: string; readonly leashHolder: string },
): Grid {
  const runState = state.runs[ladderKey(command.id, ladder.id)]
  const top = topMastered(ladder, runState)
  const promisedIndex = promise ? rungIndex(ladder, promise.rungId) : -1
  const target = promisedIndex >= 0 ? promisedIndex : top
  const own = new Map<string, SetFact[]>()
  const ofRun = new Set(ladder.rungs.map((r) => r.id))
  for (const set of sets) {
    if (!ofRun.has(set.rungId)) continue
    const key = cellKey(set.level, set.placeId)
    own.set(key, [...(own.get(key) ?? []), set])
  }
  const rows = levelWords.map((_, level) =>
    places.map((place): GridCell => {
      const here = own.get(cellKey(level, place.id)) ?? []
      const reps = here.flatMap((s) => s.reps)
      const days = target >= 0 ? daysPassed(ladder, runState, target, { level, place: place.id }).length : 0
      const context =
        runState && top >= 0
          ? contextStatus(
              ladder,
              runState,
              { level, placeId: place.id, ...usual },
              target >= 0 ? Math.min(top, target) : top,
            )
          : undefined
      return {
        level,
        placeId: place.id,
        clean: reps.filter((r) => r.outcome === 'clean').length,
        total: reps.length,
        lastDay: here.at(-1)?.day,
        hands: byReps(here, 'leashHolder'),
        kits: byReps(here, 'kit'),
        held: days >= daysToMaster,
        days: Math.min(days, daysToMaster),
        nextRung: context ? ladder.rungs[context.index]?.name : undefined,
      }
    }),
  )
  return { runId: ladder.id, rungId: ladder.rungs[target]?.id, places, rows }
}

function byReps(sets: readonly SetFact[], key: 'leashHolder' | 'kit'): readonly string[] {
  const counts = new Map<string, number>()
  for (const set of sets) counts.set(set[key], (counts.get(set[key]) ?? 0) + set.reps.length)
  return [...counts].sort((a, b) => b[1] - a[1]).map(([id]) => id)
}
