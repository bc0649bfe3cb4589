'use server'
import { revalidatePath } from 'next/cache'
import { act } from '@/app/door'
import { actSigned } from '@/app/signed'
import type { Told } from '@/screens/told'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
import { runJob, unlessKilled } from '@/jobs/pool'
import { isSection, keepSection } from '@/work/do/house'
import { setWallTablet, wallTabletForm } from '@/work/do/wallTablet'
import { askRestore } from '@/work/do/restore'
import { backupNamed, type InsideBeside } from '@/work/scene/backups'
import { sentForm } from '@/core/formMerge'
import { actOnForm, saidOf, typed } from '../typed'
import { refuse, type Deed } from '@/work/do/deed'

/** A file of a gigabyte is copied and read back in less. */
const heavyMs = 600_000

export const keepHouse = actOnForm('lead', async (who, form) => {
  const section = form.get('section')
  if (typeof section !== 'string' || !isSection(section)) return { '': 'There is no such part of the house.' }
  const { section: _, ...rest } = typed(form)
  const done = keepSection(kennelDatabase(), section, sentForm(rest), who.id, requestTime())
  if (!done.ok) return saidOf(done)
  // What lapsed is kept anew by the time the next page asks; where that is ended, it is folded for whoever asks.
  if (section === 'spaces' || section === 'house')
    await unlessKilled(runJob('renew-standings', { now: requestTime() }, { limitMs: heavyMs }), () => undefined)
  revalidatePath('/', 'layout')
  return {}
})

/** Whether a device goes on showing the wall once it is locked: this one, or another that is named. */
export const keepWallTablet = actSigned('lead', wallTabletForm, setWallTablet)

export const backUpNow = act(
  'lead',
  (reason): Told & { file?: string } => refuse(reason),
  async (): Promise<Told & { file?: string }> => {
    const made = await unlessKilled(runJob('back-up', { now: requestTime() }, { limitMs: heavyMs, last: true }), refuse)
    if (made.ok) revalidatePath('/', 'layout')
    return made
  },
)

/** The whole kennel as a folder beside the backups. */
export const kennelOutNow = act(
  'lead',
  (reason): Told & { file?: string } => refuse(reason),
  async (): Promise<Told & { file?: string }> => {
    const out = await unlessKilled(
      runJob('kennel-out', { now: requestTime() }, { limitMs: heavyMs, last: true }),
      refuse,
    )
    return out.ok && 'folder' in out && out.folder !== undefined ? { ok: true, file: out.folder } : out
  },
)

/** What lies in a backup of the house, by its name. */
export const lookIntoBackup = act(
  'lead',
  (reason): Deed<{ readonly inside: InsideBeside }> => refuse(reason),
  async (_, name: unknown): Promise<Deed<{ readonly inside: InsideBeside }>> => {
    const asked = { name: typeof name === 'string' ? name : '' }
    const looked = await unlessKilled(runJob('look-into-backup', asked, { limitMs: heavyMs, last: true }), (why) => why)
    return typeof looked === 'string' ? refuse(looked) : { ok: true, inside: looked }
  },
)

/** So long an answer has to reach the one who asked, before the program starts again. */
const answerMs = 400

/** Goes back to a backup: the program ends, and the launcher starts it again on what the backup holds. */
export const goBackTo = act('lead', refuse, (_, name: unknown): Told => {
  const file = backupNamed(kennelDatabase(), typeof name === 'string' ? name : '')
  const database = process.env['KIBOU_DB']
  if (file === undefined || database === undefined) return refuse('There is no such backup.')
  const asked = askRestore(database, file)
  if (asked.ok) setTimeout(() => process.exit(4), answerMs)
  return asked
})
