import { parsedJson } from '@/core/json'
import { v7 } from 'uuid'
import { z } from 'zod'
import { ratesFile } from '@/core/forecast/learned'
import { dayIn } from '@/core/days'
import type { Db } from '@/store/database'
import { allForecastsDue, appendElsewhere } from '@/store/forecasts'
import { readKennel } from '@/store/kennel'
import { reject, type ActionResult } from './actionResult'
import { whoField } from '../base/who'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: a file of rates is far smaller. */
const mostLetters = 400_000
export const learnedForm = z.object({
  /** The file’s text; empty to begin on what is shipped again. */
  text: z.string().max(mostLetters, 'That is far too much for a file of rates.'),
  recordedBy: whoField,
})

/** Takes what another kennel learned as a beginning, or goes back to what is shipped; forecasts are made again. */
export function beginOn(db: Db, { text, recordedBy }: z.output<typeof learnedForm>, now: EpochMs): ActionResult {
  const parsed = text === '' ? undefined : ratesFile.safeParse(parsedJson(text))
  if (parsed && !parsed.success) {
    const [first] = parsed.error.issues
    return reject(
      'unreadable',
      `This is no file of learned rates${first ? `: ${first.path.join('.') || 'the file'}, ${first.message}` : ''}. ` +
        'It comes from another kennel’s Forecasts page.',
    )
  }
  db.transaction(() => {
    appendElsewhere(db, { id: v7({ msecs: now }), rates: parsed?.data, at: now, by: recordedBy })
    allForecastsDue(db, dayIn(readKennel(db).timeZone, now))
  }).immediate()
  return { ok: true }
}
