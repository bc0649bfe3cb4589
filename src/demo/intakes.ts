import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { v7 } from 'uuid'
import { addDays } from '@/core/days'
import { stageByAge } from '@/core/food/energy'
import { plainHouse } from '@/core/house/house'
import { stepSchemas, type StepId } from '@/core/intake/steps'
import { typedOf } from '@/core/form'
import { usualQuestions } from '@/core/intake/asked'
import { nested } from '@/core/fields'
import type { Db } from '@/store/database'
import { insertPlan, insertWeight } from '@/store/food'
import { appendHouse, readSpaces, writeFeeds, writeSpaces } from '@/store/house'
import { appendPackage } from '@/store/packages'
import { packages } from './cast'
import { appendEntry } from '@/store/intake'
import type { CastDog } from './cast'
import type { DogId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface PaperedDog {
  readonly dog: CastDog
  readonly dogId: DogId
  readonly residencyId: ResidencyId
  readonly arrivesOn: string
  readonly at: EpochMs
}

const feeds = [
  {
    id: 'feed-kibble',
    name: 'House kibble',
    kcalPer100g: 372,
    kcalPerPiece: 1.6,
    tier: 1,
    contains: 'chicken, rice, maize',
  },
  {
    id: 'feed-light',
    name: 'Light kibble',
    kcalPer100g: 310,
    kcalPerPiece: 1.3,
    tier: 1,
    contains: 'turkey, barley, pea',
  },
  { id: 'feed-fish', name: 'Fish kibble', kcalPer100g: 365, kcalPerPiece: 1.5, tier: 1, contains: 'cod, potato' },
  { id: 'feed-biscuit', name: 'Oat biscuit', kcalPer100g: 340, kcalPerPiece: 4, tier: 2, contains: 'oats, rapeseed' },
  { id: 'feed-liver', name: 'Soft liver', kcalPer100g: 210, kcalPerPiece: 3.2, tier: 3, contains: 'beef liver' },
  { id: 'feed-cheese', name: 'Cheese', kcalPer100g: 390, kcalPerPiece: 6, tier: 4, contains: 'milk' },
] as const
const floors: Readonly<Record<string, readonly [string, number]>> = {
  room: ['rubber mats', 2],
  corridor: ['sealed concrete', 1],
  yard: ['grass', 4],
  open: ['gravel and grass', 2],
  street: ['setts', 2],
  square: ['flagstones', 2],
}

/** What the made-up house says of itself: spaces, meals, feeds. */
export function furnish(db: Db, name: string, timeZone: string, at: EpochMs): void {
  appendHouse(
    db,
    v7({ msecs: at, random: new Uint8Array(16).fill(7) }),
    {
      ...plainHouse(name, timeZone),
      caution: 'Reward only. No dog passes another in the corridor.',
      phone: '01632 960042',
    },
    'maud',
    at,
  )
  writeSpaces(
    db,
    readSpaces(db).map((s) => ({
      ...s,
      surface: floors[s.id]?.[0] ?? '',
      grip: 'good',
      holds: floors[s.id]?.[1] ?? 1,
    })),
  )
  writeFeeds(db, feeds)
  packages.forEach((p, i) =>
    appendPackage(db, {
      ...p,
      id: v7({ msecs: at, random: new Uint8Array(16).fill(40 + i) }),
      packageId: v7({ msecs: at, random: new Uint8Array(16).fill(60 + i) }),
      given: true,
      at,
      recordedBy: 'maud',
    }),
  )
}

const sexes = ['female, spayed', 'male, neutered', 'female', 'male'] as const
const coats = ['wheaten, rough', 'black and tan', 'red, short', 'gray, curly', 'white with a patch', 'brindle'] as const
const allergic: Readonly<Record<string, string>> = { Wren: 'chicken', Heron: 'milk' }
const medicine: Readonly<Record<string, { name: string; dose: string; at: string }>> = {
  Auger: { name: 'Joint tablets', dose: '1', at: 'with breakfast' },
  Teasel: { name: 'Stomach paste', dose: '2 ml', at: 'morning and evening' },
}

/**
 * What was written down at the door for dogs that are here, by a chance of its own so that their training stays as it
 * was.
 */
export function paper(db: Db, dogs: readonly PaperedDog[], today: string): void {
  const rng = xoroshiro128plus(77)
  const chance = () => (rng.next() >>> 0) / 2 ** 32
  const id = (at: EpochMs) =>
    v7({ msecs: at, random: Uint8Array.from({ length: 16 }, () => Math.floor(chance() * 256)) })
  const pick = <T>(from: readonly [T, ...T[]] | readonly T[]): T => {
    const one = from[Math.floor(chance() * from.length)]
    if (one === undefined) throw new Error('nothing to pick from')
    return one
  }
  for (const [i, { dog, dogId, residencyId, arrivesOn, at }] of dogs.entries()) {
    const keep = (step: StepId, typed: unknown) => {
      appendEntry(db, {
        id: id(at),
        residencyId,
        step,
        entry: stepSchemas[step].parse(nested(typedOf(typed), step === 'health' ? ['traits', 'notWith'] : [])),
        at,
        recordedBy: i % 2 === 0 ? 'maud' : 'joss',
      })
    }
    const kg = dog.traits?.giant ? 58 : Math.round((9 + chance() * 26) * 10) / 10
    const sex = pick(sexes)
    keep('owner', {
      phone: `01632 960${String(100 + i)}`,
      phone2: i % 3 === 0 ? `07700 900${String(200 + i)}` : '',
      email: `${dog.owner.split(' ')[0]?.toLowerCase() ?? 'owner'}@mail.example`,
      bestTime: i % 2 === 0 ? 'after six' : '',
      goals: 'Walks without pulling, and comes when called.',
    })
    if (arrivesOn > today) continue
    keep('arrival', {
      run: dog.run,
      weight: String(kg),
      weightUnit: 'kg',
      bornOn: dog.age === undefined ? '' : addDays(today, -dog.age),
      sex,
      chip: `9000850000${String(10_000 + i * 37)}`,
      coat: pick(coats),
    })
    for (let day = 0; addDays(arrivesOn, day) < today; day += 7)
      insertWeight(db, {
        id: id(at),
        dogId,
        day: addDays(arrivesOn, day),
        kg: Math.round(kg * (1 + (day / 7) * (chance() - 0.45) * 0.03) * 10) / 10,
        at: at + day * 86_400_000,
        recordedBy: 'ebba',
      })
    if (dog.story === 'new') continue
    const pills = medicine[dog.name]
    const allergy = allergic[dog.name]
    keep('health', {
      caution: dog.caution ?? '',
      biteHistory: dog.bite ?? false,
      twoPeople: dog.bite ?? false,
      traits: Object.entries(dog.traits ?? {}).flatMap(([t, on]) => (on === true ? [t] : [])),
      vaccines: [
        {
          name: 'Distemper, parvo',
          given: addDays(today, -340 + i * 9),
          due: addDays(today, 25 - i * 2 + (i % 5) * 30),
        },
        { name: 'Kennel cough', given: addDays(arrivesOn, -30), due: addDays(arrivesOn, 335) },
      ],
      ...(allergy ? { allergies: [{ what: allergy }] } : {}),
      ...(pills ? { medicines: [{ ...pills, until: addDays(today, 6) }] } : {}),
      ...(dog.bite ? { fights: 'Bit a visitor’s sleeve at a garden gate last year; not broken skin.' } : {}),
    })
    keep('kit', {
      ownerLeash: '1.8 m leather leash',
      brought: [
        { what: 'Blanket', note: '' },
        { what: 'Flat collar', note: 'with tag' },
      ],
    })
    keep('consents', {
      signed: [
        { to: 'boarding and training', by: dog.owner, on: arrivesOn, note: '' },
        { to: 'reward-based training only', by: dog.owner, on: arrivesOn, note: '' },
        { to: 'vet in an emergency', by: dog.owner, on: arrivesOn, note: '' },
      ],
    })
    keep('words', {
      release: dog.release ?? 'Okay',
      marker: 'Yes',
      side: dog.side ?? 'left',
      languages: dog.words ? 'English and German' : '',
      cues: Object.entries(dog.words ?? {}).map(([command, word]) => ({ command, word, signal: '', reported: '' })),
    })
    keep('questions', {
      asked: usualQuestions.slice(0, 3).map((question, q) => ({
        question,
        answer:
          q === 1 && i % 4 === 0
            ? ''
            : (['Left, mostly.', 'A flat collar and the long leather leash.', 'The words on this card.'][q] ?? ''),
      })),
    })
    insertPlan(db, {
      id: id(at),
      residencyId,
      feedId: allergy === 'chicken' ? 'feed-fish' : 'feed-kibble',
      stage: stageByAge(dog.age, sex.includes('spayed') || sex.includes('neutered')),
      factor: null,
      vetKcal: dog.name === 'Teasel' ? 780 : null,
      trainingShare: 0.5,
      goalKg: dog.name === 'Plover' ? Math.round(kg * 0.92 * 10) / 10 : null,
      at,
      recordedBy: 'maud',
    })
  }
}
