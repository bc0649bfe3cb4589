import { z } from 'zod'
import { v7 } from 'uuid'
import { baselineRun, baselineStep, searchOf, type BaselineStep, type Search } from '@/core/baseline/baseline'
import { findCommand, findRung, ownRung } from '@/core/curriculum/lookup'
import type { Command, Curriculum } from '@/core/curriculum/types'
import { dayIn } from '@/core/days'
import { isHeld } from '@/core/progress/state'
import { insertBaselineRep, insertStart, readBaselineReps, readStarts } from '@/store/baseline'
import type { Db } from '@/store/database'
import { readEntry, takeBack } from '@/store/intake'
import { readKennel } from '@/store/kennel'
import { findResident, type Resident } from '@/store/residents'
import { aboutResident } from './about'
import type { Done } from './correct'
import { ladderOf } from './regimes'
import { refold, standingOf } from './record/refold'
import { nobody, whoField, worksHere } from './who'

const refuse = (reason: string): Done => ({ ok: false, reason })

export interface BaselineCommand {
  readonly id: string
  readonly name: string
  readonly step: BaselineStep
  /** The rung to ask for, or proposed. */
  readonly rung: { readonly id: string; readonly name: string; readonly words: string; readonly say: string }
  readonly rungs: readonly { readonly id: string; readonly name: string }[]
  readonly ceiling: number
  readonly reps: readonly {
    readonly id: string
    readonly rungName: string
    readonly foodInSight: boolean
    readonly clean: boolean
  }[]
  readonly started: { readonly rungName: string; readonly reason: string } | undefined
  /** Worked already, so that the ladder itself says where it stands. */
  readonly worked: boolean
  readonly reported: string | undefined
}

export interface BaselineView {
  readonly resident: Resident
  readonly today: string
  readonly timeZone: string
  readonly commands: readonly BaselineCommand[]
}

/** The order in which commands are tried: what others need comes first. */
function inNeedOrder(curriculum: Curriculum): readonly Command[] {
  const done: Command[] = []
  const visit = (command: Command, trail: readonly string[]): void => {
    if (done.includes(command) || trail.includes(command.id)) return
    for (const rung of baselineRun(command)?.rungs ?? [])
      for (const id of rung.needs) {
        const need = findRung(curriculum, id)?.command
        if (need && need !== command) visit(need, [...trail, command.id])
      }
    done.push(command)
  }
  for (const command of curriculum.commands) visit(command, [])
  return done
}

/** One dog's baseline: each command with what to ask for next, or what was found; undefined for no such residency. */
export function loadBaseline(db: Db, residencyId: string, now: number): BaselineView | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const { timeZone } = readKennel(db)
  return { resident, timeZone, today: dayIn(timeZone, now), commands: baselineOf(db, resident, now) }
}

function baselineOf(db: Db, resident: Resident, now: number): readonly BaselineCommand[] {
  const curriculum = ladderOf(db, resident.residencyId, now)
  const { state, summary } = standingOf(db, resident.residencyId, now)
  const reps = readBaselineReps(db, resident.residencyId)
  const starts = readStarts(db, resident.residencyId)
  const reported = new Map(
    (readEntry(db, resident.residencyId, 'words')?.entry.cues ?? []).map((c) => [c.command, c.reported]),
  )
  // What was shown in this baseline so far, by command: the number of the highest rung that came off twice of twice.
  const shownTo = new Map<string, number>()
  const shown = (rungId: string): boolean => {
    const found = findRung(curriculum, rungId)
    return (
      found !== undefined &&
      (isHeld(found.run, state.runs[found.runKey], found.index) ||
        (baselineRun(found.command) === found.run && (shownTo.get(found.command.id) ?? -1) >= found.index))
    )
  }
  const commands = inNeedOrder(curriculum).flatMap((command): BaselineCommand[] => {
    const run = baselineRun(command)
    if (!run) return []
    const said = reported.get(command.id)
    const search: Search = searchOf(curriculum, run, said === '' ? undefined : said, shown)
    const own = reps.filter((r) => r.command === command.id)
    const step = baselineStep(search, own)
    if (step.kind === 'done') shownTo.set(command.id, step.shown)
    const rung = run.rungs[step.kind === 'try' ? step.index : step.start]
    if (!rung) return []
    const started = starts.findLast((s) => s.command === command.id)
    return [
      {
        id: command.id,
        name: command.name,
        step,
        ceiling: Math.max(0, search.ceiling),
        rung: { id: rung.id, name: rung.name, words: rung.criterion.words, say: rung.say },
        rungs: run.rungs.map((r) => ({ id: r.id, name: r.name })),
        reps: own.map((r) => ({
          id: r.id,
          rungName: ownRung(curriculum, r.rungId)?.rung.name ?? r.rungId,
          foodInSight: r.foodInSight,
          clean: r.clean,
        })),
        started: started && {
          rungName: ownRung(curriculum, started.rungId)?.rung.name ?? started.rungId,
          reason: started.reason,
        },
        worked: (summary.commands.find((c) => c.command === command.id)?.reps ?? 0) > 0,
        reported: said === undefined || said === '' ? undefined : ownRung(curriculum, said)?.rung.name,
      },
    ]
  })
  return commands
}

