import { figures } from '@/core/figures'
import { z } from 'zod'
import { plainDog } from '@/core/dog/traits'
import { addDays, dayIn, daysBetween, startOfDay } from '@/core/days'
import { isSaidWanted, isTold, takeAnother, type Claim } from '@/core/forecast/capacity'
import { forecast, forecastSeed } from '@/core/forecast/forecast'
import { emptyDogState } from '@/core/progress/state'
import { newest, regimesOf, upTo } from '@/core/progress/regime'
import type { OwnerPromise } from '@/core/promise/ownerPromise'
import { longestStay } from '@/core/intake/bookingForm'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { readMethodChanges } from '@/store/method'
import { readHouse } from '@/store/house'
import { readKennel } from '@/store/kennel'
import { readPackages } from '@/store/packages'
import { noHooks, inTurn, type Hooks } from '../base/hooks'
import { capacityOf, claimsOn } from '../context/capacity'
import { forecastGroundOf, forecastHouse, type ForecastHouse } from '../context/forecast'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: nobody is taken who comes later. */
const daysAhead = 120

const day = z.iso.date({ error: 'Choose a day.', abort: true })
export const anotherForm = z
  .object({ packageId: z.string().min(1, 'Choose a package.').max(64), arrivesOn: day, leavesOn: day })
  .superRefine((f, ctx) => {
    const days = daysBetween(f.arrivesOn, f.leavesOn)
    if (days < figures.shortestStay.value)
      ctx.addIssue({ code: 'custom', path: ['leavesOn'], message: 'A stay has at least three days.' })
    if (days > longestStay)
      ctx.addIssue({ code: 'custom', path: ['leavesOn'], message: `A stay has at most ${longestStay} days.` })
  })

export interface AnotherDog {
  readonly packageName: string
  readonly arrivesOn: string
  readonly leavesOn: string
  readonly chance: number
  /** Blocks a day that it would get, and that the house has. */
  readonly blocks: number
  readonly onHand: number
  readonly others: readonly {
    readonly residencyId: ResidencyId
    readonly name: string
    readonly runNumber: string
    readonly was: number
    readonly is: number
  }[]
  /** Of the same length of stay: the day of the next weeks on which it costs least and is likeliest. */
  readonly best: { readonly arrivesOn: string; readonly leavesOn: string; readonly chance: number } | undefined
  /** Going home on the same day: the last day to come on by which it is still ready eight times in ten. */
  readonly latest: { readonly arrivesOn: string; readonly chance: number } | undefined
}

/** Design choice: futures of a dog that is not here; starts looked at, and how far apart. */
const futures = 300
const starts = { count: 9, apart: 3 } as const

/** Whether a house may take another dog: its own chance, and what it takes from each dog that is there meanwhile. */
export function mayTakeAnother(
  db: Db,
  form: z.output<typeof anotherForm>,
  now: EpochMs,
  hooks: Hooks = noHooks,
): AnotherDog | { readonly refused: string } {
  const today = dayIn(readKennel(db).timeZone, now)
  if (form.arrivesOn < today) return { refused: 'That day is past.' }
  if (daysBetween(today, form.arrivesOn) > daysAhead)
    return { refused: `Nobody knows more than ${daysAhead} days ahead.` }
  const chosen = readPackages(db).find((p) => p.packageId === form.packageId && p.given)
  if (!chosen) return { refused: 'That package no longer exists.' }
  const house = forecastHouse(db, today, now)
  const { fewBlocks: few } = readHouse(db)
  const here = claimsOn(db, today, now, daysAhead)
  const capacity = capacityOf(db, today)
  const taken = (arrivesOn: string, leavesOn: string) => {
    const another = claimOf(db, house, chosen.promises, arrivesOn, leavesOn)
    const [from, until] = [another.fromDay, Math.max(another.fromDay + 1, another.untilDay)]
    const onHand = mean(Array.from({ length: until - from }, (_, i) => capacity.onHand(from + i)))
    return { onHand, ...takeAnother(here, another, onHand, few) }
  }
  const asked = taken(form.arrivesOn, form.leavesOn)
  const length = daysBetween(form.arrivesOn, form.leavesOn)
  let best: (AnotherDog['best'] & { readonly worth: number }) | undefined
  let latest: AnotherDog['latest']
  for (const i of inTurn([...Array(starts.count).keys()], hooks)) {
    const arrivesOn = addDays(form.arrivesOn, i * starts.apart)
    const later = i === 0 ? asked : taken(arrivesOn, addDays(arrivesOn, length))
    if (!best || later.worth > best.worth + 0.02)
      best = { arrivesOn, leavesOn: addDays(arrivesOn, length), chance: later.chance, worth: later.worth }
    if (daysBetween(arrivesOn, form.leavesOn) < 3) continue
    const shorter = i === 0 ? asked : taken(arrivesOn, form.leavesOn)
    if (isSaidWanted(shorter.chance)) latest = { arrivesOn, chance: shorter.chance }
  }
  const names = new Map(here.map((c) => [c.residencyId, c.resident]))
  return {
    packageName: chosen.name,
    arrivesOn: form.arrivesOn,
    leavesOn: form.leavesOn,
    chance: asked.chance,
    blocks: asked.blocks,
    onHand: asked.onHand,
    others: asked.others
      .filter(isTold)
      .map((o) => ({
        ...o,
        name: names.get(o.residencyId)?.name ?? '',
        runNumber: names.get(o.residencyId)?.runNumber ?? '',
      }))
      .sort((a, b) => a.is - a.was - (b.is - b.was)),
    best: best && { arrivesOn: best.arrivesOn, leavesOn: best.leavesOn, chance: best.chance },
    latest,
  }
}

const mean = (all: readonly number[]): number => (all.length === 0 ? 0 : all.reduce((a, b) => a + b, 0) / all.length)

/** What a usual dog of which nothing is known claims, on these days and with these promises. */
function claimOf(
  db: Db,
  house: ForecastHouse,
  promises: readonly OwnerPromise[],
  arrivesOn: string,
  leavesOn: string,
): Claim {
  const { timeZone } = readKennel(db)
  const at = startOfDay(timeZone, arrivesOn)
  const regimes = upTo(
    regimesOf({
      versions: [{ from: Number.NEGATIVE_INFINITY, curriculum: newestCurriculum(db) }],
      changes: readMethodChanges(db),
      traits: plainDog,
      side: 'left',
      arrivesOn,
      finishes: [],
      newWords: [],
      starts: [],
      startOfDay: (d) => startOfDay(timeZone, d),
    }),
    at,
  )
  const input = forecastGroundOf(
    { ...house, today: arrivesOn, share: 0, paused: new Set() },
    {
      residencyId: 'another',
      arrivesOn,
      leavesOn,
      curriculum: newest(regimes).curriculum,
      regimes,
      sets: [],
      state: emptyDogState(),
      promises,
    },
  )
  const from = daysBetween(house.today, arrivesOn) + 1
  return {
    residencyId: 'another',
    byBlocks: input.impossible
      ? [0]
      : forecast(input, futures, forecastSeed('another', arrivesOn), { ifs: 'blocks' }).byBlocks,
    fromDay: from,
    untilDay: daysBetween(house.today, leavesOn),
  }
}
