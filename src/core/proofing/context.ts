import type { Run } from '../curriculum/types'
import type { Climb, RunState } from '../progress/state'
import { relaxFrom, stepDown, stepUp, type Novelty } from './relax'

export interface Around {
  readonly level: number
  readonly placeId: string
  readonly kit: string
  readonly leashHolder: string
}

interface Value {
  readonly key: string
  readonly news: Novelty
}

export const cellKey = (level: number, placeId: string): string => `cell ${level} ${placeId}`
const kitKey = (kit: string): string => `kit ${kit}`
const handsKey = (person: string): string => `hands ${person}`

const valuesOf = (around: Around): readonly Value[] => [
  { key: cellKey(around.level, around.placeId), news: 'place' },
  { key: kitKey(around.kit), news: 'kit' },
  { key: handsKey(around.leashHolder), news: 'hands' },
]

export interface ContextStanding {
  /** Number of the rung to work here. */
  readonly index: number
  /** What is not yet as far as what is held. Empty when all is known. */
  readonly open: readonly Value[]
}

/** How far it is here, under what is held (rung number `held`, at least 0). */
export function contextStanding(run: Run, state: Pick<RunState, 'climbs'>, around: Around, held: number): ContextStanding {
  const open: Value[] = []
  let index = held
  for (const value of valuesOf(around)) {
    const next = nextFor(run, state, value, around, held)
    if (next === undefined) continue
    open.push(value)
    if (next < index) index = next
  }
  return { index, open }
}

/** The rung this value is to be worked at; undefined when it is as far as what is held. */
function nextFor(run: Run, state: Pick<RunState, 'climbs'>, value: Value, around: Around, held: number): number | undefined {
  const climb = value.key.startsWith('cell') ? bestCell(run, state, around) : state.climbs[value.key]
  const back = climb?.back === undefined ? -1 : indexIn(run, climb.back)
  if (back >= 0) return Math.min(back, held)
  const reached = climb?.reached === undefined ? -1 : indexIn(run, climb.reached)
  if (reached >= held) return undefined
  return reached >= 0 ? stepUp(run, reached, held) : relaxFrom(run, held, [value.news])
}

const indexIn = (run: Run, rungId: string): number => run.rungs.findIndex((r) => r.id === rungId)

/** A cell covers lower levels in the same place: the furthest of this level and above. */
function bestCell(run: Run, state: Pick<RunState, 'climbs'>, around: Around): Climb | undefined {
  const own = state.climbs[cellKey(around.level, around.placeId)]
  let best = own
  for (let level = around.level + 1; level <= 5; level++) {
    const harder = state.climbs[cellKey(level, around.placeId)]
    if (harder?.reached !== undefined && (best?.reached === undefined || indexIn(run, harder.reached) > indexIn(run, best.reached))) best = { reached: harder.reached }
  }
  return best
}

/** What a window of reps had in common; undefined where they differed. */
export interface Common {
  readonly place: string | undefined
  readonly level: number
  readonly kit: string | undefined
  readonly person: string | undefined
}

/** Notes that the rule was met at rung `index` with these things. */
export function noteReached(run: Run, state: RunState, index: number, held: number, common: Common): void {
  const keys = [...(common.place === undefined ? [] : [cellKey(common.level, common.place)]), ...(common.kit === undefined ? [] : [kitKey(common.kit)]), ...(common.person === undefined ? [] : [handsKey(common.person)])]
  const id = run.rungs[index]?.id
  if (id === undefined) return
  for (const key of keys) {
    const before = state.climbs[key]
    const reached = before?.reached === undefined ? -1 : indexIn(run, before.reached)
    const back = before?.back === undefined ? -1 : indexIn(run, before.back)
    const furthest = index > reached ? id : (before?.reached ?? id)
    const again = back >= 0 ? (index < back ? back : stepUp(run, index, Math.max(held, index))) : -1
    const next = run.rungs[again]?.id
    state.climbs[key] = again >= 0 && again <= Math.max(reached, 0) && reached > index && next !== undefined ? { reached: furthest, back: next } : { reached: furthest }
  }
}

/** Notes a miss at rung `index`: every open value goes back one step. */
export function noteMissed(run: Run, state: RunState, index: number, held: number, open: readonly Value[]): void {
  for (const value of open) {
    const start = relaxFrom(run, held, [value.news])
    const to = run.rungs[stepDown(run, index, start, held)]?.id
    if (to !== undefined) state.climbs[value.key] = { ...state.climbs[value.key], back: to }
  }
}
