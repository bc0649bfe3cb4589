import { v7 } from 'uuid'
import { z } from 'zod'
import { suggestSet } from '@/core/coach/suggest'
import { findRung } from '@/core/curriculum/lookup'
import { dayIn } from '@/core/days'
import { methodAt, methodChange, type DatedChange, type Method } from '@/core/method/rows'
import { newest } from '@/core/progress/regime'
import { sayRule } from '@/core/progress/rules'
import { compareStandings, type StandingChange } from '@/core/views/compare'
import type { Db } from '@/store/database'
import { readKennel, readPeople, readPlaces } from '@/store/kennel'
import { insertMethodChange, readMethodChanges, recentMethodChanges, type ToldChange } from '@/store/method'
import { residentsOn, type Resident } from '@/store/residents'
import { under } from './curriculum'
import { kennelForgetting } from './forgetting'
import { regimesOfResident } from './regimes'
import { derive, refold } from './standings'
import { handlers, nobody, whoField, worksHere } from './who'

export interface MethodPage {
  readonly method: Method
  readonly recent: readonly ToldChange[]
  readonly people: ReturnType<typeof readPeople>
  readonly timeZone: string
}

export const loadMethod = (db: Db, now: number): MethodPage => ({ method: methodAt(readMethodChanges(db), now), recent: recentMethodChanges(db, 20), people: readPeople(db), timeZone: readKennel(db).timeZone })

export interface DogChange {
  readonly residencyId: string
  readonly name: string
  readonly runNumber: string
  readonly changes: readonly StandingChange[]
}

export interface MethodPreview {
  /** What the next suggestions would be if this were switched now: before and after, by dog. */
  readonly now: readonly DogChange[]
  /** What would stand if it had always been so: a replay, nothing that is stored. */
  readonly always: readonly DogChange[]
}

/** What a switch would change: the next suggestions from now on, and, as a replay, everything as if it had always been so. */
export function previewMethod(db: Db, raw: unknown, now: number): MethodPreview | { readonly refused: string } {
  const parsed = methodChange.safeParse(raw)
  if (!parsed.success) return { refused: parsed.error.issues.map((i) => i.message).join('; ') }
  const changes = readMethodChanges(db)
  const fromNow: readonly DatedChange[] = [...changes, { at: now, ...parsed.data }]
  const fromStart: readonly DatedChange[] = [...changes.filter((c) => c.row !== parsed.data.row), { at: Number.NEGATIVE_INFINITY, ...parsed.data }].sort((a, b) => a.at - b.at)
  const residents = residentsOn(db, dayIn(readKennel(db).timeZone, now))
  const differ = (find: (r: Resident) => readonly StandingChange[]): readonly DogChange[] =>
    residents.flatMap((r) => { const found = find(r); return found.length > 0 ? [{ residencyId: r.residencyId, name: r.name, runNumber: r.runNumber, changes: found }] : [] }).sort((a, b) => a.runNumber.localeCompare(b.runNumber, 'en', { numeric: true }))
  return { now: differ((r) => suggestionChanges(db, r, changes, fromNow, now)), always: differ((r) => replayChanges(db, r, fromStart)) }
}

function replayChanges(db: Db, resident: Resident, changes: readonly DatedChange[]): readonly StandingChange[] {
  const before = derive(db, resident.residencyId)
  const regimes = regimesOfResident(db, resident, { changes })
  return compareStandings(newest(regimesOfResident(db, resident)).curriculum, before.summary, newest(regimes).curriculum, under(db, resident.residencyId, regimes, before.summary.pace))
}

/** The suggestion of each command under the method as it is and as it would be; only what differs is said. */
function suggestionChanges(db: Db, resident: Resident, before: readonly DatedChange[], after: readonly DatedChange[], now: number): readonly StandingChange[] {
  const had = suggestions(db, resident, before, now)
  const has = suggestions(db, resident, after, now)
  return [...new Set([...had.keys(), ...has.keys()])].flatMap((command) => {
    const [was, is] = [had.get(command), has.get(command)]
    const differs = partsOf.filter((part) => was?.[part] !== is?.[part])
    const say = (s: SaidSuggestion | undefined) => (s ? differs.map((part) => s[part]).filter((p) => p !== '').join(', ') || 'as it was' : 'nothing now')
    return differs.length === 0 ? [] : [{ command: was && is && was.rung === is.rung ? `${command}, ${was.rung}` : command, before: say(was), after: say(is) }]
  })
}

const partsOf = ['rung', 'rule', 'words', 'cue', 'level', 'place'] as const
type SaidSuggestion = Readonly<Record<(typeof partsOf)[number], string>>

function suggestions(db: Db, resident: Resident, changes: readonly DatedChange[], now: number): ReadonlyMap<string, SaidSuggestion> {
  const regimes = regimesOfResident(db, resident, { changes })
  const { curriculum } = newest(regimes)
  const { state, summary } = derive(db, resident.residencyId, regimes)
  const places = readPlaces(db)
  const around = { now, today: dayIn(readKennel(db).timeZone, now), places, people: handlers(readPeople(db)), method: methodAt(changes, now), forgetting: kennelForgetting(db).model }
  return new Map(
    summary.commands.flatMap((standing) => {
      if (!standing.promise && standing.word === 'not started') return []
      const s = suggestSet(curriculum, state, standing, around)
      const found = s && findRung(curriculum, s.rungId)
      if (!s || !found) return []
      return [[found.command.name, { rung: found.rung.name, rule: sayRule(found.rung.rule), words: found.rung.criterion.words, cue: found.rung.cue === 'none' ? 'no word' : found.rung.cue, level: `level ${s.level}`, place: places.find((p) => p.id === s.placeId)?.name ?? 'where it is taught' }] as const]
    }),
  )
}

export const switchForm = z.object({ row: z.string(), option: z.string(), recordedBy: whoField })

/** Switches a setting from now on: a fact with a date. Standings of everyone here are derived again in the same transaction. */
export function switchMethod(db: Db, form: z.infer<typeof switchForm>, now: number): { readonly ok: true } | { readonly ok: false; readonly reason: string } {
  const parsed = methodChange.safeParse({ row: form.row, option: form.option })
  if (!parsed.success) return { ok: false, reason: parsed.error.issues.map((i) => i.message).join('; ') }
  return db
    .transaction((): { ok: true } | { ok: false; reason: string } => {
      if (!worksHere(db, form.recordedBy)) return { ok: false, reason: nobody }
      if (methodAt(readMethodChanges(db), now)[form.row] === form.option) return { ok: false, reason: 'It is set so already.' }
      insertMethodChange(db, v7(), { at: now, ...parsed.data }, form.recordedBy)
      for (const r of residentsOn(db, dayIn(readKennel(db).timeZone, now))) refold(db, r.residencyId)
      return { ok: true }
    })
    .immediate()
}
