import { z } from 'zod'
import { ownRung } from '@/core/curriculum/lookup'
import { dayIn } from '@/core/days'
import { openForMs, type SetFact } from '@/core/facts'
import type { OwnerPromise } from '@/core/ownerPromise'
import { foldDog } from '@/core/progress/fold'
import { newest } from '@/core/progress/regime'
import type { DogState } from '@/core/progress/state'
import type { Curriculum } from '@/core/curriculum/types'
import type { Judging } from '@/core/method/judging'
import { methodAt, type Method } from '@/core/method/rows'
import type { Forgetting } from '@/core/progress/memory'
import { kits, type SetOpened } from '@/core/wire'
import type { Db } from '@/store/database'
import { openSets, readSets } from '@/store/facts'
import { readKennel, readPeople, readPlaces, type Person, type Place } from '@/store/kennel'
import { readMethodChanges } from '@/store/method'
import { findResident, readCueWords, readPromises, type Resident } from '@/store/residents'
import { kennelForgetting } from './forgetting'
import { regimesOfResident } from './regimes'
import { handlers } from './who'

export interface OpenSet {
  readonly device: string
  readonly set: SetFact
}

export interface SessionView {
  readonly resident: Resident
  /** Who is signed in and records. */
  readonly me: string
  readonly command: string
  /** The ladder, rules and prompts that hold for this dog now. */
  readonly curriculum: Curriculum
  readonly judging: Judging
  readonly method: Method
  readonly forgetting: Forgetting
  readonly today: string
  readonly now: number
  /** The dog's state before the sets that are still open. */
  readonly state: DogState
  /** Sets of this dog opened in the last hours and not closed, by whichever device. */
  readonly open: readonly OpenSet[]
  readonly promises: readonly OwnerPromise[]
  readonly places: readonly Place[]
  readonly people: readonly Person[]
  /** Those whom a suggestion may name. */
  readonly handlers: readonly string[]
  readonly cueWord: string
  /** Place and leash holder of the newest set, to begin with. */
  readonly last: { readonly placeId: string | undefined; readonly personId: string | undefined }
  /** A rung to be compared on two pieces of kit, and the kit of today's sets at it, oldest first. */
  readonly trial: (KitTrial & { readonly done: readonly string[] }) | undefined
}

/** What two pieces of kit are to be compared on. */
export interface KitTrial {
  readonly rungId: string
  readonly kits: readonly [SetOpened['kit'], SetOpened['kit']]
}

const trialQuery = z.object({ rung: z.string(), kit: z.tuple([z.enum(kits), z.enum(kits)]).refine(([a, b]) => a !== b) })

/** The comparison asked for by an address, undefined when none is, or a refusal. */
export function readTrial(query: Readonly<Record<string, unknown>>): KitTrial | undefined | { readonly refused: true } {
  if (query['kit'] === undefined && query['rung'] === undefined) return undefined
  const parsed = trialQuery.safeParse(query)
  return parsed.success ? { rungId: parsed.data.rung, kits: parsed.data.kit } : { refused: true }
}

/** All that a set needs on the device, so that nothing waits for the network; undefined for an unknown dog or command. */
export function loadSession(db: Db, residencyId: string, commandId: string, me: string, now: number, trial?: KitTrial): SessionView | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const regimes = regimesOfResident(db, resident)
  const { curriculum, judging } = newest(regimes)
  const command = curriculum.commands.find((c) => c.id === commandId)
  if (!command || (trial && ownRung(curriculum, trial.rungId)?.command.id !== commandId)) return undefined
  const open = new Map(openSets(db, residencyId, now - openForMs).map((o) => [o.id, o.device]))
  const sets = readSets(db, residencyId)
  const last = sets.at(-1)
  const people = readPeople(db)
  const today = dayIn(readKennel(db).timeZone, now)
  return {
    resident,
    me,
    command: command.id,
    curriculum,
    judging,
    method: methodAt(readMethodChanges(db), now),
    forgetting: kennelForgetting(db).model,
    today,
    now,
    state: foldDog(regimes, sets.filter((s) => !open.has(s.id))),
    open: sets.flatMap((set) => { const device = open.get(set.id); return device === undefined ? [] : [{ device, set }] }),
    promises: readPromises(db, residencyId),
    places: readPlaces(db),
    people,
    handlers: handlers(people),
    cueWord: readCueWords(db, resident.dogId).get(command.id) ?? command.defaultCue,
    last: { placeId: last?.placeId, personId: last?.leashHolder },
    trial: trial && { ...trial, done: sets.filter((s) => s.rungId === trial.rungId && s.day === today && !open.has(s.id) && s.reps.length > 0).map((s) => s.kit) },
  }
}
