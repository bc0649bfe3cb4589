import type { BaselineStep } from '@/core/baseline/baseline'
import { baselineRun, onTimeWithin, baselineStep, searchOf, type Search } from '@/core/baseline/baseline'
import { findRung, ownRung } from '@/core/curriculum/lookup'
import { isMastered } from '@/core/progress/state'
import { inUse } from '@/core/promise/inUse'
import { readBaselineReps, readStarts } from '@/store/baseline'
import type { Db } from '@/store/database'
import type { Resident } from '@/store/residents'
import { reportedOf } from './before'
import { ladderOf } from '../base/regimes'
import { standingOf } from '../record/standing'
import type { Command, Curriculum } from '@/core/curriculum/types'
import type { RungId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface BaselineCommand {
  readonly id: string
  readonly name: string
  readonly step: BaselineStep
  /** The rung to ask for, or proposed. */
  readonly rung: {
    readonly id: string
    readonly name: string
    readonly words: string
    readonly say: string
    /** Seconds within which it answers; undefined where it holds or walks, and the tap comes when that is over. */
    readonly seconds: number | undefined
  }
  readonly rungs: readonly { readonly id: string; readonly name: string }[]
  readonly ceiling: number
  readonly reps: readonly {
    readonly id: string
    readonly rungName: string
    readonly foodInSight: boolean
    readonly clean: boolean
    readonly latencySeconds: number | null
    readonly leashHelp: boolean
  }[]
  readonly started: { readonly rungName: string; readonly reason: string } | undefined
  /** Worked already, so that the ladder itself says where it stands. */
  readonly worked: boolean
  readonly reported: string | undefined
}

/** The order in which commands are tried: what others need comes first. */
export function inNeedOrder(curriculum: Curriculum): readonly Command[] {
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

export function baselineOf(db: Db, resident: Resident, now: EpochMs): readonly BaselineCommand[] {
  const { state, summary } = standingOf(db, resident.residencyId, now)
  const curriculum = inUse(ladderOf(db, resident.residencyId, now), summary)
  const reps = readBaselineReps(db, resident.residencyId)
  const starts = readStarts(db, resident.residencyId)
  const reported = reportedOf(db, resident, now)
  // What was shown in this baseline so far, by command: the number of the highest rung that worked twice of twice.
  const shownTo = new Map<string, number>()
  const shown = (rungId: RungId): boolean => {
    const found = findRung(curriculum, rungId)
    return (
      found !== undefined &&
      (isMastered(found.ladder, state.runs[found.ladderKey], found.index) ||
        (baselineRun(found.command) === found.ladder && (shownTo.get(found.command.id) ?? -1) >= found.index))
    )
  }
  const commands = inNeedOrder(curriculum).flatMap((command): BaselineCommand[] => {
    const ladder = baselineRun(command)
    if (!ladder) return []
    const reportedLevel = reported.get(command.id)
    const search: Search = searchOf(curriculum, ladder, reportedLevel, shown)
    const own = reps.filter((r) => r.command === command.id)
    const step = baselineStep(search, own)
    if (step.kind === 'done') shownTo.set(command.id, step.shown)
    const rung = ladder.rungs[step.kind === 'try' ? step.index : step.start]
    if (!rung) return []
    const started = starts.findLast((s) => s.command === command.id)
    return [
      {
        id: command.id,
        name: command.name,
        step,
        ceiling: Math.max(0, search.ceiling),
        rung: { id: rung.id, name: rung.name, words: rung.criterion.words, say: rung.say, seconds: onTimeWithin(rung) },
        rungs: ladder.rungs.map((r) => ({ id: r.id, name: r.name })),
        reps: own.map((r) => ({
          id: r.id,
          rungName: ownRung(curriculum, r.rungId)?.rung.name ?? r.rungId,
          foodInSight: r.foodInSight,
          clean: r.clean,
          latencySeconds: r.latencySeconds ?? null,
          leashHelp: r.leashHelp ?? false,
        })),
        started: started && {
          rungName: ownRung(curriculum, started.rungId)?.rung.name ?? started.rungId,
          reason: started.reason,
        },
        worked: (summary.commands.find((c) => c.command === command.id)?.reps ?? 0) > 0,
        reported: reportedLevel === undefined ? undefined : ownRung(curriculum, reportedLevel)?.rung.name,
      },
    ]
  })
  return commands
}
