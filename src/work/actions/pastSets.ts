import { dayWords } from '../base/dayWords'
import { v4, v7 } from 'uuid'
import { z } from 'zod'
import {
  paperApartMs,
  paperClosing,
  paperOpening,
  paperRep,
  paperRepMs,
  readPaperLine,
  marksText,
  type PaperDog,
} from '@/core/block/paper'
import { kits } from '@/core/curriculum/types'
import { addDays, dayIn, momentAt } from '@/core/days'
import { outcomes } from '@/core/facts/fact'
import { clock, day } from '@/core/fields'
import { foldVersion } from '@/core/promise/summary'
import { append, nextNumber } from '@/store/facts/append'
import { deskSetsBetween } from '@/store/facts/read'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { readPeople, readPlaces } from '@/store/kennel'
import { findResident, residentsBetween, type Resident } from '@/store/residents'
import { inTurn, noHooks, type Hooks } from '../base/hooks'
import { refold } from '../record/refold'
import { deskDevice } from '../context/desk'
import { ladderOf, recordedUnder } from '../base/regimes'
import { nobody, whoField, worksHere } from '../base/who'
import { reject, type ActionResult } from './actionResult'
import { readTable, refusedTable, takeRows, type Cells, type RowErrors, type TableResult } from './tableIn'
import type { PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: where nobody wrote a time, about the middle of the morning. */
const usualMinute = 10 * 60

const pastSet = z.object({
  residencyId: z.uuid(),
  rungId: z.string().min(1).max(80),
  placeId: z.string().max(64),
  leashHolder: z.string().max(64),
  level: z.int().min(0).max(5),
  kit: z.enum(kits),
  reps: z
    .array(z.object({ outcome: z.enum(outcomes), brokeSeconds: z.number().min(0).max(3600).nullable() }))
    .min(1)
    .max(40),
})
type PastSet = z.infer<typeof pastSet>

export const pastSetsForm = z.object({
  recordedBy: whoField,
  day: day('The day'),
  at: clock('The time'),
  sets: z.array(pastSet).min(1, 'No set is typed yet.').max(200),
})

interface PastRow {
  readonly set: PastSet
  readonly on: string
  readonly minute: number
}

/** Design choice: sets of one dog at one time that are looked through for a sheet before. */
const mostAtOneTime = 200

type Written = ReturnType<typeof deskSetsBetween>[number]

/** Whether this is what was written: whatever was put right since. */
const isSame = (was: Written, set: PastSet): boolean =>
  was.rungId === set.rungId &&
  was.placeId === set.placeId &&
  was.leashHolder === set.leashHolder &&
  was.level === set.level &&
  was.kit === set.kit &&
  was.reps.length === set.reps.length &&
  was.reps.every((rep, i) => rep.outcome === set.reps[i]?.outcome && rep.brokeSeconds === set.reps[i].brokeSeconds)

interface CannotHaveBeen {
  readonly field: 'day' | 'time' | 'rung'
  readonly why: string
}

/** What writes past sets one after another, each at its rough time. */
class Pen {
  /** By dog and minute: how many were written for it. */
  private readonly had = new Map<string, number>()
  /** By dog and minute: sets that another sheet left there before, behind which these go. */
  private readonly behind = new Map<string, number>()
  private readonly blocks = new Map<string, string>()
  readonly touched = new Set<string>()
  known = 0

  constructor(
    private readonly db: Db,
    private readonly timeZone: string,
    private readonly recordedBy: PersonId,
    private readonly now: EpochMs,
  ) {}

  /**
   * Looks for each dog and minute whether what is here already is this very sheet, or the beginning of it, or another:
   * a further sheet without times goes behind the one before.
   */
  lookBack(rows: readonly PastRow[]): void {
    const bySlot = new Map<string, PastRow[]>()
    for (const row of rows) {
      const begun = momentAt(this.timeZone, row.on, row.minute)
      const slot = `${row.set.residencyId} ${begun}`
      if (begun !== undefined) bySlot.set(slot, [...(bySlot.get(slot) ?? []), row])
    }
    for (const [slot, [first, ...others]] of bySlot) {
      if (!first) continue
      const begun = Number(slot.split(' ')[1])
      const { residencyId } = first.set
      const until = begun + mostAtOneTime * paperApartMs
      const here = deskSetsBetween(this.db, { device: deskDevice, residencyId, from: begun, to: until })
      const at = (nth: number) => here.filter((s) => s.at === begun + nth * paperApartMs)
      let count = 0
      while (at(count).length > 0) count++
      // From where on these sets are those that are here, as far as both go.
      const from = Array.from({ length: count }, (_, k) => k).find((k) =>
        [first, ...others].every(({ set }, nth) => k + nth >= count || at(k + nth).some((s) => isSame(s, set))),
      )
      this.behind.set(slot, from ?? count)
    }
  }

  /** Writes one set, unless the very same is here; or says by field why it cannot have been. */
  write(set: PastSet, on: string, minute: number): CannotHaveBeen | undefined {
    const place = this.placeOf(set, on, minute)
    if ('why' in place) return place
    const { residencyId } = set
    const here = deskSetsBetween(this.db, { device: deskDevice, residencyId, from: place.at, to: place.at })
    if (here.some((s) => isSame(s, set))) {
      this.known++
      return undefined
    }
    this.touched.add(set.residencyId)
    this.append(set, place.at, place.under)
    return undefined
  }

  /** The moment of a set, and what it was recorded under; or why it cannot have been. Each call takes a place. */
  placeOf(
    set: PastSet,
    on: string,
    minute: number,
  ): CannotHaveBeen | { readonly at: EpochMs; readonly under: NonNullable<ReturnType<typeof recordedUnder>> } {
    const { db, timeZone, now } = this
    const dayText = dayWords(db)
    const resident = findResident(db, set.residencyId)
    if (!resident) return { field: 'rung', why: 'Dog not found.' }
    if (on < resident.arrivesOn || on > resident.leavesOn)
      return {
        field: 'day',
        why: `${resident.name} was here from ${dayText(resident.arrivesOn)} to ${dayText(resident.leavesOn)}.`,
      }
    const begun = momentAt(timeZone, on, minute)
    if (begun === undefined) return { field: 'time', why: 'The clock was put forward then: that time did not exist.' }
    const slot = `${set.residencyId} ${begun}`
    const nth = this.had.get(slot) ?? 0
    this.had.set(slot, nth + 1)
    const at = begun + (nth + (this.behind.get(slot) ?? 0)) * paperApartMs
    if (at > now) return { field: 'time', why: 'That time has not come yet.' }
    const under = recordedUnder(db, resident, set.rungId, at)
    if (!under) return { field: 'rung', why: `${resident.name}’s ladder does not have that rung.` }
    return { at, under }
  }

  private append(set: PastSet, at: EpochMs, under: NonNullable<ReturnType<typeof recordedUnder>>): void {
    const { db } = this
    const blockOf = `${set.residencyId} ${dayIn(this.timeZone, at)}`
    const blockId = this.blocks.get(blockOf) ?? v4()
    this.blocks.set(blockOf, blockId)
    const stamp = (ms: number) => ({
      device: deskDevice,
      at: ms,
      receivedAt: this.now,
      day: dayIn(this.timeZone, ms),
    })
    const own = (ms: number) => ({ id: v7(), seq: nextNumber(db, deskDevice), deviceAt: ms })
    const { reps, ...said } = set
    const opened = { ...paperOpening, ...own(at), ...said, blockId, recordedBy: this.recordedBy }
    append(db, opened, stamp(at), {
      command: under.command,
      curriculum_id: under.curriculum.id,
      curriculum_version: under.curriculum.version,
      rule_version: foldVersion,
      unsure: 0,
    })
    reps.forEach((rep, i) => {
      const ms = at + (i + 1) * paperRepMs
      append(db, { ...paperRep(opened.id, rep), ...own(ms) }, stamp(ms))
    })
    const end = at + (reps.length + 1) * paperRepMs
    append(db, { ...paperClosing(opened.id), ...own(end) }, stamp(end))
  }
}

export type PastKept = ActionResult<{ readonly kept: number; readonly known: number }>

/** Why a whole sheet is kept back; thrown, so that nothing of it is written. */
class KeptBack extends Error {}

/**
 * Sets that were worked on a past day of the stay and written on paper, at their rough time, also from before the
 * baseline, which they do not close. All of a sheet or nothing; the same sheet twice is there once.
 */
export function keepPastSets(db: Db, form: z.infer<typeof pastSetsForm>, now: EpochMs): PastKept {
  if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
  const pen = new Pen(db, readHouse(db).timeZone, form.recordedBy, now)
  const places = new Set(readPlaces(db).map((p) => p.id))
  try {
    return db
      .transaction((): PastKept => {
        pen.lookBack(form.sets.map((set) => ({ set, on: form.day, minute: form.at })))
        for (const set of form.sets) {
          if (!places.has(set.placeId)) throw new KeptBack('Location not found.')
          if (!worksHere(db, set.leashHolder)) throw new KeptBack(nobody)
          const wrong = pen.write(set, form.day, form.at)
          if (wrong) throw new KeptBack(wrong.why)
        }
        for (const id of pen.touched) refold(db, id, now)
        return { ok: true, kept: form.sets.length - pen.known, known: pen.known }
      })
      .immediate()
  } catch (error) {
    if (error instanceof KeptBack) return reject('not-possible', error.message)
    throw error
  }
}

/** Columns of a table of past sets; the first five are needed. */
export const pastColumns = ['day', 'dog', 'command', 'rung', 'marks', 'time', 'place', 'leash', 'level', 'kit'] as const
type Column = (typeof pastColumns)[number]

const same = (a: string, b: string): boolean => a.trim().toLocaleLowerCase('en') === b.trim().toLocaleLowerCase('en')

/**
 * What reads rows of a table of past sets. Marks are those of a sheet, such as `CCM4C`; what is left empty is the
 * middle of the morning, the first place, whoever sends it, level 0 and the usual leash.
 */
function pastRowsOf(db: Db, recordedBy: PersonId, now: EpochMs) {
  const pen = new Pen(db, readHouse(db).timeZone, recordedBy, now)
  const places = readPlaces(db)
  const people = readPeople(db)
  const dogs = new Map<string, PaperDog>()
  const paperDog = (r: Resident): PaperDog => {
    const known = dogs.get(r.residencyId)
    if (known) return known
    const commands = ladderOf(db, r.residencyId, now).commands.map((c) => ({
      id: c.id,
      name: c.name,
      rungs: c.runs.flatMap((run) => run.rungs.map((g) => ({ id: g.id, name: g.name }))),
    }))
    const made: PaperDog = { residencyId: r.residencyId, runNumber: '1', name: r.name, commands, inHand: {} }
    dogs.set(r.residencyId, made)
    return made
  }
  return (
    value: Cells<Column>,
  ): { readonly errors: RowErrors<Column> } | { readonly row: PastRow; readonly said: string } => {
    const wrong = (errors: RowErrors<Column>) => ({ errors })
    const on = day('The day').safeParse(value('day'))
    if (!on.success) return wrong({ day: on.error.issues[0]?.message ?? '' })
    const at =
      value('time') === '' ? { success: true as const, data: usualMinute } : clock('The time').safeParse(value('time'))
    if (!at.success) return wrong({ time: 'A time like 09:30, or nothing.' })
    const found = residentsBetween(db, on.data, addDays(on.data, 1)).filter(
      (r) => r.arrivesOn <= on.data && (same(r.runNumber, value('dog')) || same(r.name, value('dog'))),
    )
    const [resident] = found
    if (!resident || found.length > 1)
      return wrong({ dog: `${resident ? 'More than one' : 'No'} dog was here on ${on.data} by “${value('dog')}”.` })
    if (value('rung') === '') return wrong({ rung: 'Which rung?' })
    const line = readPaperLine(`1 ${value('command')} ${value('rung')} ${value('marks')}`, [paperDog(resident)])
    if (!line.ok) return wrong({ [value('marks') === '' ? 'marks' : 'rung']: line.reason })
    const place = value('place') === '' ? places[0] : places.find((p) => same(p.name, value('place')))
    if (!place) return wrong({ place: `No location is called “${value('place')}”.` })
    const holder =
      value('leash') === '' ? people.find((p) => p.id === recordedBy) : people.find((p) => same(p.name, value('leash')))
    if (!holder) return wrong({ leash: `No one here is called “${value('leash')}”.` })
    const level = z.coerce
      .number()
      .int()
      .min(0)
      .max(5)
      .safeParse(value('level') === '' ? 0 : value('level'))
    if (!level.success) return wrong({ level: 'The level is a number from 0 to 5.' })
    const kit = z.enum(kits).safeParse(value('kit') === '' ? '1.8 m leash' : value('kit'))
    if (!kit.success) return wrong({ kit: `One of: ${kits.join(', ')}.` })
    const set = {
      residencyId: resident.residencyId,
      rungId: line.set.rung.id,
      placeId: place.id,
      leashHolder: holder.id,
      level: level.data,
      kit: kit.data,
      reps: [...line.set.reps],
    }
    const cannot = pen.placeOf(set, on.data, at.data)
    if ('why' in cannot) return wrong({ [cannot.field]: cannot.why })
    return {
      row: { set, on: on.data, minute: at.data },
      said: `${resident.name} ${line.set.command.name} ${line.set.rung.name} ${marksText(line.set.reps)}`,
    }
  }
}

/** Design choice: so many sets are written while everybody waits. */
const setsAtOnce = 8

export type PastTable = ActionResult<
  { readonly rows: readonly string[]; readonly kept: number; readonly known: number },
  { readonly problems: Extract<TableResult, { ok: false }>['problems'] }
>

/**
 * A table of past sets: nothing of it while anything is wrong; `keep` false only looks. It is read and checked while
 * others write, and written a few sets of a dog at a time, so that it may be stopped in the middle: the same table
 * again adds the rest, and what is there is there once.
 */
export function importPastSets(
  db: Db,
  { bytes, recordedBy, keep }: { readonly bytes: Uint8Array; readonly recordedBy: PersonId; readonly keep: boolean },
  now: EpochMs,
  hooks: Hooks = noHooks,
): PastTable {
  const table = readTable(bytes, { columns: pastColumns, needed: pastColumns.slice(0, 5) })
  if (!table.ok) return table
  const readRow = pastRowsOf(db, recordedBy, now)
  const byDog = new Map<string, PastRow[]>()
  const take = (cells: Cells<Column>) => {
    const read = readRow(cells)
    if ('errors' in read) return read.errors
    byDog.set(read.row.set.residencyId, [...(byDog.get(read.row.set.residencyId) ?? []), read.row])
    return read.said
  }
  const half = (from: number) => (share: number) => hooks.progress(keep ? (from + share) / 2 : share)
  const seen = takeRows(table, take, { ...hooks, progress: half(0) })
  if (!seen) return refusedTable('stopped', 'Stopped. Nothing was added.')
  if (!seen.ok) return seen
  if (!keep) return { ...seen, kept: 0, known: 0 }
  const pen = new Pen(db, readHouse(db).timeZone, recordedBy, now)
  const some = [...byDog].flatMap(([id, rows]) =>
    Array.from({ length: Math.ceil(rows.length / setsAtOnce) }, (_, i) => ({
      id,
      rows: rows.slice(i * setsAtOnce, (i + 1) * setsAtOnce),
    })),
  )
  pen.lookBack([...byDog.values()].flat())
  let written = 0
  for (const { id, rows } of inTurn(some, { ...hooks, progress: half(1) })) {
    db.transaction(() => {
      for (const { set, on, minute } of rows) pen.write(set, on, minute)
      refold(db, id, now)
    }).immediate()
    written += rows.length
  }
  return { ...seen, kept: written - pen.known, known: pen.known }
}
