import { suggestAll, suggestFor } from '@/core/coach/suggest'
import type { Suggestion, Suggestions } from '@/core/coach/suggestion'
import { findCommand, findRung } from '@/core/curriculum/lookup'
import { daysBetween } from '@/core/days'
import { firstDays } from '@/core/dog/ageLimits'
import { commandStatus, type CommandStatus } from '@/core/promise/status'
import type { DogState } from '@/core/progress/state'
import type { BlockView } from '@/work/page/blockView'
import type { CommandId } from '@/core/ids'
import { aroundHere, coachedDog } from './surroundings'

/** What the coach says of this dog here, however its state changes in the block. */
export function coachHere(view: BlockView) {
  const { curriculum } = view
  const standingOf = (commandId: CommandId, state: DogState): CommandStatus | undefined => {
    const command = findCommand(curriculum, commandId)
    const promised = view.promises.filter((p) => findRung(curriculum, p.rungId)?.command.id === commandId)
    return command && commandStatus(curriculum, command, state, promised)
  }
  const suggestions = (state: DogState): Suggestions =>
    suggestAll(
      curriculum,
      state,
      view.promises,
      coachedDog(view),
      aroundHere(view),
      daysBetween(view.resident.arrivesOn, view.today) <= firstDays,
    )
  const suggest = (commandId: CommandId, state: DogState): Suggestion | undefined =>
    suggestFor(suggestions(state), commandId)
  return { standingOf, suggestions, suggest }
}
