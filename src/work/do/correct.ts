import { v7 } from 'uuid'
import { z } from 'zod'
import { dayIn } from '@/core/days'
import { outcomes } from '@/core/facts/fact'
import { kits } from '@/core/curriculum/types'
import { copyClose, copyRep, copySet, standingReps, standingSet, type Desk, type RepRow } from '@/store/facts/copy'
import type { Db } from '@/store/database'
import { append, nextNumber } from '@/store/facts/append'
import { readKennel, readPlaces } from '@/store/kennel'
import { refold } from '../record/refold'
import { nobody, whoField, worksHere } from '../scene/who'
import { refuse, type Deed } from './deed'

/** Facts made at a desk, not on a tablet. */
export const deskDevice = '01890000-0000-7000-8000-00000000de5c'

/** Why something recorded was changed; kept beside it. */
export const reasonBeside = (what: string) =>
  z
    .string()
    .trim()
    .min(1, `Say why: it stays beside the ${what}.`)
    .max(200, '200 letters at the most.')
    .regex(/^\P{Cc}*$/u, 'One line of text.')

export const voidForm = z.object({ setId: z.uuid(), reason: reasonBeside('set'), recordedBy: whoField })

export const correctSetForm = z.object({
  setId: z.uuid(),
  reason: reasonBeside('set'),
  recordedBy: whoField,
  placeId: z.string().max(64),
  leashHolder: z.string().max(64),
  level: z.coerce.number().int().min(0).max(5),
  kit: z.enum(kits),
  /** The outcome of each rep in order; as many as the set has. */
  outcomes: z.array(z.enum(outcomes)).max(60),
})

/** Done to a dog. */
export type Done = Deed<{ readonly residencyId: string }>

/** Takes a set back, with its reason. It stays in the log and counts for nothing. */
export function voidSet(db: Db, form: z.infer<typeof voidForm>, now: number): Done {
  return db
    .transaction((): Done => {
      const set = standingSet(db, form.setId)
      if (!set) return refuse('This set was taken back already, or there is no such set.')
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      takeBack(db, form.setId, form.reason, form.recordedBy, { device: deskDevice, receivedAt: now })
      refold(db, set.residencyId, now)
      return { ok: true, residencyId: set.residencyId }
    })
    .immediate()
}

function takeBack(db: Db, targetId: string, why: string, recordedBy: string, desk: Desk): void {
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
 * at its time.
 */
export function correctSet(db: Db, form: z.infer<typeof correctSetForm>, now: number): Done {
  return db
    .transaction((): Done => {
      const set = standingSet(db, form.setId)
      if (!set) return refuse('This set was taken back already, or there is no such set.')
      if (!worksHere(db, form.recordedBy) || !worksHere(db, form.leashHolder)) return refuse(nobody)
      if (!readPlaces(db).some((p) => p.id === form.placeId)) return refuse('There is no such place.')
      const reps = standingReps(db, form.setId)
      if (reps.length !== form.outcomes.length) return refuse('Somebody changed this set meanwhile. Look at it again.')
      const desk: Desk = { device: deskDevice, receivedAt: now }
      const id = v7()
      copySet(
        db,
        form.setId,
        { id, placeId: form.placeId, leashHolder: form.leashHolder, level: form.level, kit: form.kit },
        desk,
      )
      reps.forEach((rep, i) => {
        copyRep(db, rep.id, { id: v7(), setId: id, change: changeOf(rep, form.outcomes[i]) }, desk)
      })
      copyClose(db, form.setId, id, v7(), desk)
      takeBack(db, form.setId, form.reason, form.recordedBy, desk)
      refold(db, set.residencyId, now)
      return { ok: true, residencyId: set.residencyId }
    })
    .immediate()
}

const changeOf = (rep: RepRow, outcome: RepRow['outcome'] | undefined) =>
  outcome === undefined || outcome === rep.outcome ? {} : { outcome, faults: outcome === 'clean' ? [] : rep.faults }
