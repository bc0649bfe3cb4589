'use server'
import { z } from 'zod'
import { act } from '@/app/door'
import { runJob } from '@/jobs/pool'
import type { Person } from '@/store/kennel'
import { refuse } from '@/work/do/deed'
import { requestTime } from '@/work/scene/clock'
import { askHowFar, askToStop, startTable, tableOf, type Started } from '../../tableAction'

const noProblems = (reason: string) => ({ ...refuse(reason), problems: [] })

export const lookAt = act('trainer', refuse, async (who, sent: FormData): Promise<Started> => {
  const table = await tableOf(sent)
  if (!table.ok) return table
  const input = { bytes: table.bytes, recordedBy: who.id, now: requestTime() }
  return startTable(
    who,
    'look',
    async (options) => ({ what: 'look', result: await runJob('look-at-table', input, options) }),
    (reason) => ({ what: 'look', result: noProblems(reason) }),
  )
})

const importId = z.uuid()
const nothingSuch = 'There is no such table.'

export const add = act('trainer', refuse, async (who, sent: FormData): Promise<Started> => {
  const table = await tableOf(sent)
  if (!table.ok) return table
  const id = importId.safeParse(table.form.get('id'))
  if (!id.success) return refuse(nothingSuch)
  const fileName = table.fileName.trim().slice(0, 200) || 'a table'
  const form = { id: id.data, fileName, bytes: table.bytes, recordedBy: who.id }
  return startTable(
    who,
    'dogs',
    async (options) => ({ what: 'dogs', result: await runJob('add-table', { form, now: requestTime() }, options) }),
    (reason) => ({ what: 'dogs', result: noProblems(reason) }),
  )
})

/** The action on a table that was begun before. */
const onImport = (start: (who: Person, id: string) => Started) =>
  act('trainer', refuse, (who, raw: string): Started => {
    const id = importId.safeParse(raw)
    return id.success ? start(who, id.data) : refuse(nothingSuch)
  })

export const goOn = onImport((who, id) =>
  startTable(
    who,
    'dogs',
    async (options) => ({
      what: 'dogs',
      result: await runJob('go-on-with-table', { id, now: requestTime() }, options),
    }),
    (reason) => ({ what: 'dogs', result: noProblems(reason) }),
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
    (reason) => ({ what: 'back', result: refuse(reason) }),
  ),
)

export const how = askHowFar()
export const stop = askToStop()
