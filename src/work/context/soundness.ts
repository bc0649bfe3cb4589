import type { House } from '@/core/house/house'
import { join } from 'node:path'
import { dayIn, msPerDay, dayText } from '@/core/days'
import type { Db } from '@/store/database'
import { brokenLinks, damageOf } from '@/store/integrity'
import { gapsSince, orphansSince, unsureSince } from '@/store/facts/missing'
import { readHouse } from '@/store/house'
import { readKennel } from '@/store/kennel'
import { residentsOn } from '@/store/residents'
import { databaseErrorOf } from '@/store/databaseError'
import { inTurn, noHooks, type Hooks } from '../base/hooks'
import { cachedStanding } from '../record/cachedStanding'
import { derive } from '../record/standing'
import { listBackups, lookInto, oldBackup, type BackupFile } from './backups'
import { regimesFor } from '../base/regimes'
import { roomLeft, roomText } from './room'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** What was found when the kennel’s file was last looked through. */
export interface Soundness {
  readonly at: EpochMs
  /** Of the file itself, in SQLite’s words. */
  readonly damage: readonly string[]
  /** Rows that name what is not there, table by table. */
  readonly links: readonly string[]
  /** Dogs whose kept standing is not what their facts come to; it is made again at once. */
  readonly standings: readonly { readonly residencyId: ResidencyId; readonly name: string }[]
  /** By device: how many facts never came, and when the next that did. */
  readonly gaps: readonly { readonly n: number; readonly at: EpochMs }[]
  /** Reps whose set never came. */
  readonly orphans: { readonly n: number; readonly sets: number }
  /** Facts whose day is not sure, or lies outside the stay of their dog. */
  readonly unsure: readonly { readonly kind: string; readonly day: string; readonly n: number }[]
}

/** Design choice: what never came, or came oddly, is said for so long. */
const oddForMs = 30 * msPerDay
/** Design choice: what came within so long may yet be followed by what is missing of it. */
const onItsWayMs = msPerDay

/** Looks through the whole file, and holds each standing that is in use against the facts. Changes nothing. */
export function lookThrough(db: Db, now: EpochMs, hooks: Hooks = noHooks): Soundness {
  const damage = damageIn(db)
  if (damage.length > 0)
    return { at: now, damage, links: [], standings: [], gaps: [], orphans: { n: 0, sets: 0 }, unsure: [] }
  const standings: { residencyId: ResidencyId; name: string }[] = []
  const today = dayIn(readKennel(db).timeZone, now)
  for (const { residencyId, name } of inTurn(residentsOn(db, today), hooks)) {
    // As of one moment: facts come in meanwhile.
    const holds = db.transaction(() => standingHolds(db, residencyId, now))()
    if (!holds) standings.push({ residencyId, name })
  }
  return {
    at: now,
    damage,
    links: brokenLinks(db),
    standings,
    gaps: gapsSince(db, now - oddForMs, now - onItsWayMs),
    orphans: orphansSince(db, now - oddForMs, now - onItsWayMs),
    unsure: unsureSince(db, now - oddForMs),
  }
}

/** Whether the kept standing is what the facts come to; one that is not kept is. */
function standingHolds(db: Db, residencyId: ResidencyId, now: EpochMs): boolean {
  const had = cachedStanding(db, residencyId, now)
  if (!had) return true
  const { state, summary } = derive(db, residencyId, regimesFor(db, residencyId, now))
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
  return same(had.state, state) && same(had.summary, summary)
}

/** What is wrong with the file itself; one too damaged to be looked through is damaged. */
export function damageIn(db: Db): readonly string[] {
  try {
    return damageOf(db)
  } catch (error) {
    if (databaseErrorOf(error) !== 'broken') throw error
    return [error instanceof Error ? error.message : String(error)]
  }
}

const processWide = globalThis as typeof globalThis & { kibouSoundness?: Map<string, Soundness> }

