import { kitTurn, wornOf } from '@/core/evidence/kit'
import type { LiveSet } from '@/device/live/facts'
import type { BlockView } from '@/work/page/blockView'

/** Whose turn it is in a comparison, after the sets of today and of this block. */
export function trialTurn(trial: NonNullable<BlockView['trial']>, here: readonly LiveSet[]) {
  const worked = here
    .filter((s) => s.context.rungId === trial.rungId)
    .map((s) => ({ kit: s.context.kit, collar: s.opened?.collar }))
  return kitTurn(
    [...trial.done, ...worked].map((set) => wornOf(set, trial.sides)),
    trial.sides,
  )
}
