import { curriculumIn } from '@/core/curriculum/lengths'
import { ownRung } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import type { DogTraits } from '@/core/dog/traits'
import { addDays, startOfDay } from '@/core/days'
import type { Measures } from '@/core/measures'
import { ladderAt, newest, regimesOf, upTo, type Regime, type RegimeSource, type Regimes } from '@/core/progress/regime'
import type { DatedChange } from '@/core/method/method'
import { readStarts } from '@/store/baseline'
import { readNewWords } from '@/store/books'
import { findCurriculum, newestCurriculum, readMoves, type CurriculumName } from '@/store/curricula'
import type { Db } from '@/store/database'
import { readEntry } from '@/store/intake'
import { readHouse } from '@/store/house'
import { readMethodChanges } from '@/store/method'
import { findResident, readFinishes, type Resident } from '@/store/residents'
import type { ResidencyId, RungId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** What of the house goes into every dog's regimes; read once for many dogs. */
export interface HouseRules {
  readonly timeZone: string
  readonly changes: readonly DatedChange[]
  /** Ladders come with their words in these. */
  readonly lengths: Measures['lengths']
}

export function readRules(db: Db): HouseRules {
  const { timeZone, lengths } = readHouse(db)
  return { timeZone, lengths, changes: readMethodChanges(db) }
}

interface AsIf {
  /** The house, with changes as if already made. */
  readonly house?: HouseRules
  /** A move as if already made. */
  readonly move?: CurriculumName & { readonly at: EpochMs }
  /** Other cue words as if already said. */
  readonly newWords?: RegimeSource['newWords']
}

/** The ladders and rules that held for this residency, from its start until this moment. */
export const regimesFor = (db: Db, residencyId: ResidencyId, now: EpochMs, asIf: AsIf = {}): Regimes =>
  upTo(regimesAhead(db, residencyId, asIf), now)

/** The regimes of a residency with those known to come, such as the day on which the dog stops being young. */
export function regimesAhead(db: Db, residencyId: ResidencyId, asIf: AsIf = {}): Regimes {
  const resident = findResident(db, residencyId)
  if (!resident) throw new Error(`no residency ${residencyId}`)
  return allRegimes(db, resident, asIf)
}

/** The ladders and rules that held for this resident, until this moment. */
export const regimesOfResident = (db: Db, resident: Resident, now: EpochMs, asIf: AsIf = {}): Regimes =>
  upTo(allRegimes(db, resident, asIf), now)

export function allRegimes(
  db: Db,
  resident: Resident,
  { house = readRules(db), move, newWords = [] }: AsIf = {},
): Regimes {
  const { timeZone, changes, lengths } = house
  const made = regimesOf({
    versions: versionsOf(db, resident, move),
    changes: changesFor(resident, timeZone, changes),
    traits: traitsOf(db, resident),
    side: resident.side,
    arrivesOn: resident.arrivesOn,
    finishes: readFinishes(db, resident.dogId),
    newWords: [...readNewWords(db, resident.dogId), ...newWords],
    starts: readStarts(db, resident.residencyId),
    startOfDay: (day) => startOfDay(timeZone, day),
  })
  return lengths === 'm' ? made : inLengths(made, lengths)
}

/** What the house changed after a dog went home means nothing for it. */
function changesFor({ leavesOn }: Resident, timeZone: string, changes: readonly DatedChange[]): readonly DatedChange[] {
  if (changes.length === 0) return changes
  const until = startOfDay(timeZone, addDays(leavesOn, 1))
  return changes.filter((c) => c.at < until)
}

const inLengths = ([first, ...rest]: Regimes, lengths: Measures['lengths']): Regimes => {
  const inLengths = (r: Regime): Regime => ({ ...r, curriculum: curriculumIn(r.curriculum, lengths) })
  return [inLengths(first), ...rest.map(inLengths)]
}

/** The ladder this dog climbs at this moment. */
export const ladderOf = (db: Db, residencyId: ResidencyId, now: EpochMs): Curriculum =>
  newest(regimesFor(db, residencyId, now)).curriculum

/** The curriculum of a resident at this moment, for lists of many dogs that need nothing else. */
export function ladderOfResident(
  db: Db,
  resident: Resident,
  now: EpochMs,
  { timeZone, changes, lengths }: HouseRules,
): Curriculum {
  const ladder = ladderAt(
    {
      versions: versionsOf(db, resident),
      changes: changesFor(resident, timeZone, changes),
      traits: traitsOf(db, resident),
      side: resident.side,
      finishes: readFinishes(db, resident.dogId),
      startOfDay: (day) => startOfDay(timeZone, day),
    },
    now,
  )
  return lengths === 'm' ? ladder : curriculumIn(ladder, lengths)
}

/** What a dog is, with its owner’s own hands where hands are what it goes by. */
function traitsOf(db: Db, { residencyId, traits }: Resident): DogTraits {
  if (!traits.deaf && (traits.byHand ?? []).length === 0) return traits
  const cues = readEntry(db, residencyId, 'words')?.entry.cues ?? []
  const of = Object.fromEntries(cues.flatMap((c) => (c.signal === '' ? [] : [[c.command, c.signal] as const])))
  return Object.keys(of).length === 0 ? traits : { ...traits, signs: { ...traits.signs, of } }
}

type Version = RegimeSource['versions'][number]

/** The versions this residency climbed, as kept, before anything is made for the dog. */
function versionsOf(
  db: Db,
  resident: Resident,
  move?: CurriculumName & { readonly at: EpochMs },
): readonly [Version, ...Version[]] {
  const known = (name: CurriculumName): Curriculum => findCurriculum(db, name) ?? newestCurriculum(db)
  const moves = [...readMoves(db, resident.residencyId), ...(move ? [move] : [])]
  return [
    {
      from: Number.NEGATIVE_INFINITY,
      curriculum: known({ id: resident.curriculumId, version: resident.curriculumVersion }),
    },
    ...moves.map((m) => ({ from: m.at, curriculum: known(m) })),
  ]
}

/**
 * The version a fact of this moment is recorded under, and the command of its rung: looked for there, then in the other
 * versions of this residency, then in the newest. Undefined when none has it. A rung that the dog's own ladder leaves
 * out is found all the same: what happened is kept, whatever it counts for.
 */
export function recordedUnder(
  db: Db,
  resident: Resident,
  rungId: RungId,
  at: EpochMs,
): { readonly curriculum: Curriculum; readonly command: string } | undefined {
  const versions = versionsOf(db, resident)
  const { curriculum } = versions.findLast((v) => v.from <= at) ?? versions[0]
  const found = [curriculum, ...versions.map((v) => v.curriculum).reverse(), newestCurriculum(db)]
    .map((c) => ownRung(c, rungId))
    .find((r) => r !== undefined)
  return found && { curriculum, command: found.command.id }
}
