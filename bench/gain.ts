import { mean, standardDeviation, sum } from 'simple-statistics'
import { houseCurriculum } from '@/core/curriculum/house'
import { addDays } from '@/core/days'
import { forecast, forecastSeed } from '@/core/forecast/forecast'
import { forecastInput, type ForecastInput } from '@/core/forecast/forecastInput'
import { daysSeen, nothingKnown, openingOf, usualDay, usualHeld } from '@/core/forecast/learned'
import { pastOf } from '@/core/forecast/rungExposures'
import { chanceInTime } from '@/core/forecast/ratio'
import { nothingLearned, ratesOf } from '@/core/forecast/learning'
import { housePatterns, patternsSeen, spelledShare, type Pattern } from '@/core/forecast/patterns'
import type { Rates } from '@/core/forecast/rates'
import { meanOf } from '@/core/forecast/shipped'
import { upNext } from '@/core/forecast/upNext'
import { usualRepsPerDay } from '@/core/promise/need'
import { emptyDogState } from '@/core/progress/state'
import { residencyInBlocks, type MorningInBlocks } from '@/core/tests/loop/blocks'
import { allLaws as laws, tempers, type TemperName } from '@/core/tests/loop/dogs'
import { withoutLaw } from './support/laws'
import { arrival, everyday, regimesIn, type World } from '@/core/tests/loop/live'

/**
 * What the order of up next does for a kennel that has not the time for all: twenty dogs and so many blocks a day, the
 * same dogs in the same order by gain, by gain with a block a day for each first, and by urgency. Kibou knows the
 * patterns of every law but these dogs'. Prints, never fails.
 */
const kennels = Number(process.env['KIBOU_GAIN_KENNELS'] ?? 3)
/** Blocks a day: enough for two each, for one each and some, and for every third dog. */
const blocksOf = (process.env['KIBOU_GAIN_BLOCKS'] ?? '45,28,6').split(',').map(Number)
const [dogs, most] = [20, 4]
const futures = 300
const names = Object.keys(tempers) as TemperName[]

interface Dog {
  readonly world: World
  readonly home: number
  readonly life: ReturnType<typeof residencyInBlocks>
  morning: MorningInBlocks | undefined
  /** The last day with a block, and the longest it waited for one until it was ready. */
  workedOn: number
  waited: number
  readyOn: number | undefined
}

/** `each`: every dog has one a day before any has two, as far as they last. */
const orders = ['gain', 'each', 'urgency'] as const
type Order = (typeof orders)[number]

/** Blocks of each dog on one day, one after the other to whoever comes first then; both keep one a day for each. */
function deal(
  here: readonly Dog[],
  day: number,
  order: Order,
  blocksADay: number,
  house: House,
): ReadonlyMap<Dog, number> {
  const unready = here.filter((d) => d.morning?.summary.readyOn === undefined)
  const blocks = new Map(here.map((d) => [d, 0]))
  const told = new Map(order !== 'urgency' ? unready.map((d) => [d, forecastOf(d, day, house)]) : [])
  const urgency = new Map(order === 'urgency' ? unready.map((d) => [d, urgencyOf(d, day)]) : [])
  const first = () => {
    const open = unready.filter((d) => (blocks.get(d) ?? 0) < most)
    if (order !== 'urgency') {
      const [row] = upNext(
        open.map((d) => ({
          residencyId: String(here.indexOf(d)),
          runNumber: '1',
          daysLeft: d.home - day,
          stored: told.get(d),
          ready: false,
          blocks: blocks.get(d) ?? 0,
          waited: (blocks.get(d) ?? 0) > 0 ? 0 : day - d.workedOn,
          needs: [{ command: 'sit', reps: 1, days: 1, refresher: 0, work: { command: 'sit', rungId: 'sit.rear' } }],
          not: '',
        })),
        {
          floor: true,
          floorOutOfReach: true,
          few: order === 'gain' && blocksADay < unready.length ? blocksADay : undefined,
        },
      )
      return row && here[Number(row.residencyId)]
    }
    const floor = open.filter((d) => blocks.get(d) === 0)
    return [...(floor.length > 0 ? floor : open)].sort((a, b) => (urgency.get(b) ?? 0) - (urgency.get(a) ?? 0))[0]
  }
  for (let left = blocksADay; left > 0; left--) {
    const dog = first()
    if (!dog) break
    blocks.set(dog, (blocks.get(dog) ?? 0) + 1)
  }
  return blocks
}

const forecastOf = (dog: Dog, day: number, house: House) =>
  forecast(
    forecastInput({
      curriculum: houseCurriculum,
      regimes: regimesIn(dog.world),
      sets: dog.morning?.sets ?? [],
      state: dog.morning?.state ?? emptyDogState(),
      promises: dog.world.promises,
      rates: house.rates,
      patterns: house.patterns,
      spelled: house.spelled,
      mostBlocks: most,
      impossible: false,
      stay: {
        today: addDays(arrival, day),
        leavesOn: addDays(arrival, dog.home),
        shareOfToday: 1,
        usual: house.usual,
        usualHeld: house.usualHeld,
      },
    }),
    futures,
    forecastSeed(String(dog.home), addDays(arrival, day)),
    { ifs: 'blocks' },
  )

