import { rungIndex } from '../curriculum/lookup'
import type { Ladder } from '../curriculum/types'
import type { ContextProgress, LadderState } from './state'
import { relaxFrom, stepDown, stepUp, type Novelty } from '../curriculum/relaxedCriteria'
import type { PlaceId } from '../ids'

export interface SetConditions {
  readonly level: number
  readonly placeId: PlaceId
  readonly kit: string
  readonly leashHolder: string
}

interface Value {
  readonly key: string
  readonly kind: 'cell' | 'kit' | 'hands'
  readonly news: Novelty
  /** Keys of the harder levels in the same place, which cover a cell. */
  readonly above: readonly string[]
}

/** Keys are made once and shared: the fold asks for them at every set. */
function maker(kind: Value['kind'], news: Novelty): (id: string) => Value {
  const made = new Map<string, Value>()
  return (id) => {
    let known = made.get(id)
    if (!known) made.set(id, (known = { key: `${kind} ${id}`, kind, news, above: [] }))
    return known
  }
}
const kitValue = maker('kit', 'kit')
const handsValue = maker('hands', 'hands')
const levels = [0, 1, 2, 3, 4, 5] as const
const cells = new Map<string, readonly Value[]>()
function cellValue(level: number, placeId: PlaceId): Value {
  let known = cells.get(placeId)
  if (!known) {
    const keys = levels.map((l) => `cell ${l} ${placeId}`)
    cells.set(placeId, (known = keys.map((key, l) => ({ key, kind: 'cell', news: 'place', above: keys.slice(l + 1) }))))
  }
  return known[level] ?? { key: `cell ${level} ${placeId}`, kind: 'cell', news: 'place', above: [] }
}

/** The key of a grid cell among a run's climbs. */
export const cellKey = (level: number, placeId: PlaceId): string => cellValue(level, placeId).key

const valuesOf = (around: SetConditions): readonly Value[] => [
  cellValue(around.level, around.placeId),
  kitValue(around.kit),
  handsValue(around.leashHolder),
]

export interface ContextStatus {
  /** Number of the rung to work here. */
  readonly index: number
  /** What is not yet as far as what is held. Empty when all is known. */
  readonly open: readonly Value[]
}

/** How far it is here, under what is held (rung number `held`, at least 0). */
export function contextStatus(
  ladder: Ladder,
  state: Pick<LadderState, 'climbs'>,
  around: SetConditions,
  held: number,
): ContextStatus {
  const open: Value[] = []
  let index = held
  for (const value of valuesOf(around)) {
    const next = nextFor(ladder, state, value, held)
    if (next === undefined) continue
    open.push(value)
    if (next < index) index = next
  }
  return { index, open }
}

/** The rung this value is to be worked at; undefined when it is as far as what is held. */
function nextFor(ladder: Ladder, state: Pick<LadderState, 'climbs'>, value: Value, held: number): number | undefined {
  const climb = value.kind === 'cell' ? bestCell(ladder, state, value, held) : state.climbs[value.key]
  const back = climb?.back === undefined ? -1 : rungIndex(ladder, climb.back)
  if (back >= 0) return Math.min(back, held)
  const reached = climb?.reached === undefined ? -1 : rungIndex(ladder, climb.reached)
  if (reached >= held) return undefined
  return reached >= 0 ? stepUp(ladder, reached, held) : relaxFrom(ladder, held, [value.news])
}

/** A cell covers lower levels in the same place: the furthest of this level and above. */
function bestCell(
  ladder: Ladder,
  state: Pick<LadderState, 'climbs'>,
  cell: Value,
  held: number,
): ContextProgress | undefined {
  const own = state.climbs[cell.key]
  if (own?.reached !== undefined && own.back === undefined && rungIndex(ladder, own.reached) >= held) return own
  let best = own
  for (const key of cell.above) {
    const harder = state.climbs[key]
    if (
      harder?.reached !== undefined &&
      (best?.reached === undefined || rungIndex(ladder, harder.reached) > rungIndex(ladder, best.reached))
    )
      best = { reached: harder.reached }
  }
  return best
}

/** What a window of reps had in common; undefined where they differed. */
export interface Common {
  readonly place: string | undefined
  readonly level: number
  readonly kit: string | undefined
  readonly person: string | undefined
  /** Some of it was done on no kit. */
  readonly loose: boolean
}

/** Notes that the rule was met at rung `index` with these things; whether one of them has come further than ever. */
export function noteReached(ladder: Ladder, state: LadderState, index: number, held: number, common: Common): boolean {
  const cell =
    common.place !== undefined && noteClimbed(ladder, state, cellKey(common.level, common.place), index, held)
  const kit = common.kit !== undefined && noteClimbed(ladder, state, kitValue(common.kit).key, index, held)
  const hands = common.person !== undefined && noteClimbed(ladder, state, handsValue(common.person).key, index, held)
  return cell || kit || hands
}

function noteClimbed(ladder: Ladder, state: LadderState, key: string, index: number, held: number): boolean {
  const id = ladder.rungs[index]?.id
  if (id === undefined) return false
  const before = state.climbs[key]
  const reached = before?.reached === undefined ? -1 : rungIndex(ladder, before.reached)
  const back = before?.back === undefined ? -1 : rungIndex(ladder, before.back)
  if (back < 0) {
    if (index > reached || before?.back !== undefined)
      state.climbs[key] = { reached: index > reached ? id : (before?.reached ?? id) }
    return index > reached
  }
  const furthest = index > reached ? id : (before?.reached ?? id)
  const target = index < back ? back : stepUp(ladder, index, Math.max(held, index))
  const next = ladder.rungs[target]?.id
  state.climbs[key] =
    target <= Math.max(reached, 0) && reached > index && next !== undefined
      ? { reached: furthest, back: next }
      : { reached: furthest }
  return index > reached
}

/** Notes a miss at rung `index`: every open value goes back one step, or to rung `atMost` when that is lower. */
export function noteMissed(
  ladder: Ladder,
  state: LadderState,
  index: number,
  held: number,
  open: readonly Value[],
  atMost = index,
): void {
  for (const value of open) {
    const start = relaxFrom(ladder, held, [value.news])
    const to = ladder.rungs[Math.min(atMost, stepDown(ladder, index, start, held))]?.id
    if (to !== undefined) state.climbs[value.key] = { ...state.climbs[value.key], back: to }
  }
}
