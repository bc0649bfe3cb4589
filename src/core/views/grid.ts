import { rungIndex, runKey } from '../curriculum/lookup'
import type { Command, PlaceKind, Run } from '../curriculum/types'
import type { SetFact } from '../facts/fact'
import type { OwnerPromise } from '../promise/ownerPromise'
import { daysMet, daysToHold, topHeld, type DogState } from '../progress/state'
import { cellKey, contextStanding } from '../progress/context'

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
  readonly placeId: string
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
  readonly rungId: string | undefined
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
  run: Run,
  state: DogState,
  sets: readonly SetFact[],
  promise: OwnerPromise | undefined,
  places: Grid['places'],
  usual: { readonly kit: string; readonly leashHolder: string },
): Grid {
  const runState = state.runs[runKey(command.id, run.id)]
  const top = topHeld(run, runState)
  const promisedIndex = promise ? rungIndex(run, promise.rungId) : -1
  const target = promisedIndex >= 0 ? promisedIndex : top
  const own = new Map<string, SetFact[]>()
  const ofRun = new Set(run.rungs.map((r) => r.id))
  for (const set of sets) {
    if (!ofRun.has(set.rungId)) continue
    const key = cellKey(set.level, set.placeId)
    own.set(key, [...(own.get(key) ?? []), set])
  }
  const rows = levelWords.map((_, level) =>
    places.map((place): GridCell => {
      const here = own.get(cellKey(level, place.id)) ?? []
      const reps = here.flatMap((s) => s.reps)
      const days = target >= 0 ? daysMet(run, runState, target, { level, place: place.id }).length : 0
      const context =
        runState && top >= 0
          ? contextStanding(
              run,
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
        held: days >= daysToHold,
        days: Math.min(days, daysToHold),
        nextRung: context ? run.rungs[context.index]?.name : undefined,
      }
    }),
  )
  return { runId: run.id, rungId: run.rungs[target]?.id, places, rows }
}

function byReps(sets: readonly SetFact[], key: 'leashHolder' | 'kit'): readonly string[] {
  const counts = new Map<string, number>()
  for (const set of sets) counts.set(set[key], (counts.get(set[key]) ?? 0) + set.reps.length)
  return [...counts].sort((a, b) => b[1] - a[1]).map(([id]) => id)
}