interface House extends Required<Pick<ForecastInput['stay'], 'usual' | 'usualHeld'>> {
  readonly rates: Rates
  readonly patterns: readonly Pattern[]
  readonly spelled: number
}

/** What the kennel knows of its days, blocks and dogs on a morning, learned every night as the application does. */
function houseOn(all: readonly Dog[], day: number, law: keyof typeof laws): House {
  const here = openingOf({ arrivesOn: arrival, leavesOn: addDays(arrival, day) })
  const pasts =
    day < 5
      ? []
      : all
          .filter((d) => d.home > day && d.morning)
          .map((d) => ({ here, past: pastOf(regimesIn(d.world), d.morning?.sets ?? []) }))
  const known = pasts.length === 0 ? nothingKnown : daysSeen(pasts)
  // These dogs know no weekend: what all days gave is what each gives.
  const week = { blocks: sum(known.weekdays.map((d) => d.blocks)), days: sum(known.weekdays.map((d) => d.days)) }
  const usual = usualDay({ weekdays: known.weekdays.map(() => week) })
  const left = withoutLaw(law)
  const rates = ratesOf(nothingLearned, meanOf(left))
  const seen = patternsSeen(
    pasts.map(({ past }) => past),
    rates,
    left,
  )
  return {
    usual: () => usual('2026-03-02'),
    usualHeld: usualHeld(known),
    rates,
    patterns: housePatterns(nothingLearned, seen, left),
    spelled: spelledShare(seen),
  }
}

/** By reps to go over reps the days allow, those that can still be saved first: the order before the forecasts. */
function urgencyOf(dog: Dog, day: number): number {
  const needed = dog.morning?.summary.needs.reduce((n, need) => n + need.reps, 0) ?? 0
  const perDay = day > 3 ? (dog.morning?.gained ?? 0) / (day - 1) : usualRepsPerDay
  const ratio = needed / Math.max(1, (dog.home - day) * perDay)
  return chanceInTime(ratio) < 0.11 ? -1 / ratio : ratio >= 0.34 ? 10 + ratio : ratio
}

interface Came {
  /** Share of the dogs that were ready in time, and the longest that any waited for a block, days. */
  readonly ready: number
  readonly waited: number
}

function live(law: keyof typeof laws, kennel: number, order: Order, blocksADay: number): Came {
  const all = Array.from({ length: dogs }, (_, i): Dog => {
    const world = {
      curriculum: houseCurriculum,
      promises: i % 2 === 0 ? everyday : everyday.slice(0, 5),
      days: 30,
      setsADay: 0,
      dog: laws[law](names[i % names.length] ?? 'usual', kennel * 1009 + i * 31),
    }
    const home = 12 + ((i * 7) % 17)
    return {
      world,
      home,
      life: residencyInBlocks(world),
      morning: undefined,
      readyOn: undefined,
      workedOn: 0,
      waited: 0,
    }
  })
  for (const d of all) d.morning = begun(d.life.next())
  for (let day = 1; day < 30; day++) {
    const here = all.filter((d) => d.morning !== undefined && d.home > day)
    const blocks = deal(here, day, order, blocksADay, houseOn(all, day, law))
    for (const d of here) {
      if ((blocks.get(d) ?? 0) > 0) d.workedOn = day
      if (d.morning?.summary.readyOn === undefined) d.waited = Math.max(d.waited, day - d.workedOn)
      const next = d.life.next(blocks.get(d) ?? 0)
      d.morning = begun(next)
      if (next.done) d.readyOn = next.value.readyOn
    }
  }
  return {
    ready: all.filter((d) => d.readyOn !== undefined && d.readyOn < d.home).length / dogs,
    waited: Math.max(...all.map((d) => d.waited)),
  }
}
const begun = (r: IteratorResult<MorningInBlocks, unknown>) => (r.done === true ? undefined : r.value)

for (const blocksADay of blocksOf)
  for (const law of Object.keys(laws) as (keyof typeof laws)[]) {
    const came = orders.map((order) => Array.from({ length: kennels }, (_, k) => live(law, k + 1, order, blocksADay)))
    const differences = (came[0] ?? []).map((gain, k) => gain.ready - (came[2]?.[k]?.ready ?? 0))
    const half = kennels > 1 ? (1.96 * standardDeviation(differences)) / Math.sqrt(kennels - 1) : Number.NaN
    console.log(
      `${blocksADay} blocks a day, ${law}: ready in time ` +
        orders
          .map(
            (order, i) =>
              `by ${order} ${mean((came[i] ?? []).map((c) => c.ready)).toFixed(3)} (longest wait ` +
              `${Math.max(...(came[i] ?? []).map((c) => c.waited))} days)`,
          )
          .join(', ') +
        `; gain over urgency ${mean(differences).toFixed(3)} ± ${half.toFixed(3)} (${kennels} kennels of ${dogs} dogs)`,
    )
  }
