import { z } from 'zod'
import { v7 } from 'uuid'
import { cameOff } from '@/core/baseline/baseline'
import { findCommand } from '@/core/curriculum/lookup'
import { dayIn } from '@/core/days'
import { insertBaselineRep, insertSkipped, insertStart, readBaselineReps } from '@/store/baseline'
import type { Db } from '@/store/database'
import { takeBack } from '@/store/intake'
import { readKennel } from '@/store/kennel'
import { aboutResident } from './about'
import type { Done } from './correct'
import { ladderOf } from '../base/regimes'
import { refold } from '../record/refold'
import { nobody, whoField, worksHere } from '../base/who'
import { baselineOf } from '../context/baseline'
import { wantsBaseline } from '../context/firstThings'
import { reject, type Rejection } from './actionResult'
import type { EpochMs } from '@/core/epochMs'

const fact = { residencyId: z.uuid(), recordedBy: whoField }

export const baselineRepForm = z.object({
  ...fact,
  id: z.uuid(),
  command: z.string().max(80),
  rungId: z.string().max(80),
  foodInSight: z.boolean(),
  clean: z.boolean(),
  latencySeconds: z.number().min(0).max(60).nullish(),
  leashHelp: z.boolean().optional(),
})

const workedSince = (name: string): Rejection =>
  reject('known-already', `${name} has been worked since. Its current rung is on the dog’s page.`)

/** Keeps one rep of a baseline. The rung must be the one asked for; the same fact twice changes nothing. */
export function keepBaselineRep(db: Db, form: z.infer<typeof baselineRepForm>, now: EpochMs): Done {
  return aboutResident(db, form, (resident) => {
    if (readBaselineReps(db, form.residencyId).some((r) => r.id === form.id)) return undefined
    const today = dayIn(readKennel(db).timeZone, now)
    if (today <= resident.arrivesOn)
      return today < resident.arrivesOn
        ? reject('too-early', 'The dog is not here yet.')
        : reject(
            'too-early',
            'First evening. Take a light walk, then rest. No training yet. The baseline is for tomorrow.',
          )
    const command = baselineOf(db, resident, now).find((c) => c.id === form.command)
    if (!command) return reject('command-not-found', 'That command is not in this dog’s curriculum.')
    if (command.worked) return workedSince(command.name)
    if (command.step.kind === 'done') return reject('same', 'This command has been tried out.')
    if (command.rung.id !== form.rungId || command.step.foodInSight !== form.foodInSight)
      return reject('changed-meanwhile', 'This page was old. It now shows the next trial.')
    insertBaselineRep(db, {
      id: form.id,
      residencyId: form.residencyId,
      command: form.command,
      rungId: form.rungId,
      foodInSight: form.foodInSight,
      clean: cameOff(form, command.rung.seconds),
      latencySeconds: command.rung.seconds === undefined ? null : (form.latencySeconds ?? null),
      leashHelp: form.leashHelp ?? false,
      at: now,
      recordedBy: form.recordedBy,
    })
    return undefined
  })
}

export const baselineUndoForm = z.object({ ...fact, command: z.string().max(80) })

/** Takes back the last rep of a command's baseline. */
export function undoBaselineRep(db: Db, form: z.infer<typeof baselineUndoForm>, now: EpochMs): Done {
  if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
  const last = readBaselineReps(db, form.residencyId).findLast((r) => r.command === form.command)
  if (!last) return reject('nothing-to-undo', 'Nothing to undo.')
  takeBack(db, last.id, form.recordedBy, now)
  return { ok: true, residencyId: form.residencyId }
}

export const startForm = z.object({
  ...fact,
  command: z.string().max(80),
  rungId: z.string().max(80),
  reason: z
    .string()
    .trim()
    .max(200)
    .regex(/^\P{Cc}*$/u, 'One line of text.')
    .default(''),
})

/**
 * Puts the starting rung of a command in hand: the one proposed, a lower one, or with a reason a higher one, never
 * above a prerequisite that was not shown. It passes nothing and holds nothing.
 */
export function takeStart(db: Db, form: z.infer<typeof startForm>, now: EpochMs): Done {
  return aboutResident(db, form, (resident) => {
    const command = baselineOf(db, resident, now).find((c) => c.id === form.command)
    if (!command || !findCommand(ladderOf(db, form.residencyId, now), form.command))
      return reject('command-not-found', 'That command is not in this dog’s curriculum.')
    if (command.worked) return workedSince(command.name)
    if (command.step.kind !== 'done') return reject('too-early', 'The baseline of this command is not done yet.')
    const wanted = command.rungs.findIndex((r) => r.id === form.rungId)
    if (wanted < 0) return reject('rung-not-found', 'That rung is not in this dog’s curriculum.')
    if (wanted > command.ceiling)
      return reject(
        'not-possible',
        `Not above “${command.rungs[command.ceiling]?.name ?? ''}”: what lies higher waits for something that ` +
          `was not shown.`,
      )
    if (wanted > command.step.start && form.reason === '') return reject('fields', 'Higher than proposed: say why.')
    insertStart(db, {
      id: v7(),
      residencyId: form.residencyId,
      command: form.command,
      rungId: form.rungId,
      proposed: command.rungs[command.step.start]?.id ?? '',
      reason: form.reason,
      at: now,
      recordedBy: form.recordedBy,
    })
    refold(db, form.residencyId, now)
    return undefined
  })
}

export const allStartsForm = z.object(fact)

/** Takes every start as it is proposed, for the commands that were tried and have none yet. */
export function takeProposed(db: Db, form: z.infer<typeof allStartsForm>, now: EpochMs): Done {
  return aboutResident(db, form, (resident) => {
    for (const c of baselineOf(db, resident, now)) {
      if (c.step.kind !== 'done' || c.worked || c.started || c.reps.length === 0) continue
      insertStart(db, {
        id: v7(),
        residencyId: form.residencyId,
        command: c.id,
        rungId: c.rung.id,
        proposed: c.rung.id,
        reason: '',
        at: now,
        recordedBy: form.recordedBy,
      })
    }
    refold(db, form.residencyId, now)
    return undefined
  })
}

export const skipForm = z.object({ residencyId: z.uuid(), recordedBy: whoField })

/** Somebody chooses to do without a baseline: its ladder begins at the bottom, and it is worked at once. */
export const skipBaseline = (db: Db, form: z.infer<typeof skipForm>, now: EpochMs): Done =>
  aboutResident(db, form, (resident) => {
    const today = dayIn(readKennel(db).timeZone, now)
    if (!wantsBaseline(db, resident.residencyId, today)) return reject('same', 'No baseline is waiting.')
    insertSkipped(db, resident.residencyId, now, form.recordedBy)
    return undefined
  })
