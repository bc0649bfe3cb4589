'use server'
import { actOrReject } from '@/app/auth'
import { actTelling } from '@/app/signed'
import { runJob } from '@/jobs/pool'
import { keepPastSets, pastSetsForm } from '@/work/actions/pastSets'
import { requestTime } from '@/work/base/clock'
import { askHowFar, askToStop, startTable, tableOf, type Started } from '../tableAction'

/** A sheet of a day that is past. */
export const keepPastPaper = actTelling('hand', pastSetsForm, keepPastSets, ({ kept, known }) => ({ kept, known }))

const takeTable = (keep: boolean) =>
  actOrReject('trainer', async (who, sent: FormData): Promise<Started> => {
    const read = await tableOf(sent)
    if (!read.ok) return read
    const table = { bytes: read.bytes, recordedBy: who.id, keep }
    return startTable(
      who,
      'sets',
      async (options) => ({
        what: keep ? 'sets' : 'look',
        result: await runJob('past-table', { table, now: requestTime() }, options),
      }),
      (rejection) => ({ what: 'sets', result: { ...rejection, problems: [] } }),
    )
  })

export const lookAtPast = takeTable(false)
export const addPast = takeTable(true)
export const how = askHowFar()
export const stop = askToStop()