const fact = { residencyId: z.uuid(), recordedBy: whoField }
export const baselineRepForm = z.object({
  ...fact,
  id: z.uuid(),
  command: z.string().max(80),
  rungId: z.string().max(80),
  foodInSight: z.boolean(),
  clean: z.boolean(),
})

/** Keeps one rep of a baseline. The rung must be the one asked for; the same fact twice changes nothing. */
export function keepBaselineRep(db: Db, form: z.infer<typeof baselineRepForm>, now: number): Done {
  return aboutResident(db, form, (resident) => {
    if (readBaselineReps(db, form.residencyId).some((r) => r.id === form.id)) return undefined
    const today = dayIn(readKennel(db).timeZone, now)
    if (today <= resident.arrivesOn)
      return today < resident.arrivesOn
        ? 'It is not here yet.'
        : 'First evening: a light walk and rest, no training. The baseline is for tomorrow.'
    const command = baselineOf(db, resident, now).find((c) => c.id === form.command)
    if (!command) return 'This dog’s ladder has no such command.'
    if (command.worked) return `${command.name} has been worked since: the ladder says where it stands.`
    if (command.step.kind === 'done') return 'This command has been tried out.'
    if (command.rung.id !== form.rungId || command.step.foodInSight !== form.foodInSight)
      return 'Something else is asked for now: this page was old, and is fresh again.'
    insertBaselineRep(db, {
      id: form.id,
      residencyId: form.residencyId,
      command: form.command,
      rungId: form.rungId,
      foodInSight: form.foodInSight,
      clean: form.clean,
      at: now,
      recordedBy: form.recordedBy,
    })
    return undefined
  })
}

export const baselineUndoForm = z.object({ ...fact, command: z.string().max(80) })

/** Takes back the last rep of a command's baseline. */
export function undoBaselineRep(db: Db, form: z.infer<typeof baselineUndoForm>, now: number): Done {
  if (!worksHere(db, form.recordedBy)) return refuse(nobody)
  const last = readBaselineReps(db, form.residencyId).findLast((r) => r.command === form.command)
  if (!last) return refuse('There is nothing to take back.')
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
 * above
 * a prerequisite that was not shown. It passes nothing and holds nothing.
 */
export function takeStart(db: Db, form: z.infer<typeof startForm>, now: number): Done {
  return aboutResident(db, form, (resident) => {
    const command = baselineOf(db, resident, now).find((c) => c.id === form.command)
    if (!command || !findCommand(ladderOf(db, form.residencyId, now), form.command))
      return 'This dog’s ladder has no such command.'
    if (command.worked) return `${command.name} has been worked since: the ladder says where it stands.`
    if (command.step.kind !== 'done') return 'The baseline of this command is not done yet.'
    const wanted = command.rungs.findIndex((r) => r.id === form.rungId)
    if (wanted < 0) return 'This dog’s ladder has no such rung.'
    if (wanted > command.ceiling)
      return (
        `Not above “${command.rungs[command.ceiling]?.name ?? ''}”: what lies higher waits for something that ` +
        `was not shown.`
      )
    if (wanted > command.step.start && form.reason === '') return 'Higher than proposed: say why.'
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
export function takeProposed(db: Db, form: z.infer<typeof allStartsForm>, now: number): Done {
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
