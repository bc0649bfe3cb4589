import { dayWords } from '../base/dayWords'
import { v4, v7 } from 'uuid'
import { z } from 'zod'
import { dayIn, momentAt } from '@/core/days'
import { outcomes } from '@/core/facts/fact'
import { nothingSeen } from '@/core/facts/words'
import { clock, day, reasonBeside } from '@/core/fields'
import { compareStandings, type StandingChange } from '@/core/views/compare'
import { kits } from '@/core/curriculum/types'
import {
  copyClose,
  copyRep,
  copySet,
  standingReps,
  standingSet,
  type Desk,
  type Moved as MovedTo,
  type RepRow,
} from '@/store/facts/copy'
import type { Db } from '@/store/database'
import { append, nextNumber } from '@/store/facts/append'
import { readKennel, readPlaces } from '@/store/kennel'
import { findResident } from '@/store/residents'
import { refold } from '../record/refold'
import { standingOf } from '../record/standing'
import { ladderOf, recordedUnder } from '../base/regimes'
import { deskDevice } from '../context/desk'
import { nobody, whoField, worksHere } from '../base/who'
import { reject, wrongIn, type ActionResult, type Rejection } from './actionResult'
import type { PersonId, ResidencyId, RungId, SetId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export const voidForm = z.object({ setId: z.uuid(), reason: reasonBeside('set'), recordedBy: whoField })

export const correctSetForm = z
  .object({
    setId: z.uuid(),
    reason: reasonBeside('set'),
    recordedBy: whoField,
    placeId: z.string().max(64),
    leashHolder: z.string().max(64),
    level: z.coerce.number().int().min(0).max(5),
    kit: z.enum(kits),
    /** The outcome of each rep in order. */
    outcomes: z.array(z.enum(outcomes)).max(60),
    /** For each of them the number of the rep it was, or null for one that was not recorded; left out, one by one. */
    from: z.array(z.int().min(0).max(59).nullable()).max(60).optional(),
    /** Another dog, another rung, another beginning. */
    residencyId: z.uuid().optional(),
    rungId: z.string().min(1).max(80).optional(),
    begins: z.object({ day: day('The day'), at: clock('The time') }).optional(),
  })
  .refine((f) => f.from === undefined || f.from.length === f.outcomes.length, 'One number for each rep.')

/** Done to a dog. */
export type Done = ActionResult<{ readonly residencyId: ResidencyId }>

/** The result of a correction, with what it changed in any dog’s status, a line a command. */
export type Corrected = ActionResult<{ readonly residencyId: ResidencyId; readonly moved: readonly Moved[] }>
export interface Moved extends StandingChange {
  readonly dog: string
}

/** Does something to sets, folds these residencies, and says what that moved. */
function sayingMoved(db: Db, residencies: readonly string[], now: EpochMs, work: () => void): readonly Moved[] {
  const look = (id: string) => ({ ladder: ladderOf(db, id, now), summary: standingOf(db, id, now).summary })
  const before = residencies.map(look)
  work()
  return residencies.flatMap((id, i) => {
    refold(db, id, now)
    const [was, is] = [before[i], look(id)]
    const dog = findResident(db, id)?.name ?? ''
    return was ? compareStandings(was.ladder, was.summary, is.ladder, is.summary).map((c) => ({ ...c, dog })) : []
  })
}

/** Takes a set back, with its reason. It stays in the log and counts for nothing. */
export function voidSet(db: Db, form: z.infer<typeof voidForm>, now: EpochMs): Corrected {
  return db
    .transaction((): Corrected => {
      const set = standingSet(db, form.setId)
      if (!set) return reject('set-not-found', 'Set not found. It may have been undone already.')
      if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
      const moved = sayingMoved(db, [set.residencyId], now, () => {
        takeBack(db, form.setId, form.reason, form.recordedBy, { device: deskDevice, receivedAt: now })
      })
      return { ok: true, residencyId: set.residencyId, moved }
    })
    .immediate()
}

function takeBack(db: Db, targetId: string, why: string, recordedBy: PersonId, desk: Desk): void {
  append(
    db,
    {
      kind: 'voided',
      id: v7(),
      seq: nextNumber(db, desk.device),
      deviceAt: desk.receivedAt,
      targetId,
      reason: why,
      recordedBy,
    },
    {
      device: desk.device,
      at: desk.receivedAt,
      receivedAt: desk.receivedAt,
      day: dayIn(readKennel(db).timeZone, desk.receivedAt),
    },
  )
}

/**
 * Corrects a set: the old one is taken back with its reason, a copy with what was wrong put right stands in its stead,
 * at its time unless that was wrong. It may turn out to have been another dog, another rung, more reps or fewer.
 */
export function correctSet(db: Db, form: z.infer<typeof correctSetForm>, now: EpochMs): Corrected {
  return db
    .transaction((): Corrected => {
      const set = standingSet(db, form.setId)
      if (!set) return reject('set-not-found', 'Set not found. It may have been undone already.')
      if (!worksHere(db, form.recordedBy) || !worksHere(db, form.leashHolder)) return reject('not-staff', nobody)
      if (!readPlaces(db).some((p) => p.id === form.placeId)) return reject('location-not-found', 'Location not found.')
      const reps = standingReps(db, form.setId)
      const from = form.from ?? form.outcomes.map((_, i) => i)
      const gone = reps.filter((_, i) => !from.includes(i))
      if (from.some((n) => n !== null && n >= reps.length) || (form.from === undefined && gone.length > 0))
        return reject('changed-meanwhile', 'Someone else changed this set. Check it again.')
      const asked = whatItWas(db, set, form, now)
      if ('ok' in asked) return asked
      const { residencyId, rung, moved } = asked
      const desk: Desk = { device: deskDevice, receivedAt: now }
      const id = v7()
      const movedDogs = sayingMoved(db, [...new Set([set.residencyId, residencyId])], now, () => {
        const { placeId, leashHolder, level, kit } = form
        const other = residencyId === set.residencyId ? {} : { residencyId, blockId: v4() }
        copySet(db, form.setId, { id, placeId, leashHolder, level, kit, rung, moved, ...other }, desk)
        form.outcomes.forEach((outcome, i) => {
          const n = from[i]
          const rep = n === null || n === undefined ? undefined : reps[n]
          if (rep) copyRep(db, rep.id, { id: v7(), setId: id, change: changeOf(rep, outcome), moved }, desk)
          else addRep(db, id, outcome, { at: set.at + (moved?.byMs ?? 0) + (i + 1) * 1000, dayOf: asked.dayOf }, desk)
        })
        copyClose(db, form.setId, id, v7(), desk, moved)
        takeBack(db, form.setId, form.reason, form.recordedBy, desk)
        // What is no more part of it would come back as if a device had sent it late.
        for (const rep of gone) takeBack(db, rep.first, form.reason, form.recordedBy, desk)
      })
      return { ok: true, residencyId, moved: movedDogs }
    })
    .immediate()
}

interface Was {
  readonly residencyId: ResidencyId
  /** Undefined where it is the rung of this dog that it was. */
  readonly rung:
    | { readonly id: string; readonly command: string; readonly curriculumId: string; readonly version: number }
    | undefined
  readonly moved: MovedTo | undefined
  readonly dayOf: (at: EpochMs) => string
}

/** Which dog, rung and moment a corrected set is of; or why it cannot have been that. */
function whatItWas(
  db: Db,
  set: { readonly residencyId: ResidencyId; readonly rungId: RungId; readonly at: EpochMs },
  form: z.infer<typeof correctSetForm>,
  now: EpochMs,
): Was | Rejection {
  const { timeZone } = readKennel(db)
  const dayOf = (at: EpochMs) => dayIn(timeZone, at)
  const resident = findResident(db, form.residencyId ?? set.residencyId)
  if (!resident) return reject('dog-not-found', 'Dog not found.')
  const at = form.begins ? momentAt(timeZone, form.begins.day, form.begins.at) : set.at
  if (at === undefined) return wrongIn({ begins: 'The clock was put forward then: that time did not exist.' })
  if (at > now) return wrongIn({ begins: 'That time has not come yet.' })
  const on = dayOf(at)
  const dayText = dayWords(db)
  if (on < resident.arrivesOn || on > resident.leavesOn)
    return wrongIn({
      begins:
        `${resident.name} was here from ${dayText(resident.arrivesOn)} to ${dayText(resident.leavesOn)}, ` +
        `not on ${dayText(on)}.`,
    })
  const under = recordedUnder(db, resident, form.rungId ?? set.rungId, at)
  if (!under) return wrongIn({ rungId: `${resident.name}’s ladder does not have that rung.` })
  return {
    residencyId: resident.residencyId,
    rung:
      (form.rungId ?? set.rungId) === set.rungId && resident.residencyId === set.residencyId
        ? undefined
        : {
            id: form.rungId ?? set.rungId,
            command: under.command,
            curriculumId: under.curriculum.id,
            version: under.curriculum.version,
          },
    // Unmoved to the minute: the seconds that nobody typed stay.
    moved:
      form.begins && Math.floor(at / 60_000) !== Math.floor(set.at / 60_000) ? { byMs: at - set.at, dayOf } : undefined,
    dayOf,
  }
}

/** A rep that was made and not recorded: its outcome, and nothing else that anybody saw. */
function addRep(
  db: Db,
  setId: SetId,
  outcome: RepRow['outcome'],
  when: { readonly at: EpochMs; readonly dayOf: (at: EpochMs) => string },
  desk: Desk,
): void {
  append(
    db,
    {
      kind: 'rep',
      id: v7(),
      seq: nextNumber(db, desk.device),
      deviceAt: when.at,
      setId,
      outcome,
      ...nothingSeen,
    },
    { device: desk.device, at: when.at, receivedAt: desk.receivedAt, day: when.dayOf(when.at) },
  )
}

const changeOf = (rep: RepRow, outcome: RepRow['outcome'] | undefined) =>
  outcome === undefined || outcome === rep.outcome ? {} : { outcome, faults: outcome === 'clean' ? [] : rep.faults }
