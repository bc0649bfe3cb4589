import { z } from 'zod'
import { minuteText, type ClockFace } from '../clock'
import { line, optionalDay, type Typed } from '../fields'
import type { FieldSpec } from '../form'
import { readTimes } from './ownerTimes'

/** When the owner of a dog can come, typed at the desk in the words of a week. */
export const ownerTimesSchema = z
  .object({ said: line('The times', 400), holdsUntil: optionalDay('The day') })
  .superRefine(({ said }, ctx) => {
    const { times, unread } = readTimes(said)
    const message =
      unread.length > 0
        ? `“${unread[0] ?? ''}” is not clear. Type it like “Tue and Thu after 16:00, Sat” or “Mon 4 to 6 pm”.`
        : times.length === 0
          ? 'No time is left. Type at least one day.'
          : undefined
    if (message !== undefined) ctx.addIssue({ code: 'custom', path: ['said'], message })
  })

export const ownerTimesFields = (owner: string, clock: ClockFace): readonly FieldSpec[] => [
  {
    kind: 'text',
    name: 'said',
    label: `Days and times of ${owner}`,
    hint: `such as “Tue and Thu after ${minuteText(16 * 60, clock)}, Sat”; what suits best first`,
    required: true,
    wide: true,
  },
  { kind: 'date', name: 'holdsUntil', label: 'Until', hint: 'empty for the whole stay' },
]

export const ownerTimesTyped = (told: { readonly said: string; readonly holdsUntil: string } | undefined): Typed => ({
  said: [told?.said ?? ''],
  holdsUntil: [told?.holdsUntil ?? ''],
})