/** What was found last of this very file since the server started; undefined before the first look. */
export const lastLook = (db: Db): Soundness | undefined => processWide.kibouSoundness?.get(db.name)

export function keepLook(file: string, look: Soundness): void {
  ;(processWide.kibouSoundness ??= new Map()).set(file, look)
}

/** The newest backup that can be gone back to; undefined where there is none. */
export function goodBackup(db: Db): (BackupFile & { readonly path: string }) | undefined {
  const { backupFolder } = readHouse(db)
  for (const backup of listBackups(db)) {
    const path = join(backupFolder, backup.name)
    if (typeof lookInto(path) !== 'string') return { ...backup, path }
  }
  return undefined
}

/** What a lead is told wherever they look first; empty for nothing. A house without backups has chosen so. */
export function toldToLead(db: Db, now: EpochMs): string {
  if ((lastLook(db)?.damage.length ?? 0) > 0) return 'The kennel’s file is damaged, so it records no more facts.'
  return roomText(roomLeft(db)) || (readHouse(db).backupFolder === '' ? '' : oldBackup(db, now))
}

/** What is wrong with the kennel’s file, in sentences for whoever leads it; empty for nothing. */
export function soundnessSaid({ damage, links, standings }: Soundness): readonly string[] {
  const few = (all: readonly string[]) => (all.length > 4 ? `${all.slice(0, 4).join(', ')} and more` : all.join(', '))
  return [
    ...(damage.length === 0
      ? []
      : [`The kennel’s file is damaged, so it records no more facts. Devices keep theirs. Found: ${few(damage)}.`]),
    ...(links.length === 0 ? [] : [`Some rows name what is not there: ${few(links)}.`]),
    ...(standings.length === 0
      ? []
      : [`Standings of ${few(standings.map((s) => s.name))} did not match their facts. They were calculated again.`]),
  ]
}

const kindSaid: Readonly<Record<string, readonly [one: string, many: string]>> = {
  'set-opened': ['set', 'sets'],
  rep: ['rep', 'reps'],
  'block-opened': ['block', 'blocks'],
  'block-closed': ['end of a block', 'ends of blocks'],
  'small-thing': ['quick log', 'quick logs'],
  'over-threshold': ['moment over threshold', 'moments over threshold'],
  correction: ['leash pressure', 'leash pressures'],
}
const otherKind = ['fact', 'facts'] as const

/**
 * What never came or came oddly in the last thirty days, in sentences for somebody to look at; empty for nothing. The
 * file is sound all the same.
 */
export function oddSaid(
  { gaps, orphans, unsure }: Soundness,
  { timeZone, dates }: Pick<House, 'timeZone' | 'dates'>,
): readonly string[] {
  const on = (at: EpochMs) => dayText(dayIn(timeZone, at), dates)
  const facts = (n: number) => (n === 1 ? 'One fact' : `${n} facts`)
  return [
    ...gaps.map(
      ({ n, at }) =>
        `${facts(n)} of one device never came, before what it sent on ${on(at)}. It is asked ` +
        'again whenever it is used: look whether a device lies about, and ask who worked that day.',
    ),
    ...(orphans.n === 0
      ? []
      : [
          `${orphans.n} ${orphans.n === 1 ? 'rep' : 'reps'} of ` +
            (orphans.sets === 1 ? 'a set' : `${orphans.sets} sets`) +
            ' whose beginning never came: they are saved and count nowhere.',
        ]),
    ...(unsure.length === 0
      ? []
      : [
          'Recorded outside the stay of their dog, or by a clock that could not be trusted: ' +
            unsure
              .slice(0, 6)
              .map((u) => `${u.n} ${(kindSaid[u.kind] ?? otherKind)[u.n === 1 ? 0 : 1]} of ${dayText(u.day, dates)}`)
              .join(', ') +
            `${unsure.length > 6 ? ' and more' : ''}. Look whether the day is right.`,
        ]),
  ]
}
