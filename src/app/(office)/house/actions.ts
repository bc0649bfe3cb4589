'use server'
import { revalidatePath } from 'next/cache'
import { actOrReject } from '@/app/auth'
import { actSigned } from '@/app/signed'
import type { Told } from '@/screens/told'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { orTooSlow, runJob, unlessKilled } from '@/jobs/pool'
import { isSection, keepSection } from '@/work/actions/house'
import { setWallTablet, wallTabletForm } from '@/work/actions/wallTablet'
import { askRestore } from '@/work/actions/restore'
import { backupNamed, type InsideBeside } from '@/work/context/backups'
import { actOnForm } from '../typed'
import { reject, type ActionResult } from '@/work/actions/actionResult'
import { partedOff } from '@/work/actions/saveOver'

/** A file of a gigabyte is copied and read back in less. */
const heavyMs = 600_000

export const keepHouse = actOnForm('lead', async (who, form) => {
  const { of: section, form: typed } = partedOff(form, 'section')
  if (!isSection(section)) return reject('section-not-found', 'Section not found.')
  const done = keepSection(kennelDatabase(), section, typed, who.id, requestTime())
  // What lapsed is kept again by the time the next page asks; where that is ended, it is folded for whoever asks.
  if (done.ok && (section === 'spaces' || section === 'house'))
    await unlessKilled(runJob('renew-standings', { now: requestTime() }, { limitMs: heavyMs }), () => undefined)
  return done
})

/** Whether a device goes on showing the wall once it is locked: this one, or another that is named. */
export const keepWallTablet = actSigned('lead', wallTabletForm, setWallTablet)

export const backUpNow = actOrReject('lead', async (): Promise<Told & { file?: string }> => {
  const made = await orTooSlow(runJob('back-up', { now: requestTime() }, { limitMs: heavyMs, last: true }))
  if (made.ok) revalidatePath('/', 'layout')
  return made
})

/** The whole kennel as a folder beside the backups. */
export const kennelOutNow = actOrReject('lead', async (): Promise<Told & { file?: string }> => {
  const out = await orTooSlow(runJob('kennel-out', { now: requestTime() }, { limitMs: heavyMs, last: true }))
  return out.ok && 'folder' in out && out.folder !== undefined ? { ok: true, file: out.folder } : out
})

/** What lies in a backup of the house, by its name. */
export const lookIntoBackup = actOrReject(
  'lead',
  async (_, name: unknown): Promise<ActionResult<{ readonly inside: InsideBeside }>> => {
    const asked = { name: typeof name === 'string' ? name : '' }
    const looked = await orTooSlow(runJob('look-into-backup', asked, { limitMs: heavyMs, last: true }))
    if (typeof looked === 'string') return reject('unusable', looked)
    return 'code' in looked ? looked : { ok: true, inside: looked }
  },
)

/** So long an answer has to reach the one who asked, before the program starts again. */
const answerMs = 400

/** Goes back to a backup: the program ends, and the launcher starts it again on what the backup holds. */
export const goBackTo = actOrReject('lead', (_, name: unknown): Told => {
  const file = backupNamed(kennelDatabase(), typeof name === 'string' ? name : '')
  const database = process.env['KIBOU_DB']
  if (file === undefined || database === undefined) return reject('backup-not-found', 'Backup not found.')
  const asked = askRestore(database, file)
  if (asked.ok) setTimeout(() => process.exit(4), answerMs)
  return asked
})
