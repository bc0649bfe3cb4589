import { runKey } from '@/core/curriculum/lookup'
import { dayIn } from '@/core/days'
import { retention } from '@/core/progress/memory'
import { newest } from '@/core/progress/regime'
import { isHeld, tallyOf } from '@/core/progress/state'
import type { HeldRung } from '@/core/rulebench/predict'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { residentsOn } from '@/store/residents'
import { kennelForgetting } from './forgetting'
import { readHouse, regimesOfResident } from './regimes'
import { standingOf } from './standings'

export interface OwnRung extends HeldRung {
  readonly residencyId: string
  readonly dog: string
  readonly command: string
  readonly commandId: string
  readonly rung: string
}

/** Every rung held by a dog that is here now, with all its reps and what is predicted to be left of it. */
export function loadBench(db: Db, now: number): readonly OwnRung[] {
  const { model } = kennelForgetting(db)
  const house = readHouse(db)
  return residentsOn(db, dayIn(readKennel(db).timeZone, now)).flatMap((resident) => {
    const { curriculum } = newest(regimesOfResident(db, resident, now, { house }))
    const { state } = standingOf(db, resident.residencyId, now)
    return curriculum.commands.flatMap((command) =>
      command.runs.flatMap((run) => {
        const runState = state.runs[runKey(command.id, run.id)]
        return run.rungs.flatMap((rung, i): OwnRung[] => {
          const tally = tallyOf(run, runState, i)
          if (!runState?.memory || !tally || tally.reps === 0 || !isHeld(run, runState, i)) return []
          return [{ residencyId: resident.residencyId, dog: `${resident.runNumber} ${resident.name}`, command: command.name, commandId: command.id, rung: rung.name, rule: rung.rule, clean: tally.clean, total: tally.reps, retention: retention(runState.memory, now, model) }]
        })
      }),
    )
  })
}
