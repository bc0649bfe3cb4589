import { ladderKey } from '@/core/curriculum/lookup'
import { dayIn } from '@/core/days'
import { retention } from '@/core/progress/retention'
import { newest } from '@/core/progress/regime'
import { isMastered, tallyOf } from '@/core/progress/state'
import type { Rule } from '@/core/curriculum/types'
import { calibration, coldRepsOf, type Calibration } from '@/core/rulebench/predict'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { residentsOn } from '@/store/residents'
import { kennelForgetting } from '../context/forgetting'
import { readRules, regimesOfResident } from '../base/regimes'
import { standingOf } from '../record/standing'
import type { CommandId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface OwnRung {
  readonly rule: Rule
  readonly clean: number
  readonly total: number
  /** Predicted to be left, 0–1: the chance that it would meet its rule if it were asked for cold. */
  readonly retention: number
  readonly residencyId: ResidencyId
  readonly dog: string
  readonly command: string
  readonly commandId: CommandId
  readonly rung: string
}

/** Design choice: so many rungs are named, the least sure first. */
const named = 12

export interface OwnBench {
  /** Held rungs that are named. */
  readonly rungs: readonly OwnRung[]
  /** How many are held in all; how many of them would fail, on average; and how many more likely than not. */
  readonly held: number
  readonly failing: number
  readonly doubtful: number
  /** How the same predictions did on refreshers and first reps of the dogs here; undefined before the first. */
  readonly checked: (Calibration & { readonly refreshers: number }) | undefined
}

/**
 * Every rung held by a dog that is here now, with what is predicted to be left of it, and how such predictions came
 * true.
 */
export function loadBench(db: Db, now: EpochMs): OwnBench {
  const { model } = kennelForgetting(db)
  const house = readRules(db)
  const pairs: { readonly predicted: number; readonly came: boolean }[] = []
  const rungs = residentsOn(db, dayIn(readKennel(db).timeZone, now)).flatMap((resident) => {
    const { curriculum } = newest(regimesOfResident(db, resident, now, { house }))
    const { state } = standingOf(db, resident.residencyId, now)
    return curriculum.commands.flatMap((command) =>
      command.runs.flatMap((ladder) => {
        const runState = state.runs[ladderKey(command.id, ladder.id)]
        if (runState?.memory) pairs.push(...coldRepsOf(runState.memory.shown, model))
        return ladder.rungs.flatMap((rung, i): OwnRung[] => {
          const tally = tallyOf(ladder, runState, i)
          if (!runState?.memory || !tally || tally.reps === 0 || !isMastered(ladder, runState, i)) return []
          return [
            {
              residencyId: resident.residencyId,
              dog: `${resident.runNumber} ${resident.name}`,
              command: command.name,
              commandId: command.id,
              rung: rung.name,
              rule: rung.rule,
              clean: tally.clean,
              total: tally.reps,
              retention: retention(runState.memory, now, model),
            },
          ]
        })
      }),
    )
  })
  return {
    rungs: [...rungs].sort((x, y) => x.retention - y.retention).slice(0, named),
    held: rungs.length,
    failing: rungs.reduce((n, r) => n + 1 - r.retention, 0),
    doubtful: rungs.filter((r) => r.retention < 0.5).length,
    checked: pairs.length > 0 ? { ...calibration(pairs), refreshers: pairs.length } : undefined,
  }
}
