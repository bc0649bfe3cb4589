import { hash, verify } from '@node-rs/argon2'
import { randomInt } from 'node:crypto'
import { v4, v7 } from 'uuid'
import { z } from 'zod'
import { dayIn } from '@/core/days'
import { knownWords, mostWords, whyGuessable } from '@/core/people/guessable'
import { freeFromAllOver, networkOf, nextTryAt, triesRule } from '@/core/people/tries'
import { isTimeZone, plainHouse, waysOrPlain } from '@/core/house/house'
import { appendHouse } from '@/store/house'
import { insertPerson, readKennel, readPeople, type Person } from '@/store/kennel'
import type { Db } from '@/store/database'
import { unlessDatabaseError } from '@/store/databaseError'
import {
  clearWrong,
  dropWayBack,
  endAllSigningIn,
  endSigningIn,
  findSigningIn,
  hasLead,
  insertSigningIn,
  insertWrong,
  knownAt,
  readPasscode,
  readSigners,
  readWayBack,
  touchSigningIn,
  writePasscode,
  writeWayBack,
  wrongSince,
} from '@/store/signingIn'
import { nobody, whoField } from '../base/who'
import { fieldErrors } from '@/core/fields'
import { addPerson, type FormResult } from './begin'
import { reject, wrongIn, type ActionResult, type Rejection } from './actionResult'
import { turnAway } from './turnAway'
import type { WeighPasscode } from './weighPasscode'
import type { PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: a sign-in ends by itself so long after it was last used. The screen at a desk locks much sooner. */
const idleMs = 14 * 3_600_000

/** How often a use is written down. */
const seenEveryMs = 60_000

export const passcode = z
  .string()
  .min(6, 'A passcode has at least six letters or digits.')
  .max(128, 'At most 128 letters.')

export const signInForm = z.object({ personId: z.string().min(1).max(64), passcode: z.string().max(128) })

export type SignedIn = ActionResult<
  { readonly id: string; readonly person: Person; readonly byWayBack: boolean },
  { readonly waitMs: number }
>

/**
 * Design choice: where somebody signed in within so long, they are not slowed by what is tried at their name elsewhere.
 */
const knownForMs = 30 * 86_400_000

/**
 * Opens the door for the right passcode; wrong ones slow down, and then pause, whoever tries from there. Somebody who
 * guesses elsewhere does not keep out the one whose name it is where they have signed in before. `device`: what this
 * device was named at its first sign-in; only its own wrong tries slow it down, and not those of others at its address.
 */
export async function signIn(
  db: Db,
  form: z.infer<typeof signInForm>,
  address: string,
  now: EpochMs,
  device?: string,
): Promise<SignedIn> {
  const known = readPasscode(db, form.personId)
  const network = networkOf(address)
  const here = `person ${form.personId} at ${device === undefined ? network : `device ${device}`}`
  // Of names that nobody has, only the sender is known.
  const everywhere = knownAt(db, form.personId, network, now - knownForMs) ? [] : [`person ${form.personId}`]
  const keys: readonly Key[] =
    device !== undefined
      ? [{ key: here }, { key: `device ${device}`, free: freeFromAllOver }]
      : known === undefined
        ? [{ key: `address ${network}` }]
        : [{ key: here }, ...[`address ${network}`, ...everywhere].map((key) => ({ key, free: freeFromAllOver }))]
  const refused = tooMany(db, keys, now)
  if (refused) return refused
  const person = readSigners(db, dayIn(readKennel(db).timeZone, now)).find((p) => p.id === form.personId)
  // Somebody unknown takes as long to refuse as somebody known.
  const byPasscode = known === undefined ? (await hash(form.passcode), false) : await verify(known, form.passcode)
  const byWayBack = !byPasscode && (await opensByWayBack(db, form, now))
  const right = byPasscode || byWayBack
  return db
    .transaction((): SignedIn => {
      // Others may have tried at the same moment: once they were too many, even the right one waits.
      const late = tooMany(db, keys, now)
      if (late) return late
      if (!right || !person) {
        for (const { key } of keys) insertWrong(db, key, now)
        if (person) turnAway(db, { personId: person.id, why: 'passcode', place: network }, now)
        return { ...reject('wrong-passcode', 'That is not the passcode.'), waitMs: tooMany(db, keys, now)?.waitMs ?? 0 }
      }
      clearWrong(db, here, now - triesRule.withinMs)
      if (byWayBack) dropWayBack(db, person.id)
      return { ok: true, id: begin(db, person.id, network, now), person, byWayBack }
    })
    .immediate()
}

/** Design choice: a code that opens the door once is worth so long. */
const wayBackMs = 30 * 60_000

/** Whether what was typed is the code of a way back that still holds. */
async function opensByWayBack(db: Db, form: z.infer<typeof signInForm>, now: EpochMs): Promise<boolean> {
  const made = readWayBack(db, form.personId)
  return made !== undefined && now - made.madeAt < wayBackMs && (await verify(made.code, form.passcode.trim()))
}

/**
 * A one-time code for a lead who forgot the passcode, for whoever sits at the machine: it opens the door once, within
 * half an hour, and a new passcode is asked for then. Nothing else of theirs changes. Undefined for nobody so named.
 */
export async function makeWayBack(
  db: Db,
  name: string,
  now: EpochMs,
): Promise<{ readonly person: Person; readonly code: string } | undefined> {
  const leads = readSigners(db, dayIn(readKennel(db).timeZone, now)).filter((p) => p.role === 'lead')
  const person =
    leads.find((p) => p.name.toLowerCase() === name.trim().toLowerCase()) ??
    (name === '' && leads.length === 1 ? leads[0] : undefined)
  if (!person) return undefined
  // Without letters that look alike; 50 bits.
  const letters = 'abcdefghjkmnpqrstuvwxyz23456789'
  const code = Array.from({ length: 10 }, () => letters[randomInt(letters.length)]).join('')
  writeWayBack(db, person.id, await hash(code), now)
  return { person, code }
}

/** Leads who could be given a way back, by name. */
export const leadsHere = (db: Db, now: EpochMs): readonly string[] =>
  readSigners(db, dayIn(readKennel(db).timeZone, now)).flatMap((p) => (p.role === 'lead' ? [p.name] : []))

/** What wrong tries are counted under, and how many are free. */
interface Key {
  readonly key: string
  readonly free?: number
}

function tooMany(db: Db, keys: readonly Key[], now: EpochMs): (Rejection & { readonly waitMs: number }) | undefined {
  const next = ({ key, free }: Key) => nextTryAt(wrongSince(db, key, now - triesRule.withinMs), now, free)
  const waitMs = Math.max(...keys.map(next)) - now
  return waitMs > 0
    ? { ...reject('too-many-tries', `Too many wrong tries. Try again in ${waitText(waitMs)}.`), waitMs }
    : undefined
}

export function begin(db: Db, personId: PersonId, network: string, now: EpochMs): string {
  const id = v4()
  insertSigningIn(db, { id, personId, network, at: now })
  return id
}

const waitText = (ms: number): string =>
  ms < 90_000 ? `${Math.ceil(ms / 1000)} s` : `${Math.ceil(ms / 60_000)} minutes`

/** Who this sign-in is, when it still holds. */
export function personOf(db: Db, id: string, now: EpochMs): Person | undefined {
  const found = findSigningIn(db, id)
  // Seen in days to come it was by a clock that has been put right since: such a sign-in does not last a year.
  if (!found || Math.abs(now - found.seenAt) > idleMs) return undefined
  if (found.leftOn !== null && found.leftOn <= dayIn(readKennel(db).timeZone, now)) return undefined
  // Looking on needs no writing: a full disk shuts nobody out of what is there.
  if (now - found.seenAt > seenEveryMs) unlessDatabaseError(() => touchSigningIn(db, id, now))
  return { id: found.id, name: found.name, role: found.role }
}

export const signOut = (db: Db, id: string, now: EpochMs): void => {
  endSigningIn(db, id, now)
}

export const signOutForm = z.object({ personId: z.string().min(1).max(64), recordedBy: whoField })

/** Ends every sign-in of a person, on every device: a phone was lost, or somebody did not sign out. */
export function signOutEverywhere(db: Db, { personId }: z.output<typeof signOutForm>, now: EpochMs): ActionResult {
  if (!readPeople(db).some((p) => p.id === personId)) return reject('not-staff', nobody)
  endAllSigningIn(db, personId, now)
  return { ok: true }
}

export const setUpForm = z
  .object({
    kennel: z
      .string()
      .trim()
      .max(80, 'Eighty characters at most.')
      .regex(/^\P{Cc}*$/u, 'One line of text.'),
    name: z
      .string()
      .trim()
      .min(1, 'Your name is missing.')
      .max(60, 'Sixty characters at most.')
      .regex(/^\P{Cc}*$/u, 'One line of text.'),
    passcode,
    again: z.string().max(128),
    timeZone: z
      .string()
      .max(60)
      .refine((zone) => zone === '' || isTimeZone(zone), 'No such time zone.')
      .default(''),
    ...waysOrPlain,
  })
  .refine((f) => f.passcode === f.again, { path: ['again'], message: 'The two passcodes differ.' })

const haveLead = 'This kennel has a lead already. Sign in instead.'

/** Makes the first lead of an empty kennel; refused as soon as there is one. The id is that of the sign-in. */
export async function setUp(db: Db, raw: unknown, now: EpochMs, weigh: WeighPasscode): Promise<FormResult> {
  const parsed = setUpForm.safeParse(raw)
  if (!parsed.success) return wrongIn(fieldErrors(parsed.error))
  // Before anything is weighed: nobody is given work to do who may not come in.
  if (hasLead(db)) return reject('has-lead', haveLead)
  const why = await guessable(parsed.data.passcode, [parsed.data.name, parsed.data.kennel], weigh)
  if (why !== undefined) return wrongIn({ passcode: why })
  const made = await hash(parsed.data.passcode)
  return db
    .transaction((): FormResult => {
      if (hasLead(db)) return reject('has-lead', haveLead)
      const personId = v7()
      insertPerson(db, { id: personId, name: parsed.data.name, role: 'lead', createdAt: now })
      writePasscode(db, personId, made)
      const { kennel, timeZone, name: _n, passcode: _p, again: _a, ...said } = parsed.data
      const was = readKennel(db)
      const house = plainHouse(kennel === '' ? was.name : kennel, timeZone === '' ? was.timeZone : timeZone)
      appendHouse(db, v7(), { ...house, ...said }, personId, now)
      return { ok: true, id: begin(db, personId, '', now) }
    })
    .immediate()
}

/** Why this should be nobody's passcode who is so named; undefined where nothing is known against it. */
async function guessable(code: string, names: readonly string[], weigh: WeighPasscode): Promise<string | undefined> {
  const words = [...knownWords, ...names, ...names.flatMap((n) => n.split(/\s+/))].filter((w) => w !== '')
  const score = await weigh(code, words.slice(0, mostWords))
  return score === undefined
    ? 'This passcode could not be checked just now. Wait a minute and try again.'
    : whyGuessable(code, score, names)
}

/** A passcode that somebody may have who is so named; else what is wrong with it. */
async function chosen(
  db: Db,
  raw: unknown,
  name: string,
  weigh: WeighPasscode,
): Promise<{ readonly passcode: string } | { readonly wrong: string }> {
  const parsed = passcode.safeParse(raw)
  if (!parsed.success) return { wrong: parsed.error.issues[0]?.message ?? '' }
  const why = await guessable(parsed.data, [name, readKennel(db).name], weigh)
  return why === undefined ? { passcode: parsed.data } : { wrong: why }
}

/** Adds a person, with a passcode when one was typed. */
export async function addSigner(db: Db, raw: unknown, now: EpochMs, weigh: WeighPasscode): Promise<FormResult> {
  const typed = z.object({ passcode: z.string().default(''), name: z.string().default('') }).safeParse(raw).data
  if (!typed?.passcode) return addPerson(db, raw, now)
  const made = await chosen(db, typed.passcode, typed.name, weigh)
  if ('wrong' in made) return wrongIn({ passcode: made.wrong })
  return addPerson(db, raw, now, await hash(made.passcode))
}

/** Gives a person a passcode; whoever was signed in as that person is signed out. */
export async function changePasscode(
  db: Db,
  who: unknown,
  raw: unknown,
  now: EpochMs,
  weigh: WeighPasscode,
): Promise<FormResult> {
  const person = readPeople(db).find((p) => p.id === who)
  if (!person) return reject('not-staff', nobody)
  const own = await chosen(db, raw, person.name, weigh)
  if ('wrong' in own) return wrongIn({ passcode: own.wrong })
  const made = await hash(own.passcode)
  return db
    .transaction((): FormResult => {
      writePasscode(db, person.id, made)
      endAllSigningIn(db, person.id, now)
      return { ok: true, id: person.id }
    })
    .immediate()
}
