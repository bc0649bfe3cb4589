'use server'
import { z } from 'zod'
import { actOrReject } from '@/app/auth'
import { runJob } from '@/jobs/pool'
import type { Person } from '@/auth/door'
import { reject, type Rejection } from '@/core/rejection'
import { requestTime } from '@/work/base/clock'
import { askHowFar, askToStop, startTable, tableOf, type Started } from '../../tableAction'

const noProblems = (rejection: Rejection) => ({ ...rejection, problems: [] })

export const lookAt = actOrReject('trainer', async (who, sent: FormData): Promise<Started> => {
  const table = await tableOf(sent)
  if (!table.ok) return table
  const input = { bytes: table.bytes, recordedBy: who.id, now: requestTime() }
  return startTable(
    who,
    'look',
    async (options) => ({ what: 'look', result: await runJob('look-at-table', input, options) }),
    (rejection) => ({ what: 'look', result: noProblems(rejection) }),
  )
})

const importId = z.uuid()
const nothingSuch = 'Table not found.'

export const add = actOrReject('trainer', async (who, sent: FormData): Promise<Started> => {
  const table = await tableOf(sent)
  if (!table.ok) return table
  const id = importId.safeParse(table.form.get('id'))
  if (!id.success) return reject('table-not-found', nothingSuch)
  const fileName = table.fileName.trim().slice(0, 200) || 'a table'
  const form = { id: id.data, fileName, bytes: table.bytes, recordedBy: who.id }
  return startTable(
    who,
    'dogs',
    async (options) => ({ what: 'dogs', result: await runJob('add-table', { form, now: requestTime() }, options) }),
    (rejection) => ({ what: 'dogs', result: noProblems(rejection) }),
  )
})

/** The action on a table that was begun before. */
const onImport = (start: (who: Person, id: string) => Started) =>
  actOrReject('trainer', (who, raw: string): Started => {
    const id = importId.safeParse(raw)
    return id.success ? start(who, id.data) : reject('table-not-found', nothingSuch)
  })

export const goOn = onImport((who, id) =>
  startTable(
    who,
    'dogs',
    async (options) => ({
      what: 'dogs',
      result: await runJob('go-on-with-table', { id, now: requestTime() }, options),
    }),
    (rejection) => ({ what: 'dogs', result: noProblems(rejection) }),
  ),
)

export const takeBack = onImport((who, id) =>
  startTable(
    who,
    'back',
    async (options) => ({
      what: 'back',
      result: await runJob('take-table-back', { id, now: requestTime() }, options),
    }),
    (rejection) => ({ what: 'back', result: rejection }),
  ),
)

export const how = askHowFar()
export const stop = askToStop()
