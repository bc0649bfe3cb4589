import { mean, standardDeviation, sum } from 'simple-statistics'
import { houseCurriculum } from '@/core/curriculum/house'
import { addDays } from '@/core/days'
import { forecast, forecastSeed } from '@/core/forecast/forecast'
import { forecastGround, type ForecastGround } from '@/core/forecast/ground'
import { daysSeen, nothingKnown, openingOf, usualBlock, usualDay } from '@/core/forecast/learned'
import { pastOf } from '@/core/forecast/stretches'
import { chanceInTime } from '@/core/forecast/ratio'
import { shippedRates } from '@/core/forecast/rates'
import { upNext } from '@/core/forecast/upNext'
import { usualRepsPerDay } from '@/core/promise/need'
import { emptyDogState } from '@/core/progress/state'
import { residencyInBlocks, type MorningInBlocks } from '@/core/tests/loop/blocks'
import { laws, tempers, type TemperName } from '@/core/tests/loop/dogs'
import { arrival, everyday, regimesIn, type World } from '@/core/tests/loop/live'

/**
 * What the order of up next does for a kennel that has not the time for all: twenty dogs, forty-five blocks a day, the
 * same dogs in the same order once by gain and once by urgency. Prints, never fails.
 */
const kennels = Number(process.env['KIBOU_GAIN_KENNELS'] ?? 3)
/** Forty-five leave urgency under one law nothing to be better by; fewer do. */
const blocksADay = Number(process.env['KIBOU_GAIN_BLOCKS'] ?? 45)
const [dogs, most] = [20, 4]
const futures = 300
const names = Object.keys(tempers) as TemperName[]

interface Dog {
  readonly world: World
  readonly home: number
  readonly life: ReturnType<typeof residencyInBlocks>
  morning: MorningInBlocks | undefined
  readyOn: number | undefined
}

type Order = 'gain' | 'urgency'

/** Blocks of each dog on one day, one after the other to whoever comes first then; both keep one a day for each. */
function deal(here: readonly Dog[], day: number, order: Order, house: House): ReadonlyMap<Dog, number> {
  const unready = here.filter((d) => d.morning?.summary.readyOn === undefined)
  const blocks = new Map(here.map((d) => [d, 0]))
  const told = new Map(order === 'gain' ? unready.map((d) => [d, forecastOf(d, day, house)]) : [])
  const urgency = new Map(order === 'urgency' ? unready.map((d) => [d, urgencyOf(d, day)]) : [])
  const first = () => {
    const open = unready.filter((d) => (blocks.get(d) ?? 0) < most)
    if (order === 'gain') {
      const [row] = upNext(
        open.map((d) => ({
          residencyId: String(here.indexOf(d)),
          runNumber: '1',
          daysLeft: d.home - day,
          told: told.get(d),
          ready: false,
          blocks: blocks.get(d) ?? 0,
          needs: [{ command: 'sit', reps: 1, days: 1, refresher: 0, work: { command: 'sit', rungId: 'sit.rear' } }],
          not: '',
        })),
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
    forecastGround({
      curriculum: houseCurriculum,
      regimes: regimesIn(dog.world),
      sets: dog.morning?.sets ?? [],
      state: dog.morning?.state ?? emptyDogState(),
      promises: dog.world.promises,
      rates: shippedRates,
      mostBlocks: most,
      impossible: false,
      stay: { today: addDays(arrival, day), leavesOn: addDays(arrival, dog.home), shareOfToday: 1, ...house },
    }),
    futures,
    forecastSeed(String(dog.home), addDays(arrival, day)),
    { ifs: 'blocks' },
  )

type House = Pick<ForecastGround['stay'], 'usual' | 'usualBlock'>

/** What the kennel knows of its days and blocks on a morning, learned every night as the application does. */
function houseOn(all: readonly Dog[], day: number): House {
  const here = openingOf({ arrivesOn: arrival, leavesOn: addDays(arrival, day) })
  const known =
    day < 2
      ? nothingKnown
      : daysSeen(
          all
            .filter((d) => d.home > day && d.morning)
            .map((d) => ({ here, past: pastOf(regimesIn(d.world), d.morning?.sets ?? []) })),
        )
  // These dogs know no weekend: what all days gave is what each gives.
  const all7 = { sets: sum(known.days.map((d) => d.sets)), days: sum(known.days.map((d) => d.days)) }
  const usual = usualDay({ days: known.days.map(() => all7) })
  return { usual: () => usual('2026-03-02'), usualBlock: usualBlock(known) }
}

/** By reps to go over reps the days allow, those that can still be saved first: the order before the forecasts. */
function urgencyOf(dog: Dog, day: number): number {
  const needed = dog.morning?.summary.needs.reduce((n, need) => n + need.reps, 0) ?? 0
  const perDay = day > 3 ? (dog.morning?.gained ?? 0) / (day - 1) : usualRepsPerDay
  const ratio = needed / Math.max(1, (dog.home - day) * perDay)
  return chanceInTime(ratio) < 0.11 ? -1 / ratio : ratio >= 0.34 ? 10 + ratio : ratio
}

function live(law: keyof typeof laws, kennel: number, order: Order): number {
  const all = Array.from({ length: dogs }, (_, i): Dog => {
    const world = {
      curriculum: houseCurriculum,
      promises: i % 2 === 0 ? everyday : everyday.slice(0, 5),
      days: 30,
      setsADay: 0,
      dog: laws[law](names[i % names.length] ?? 'usual', kennel * 1009 + i * 31),
    }
    return { world, home: 12 + ((i * 7) % 17), life: residencyInBlocks(world), morning: undefined, readyOn: undefined }
  })
  for (const d of all) d.morning = begun(d.life.next())
  for (let day = 1; day < 30; day++) {
    const here = all.filter((d) => d.morning !== undefined && d.home > day)
    const blocks = deal(here, day, order, order === 'gain' ? houseOn(all, day) : {})
    for (const d of here) {
      const next = d.life.next(blocks.get(d) ?? 0)
      d.morning = begun(next)
      if (next.done) d.readyOn = next.value.readyOn
    }
  }
  return all.filter((d) => d.readyOn !== undefined && d.readyOn < d.home).length / dogs
}
const begun = (r: IteratorResult<MorningInBlocks, unknown>) => (r.done === true ? undefined : r.value)

for (const law of Object.keys(laws) as (keyof typeof laws)[]) {
  const pairs = Array.from(
    { length: kennels },
    (_, k) => [live(law, k + 1, 'gain'), live(law, k + 1, 'urgency')] as const,
  )
  const differences = pairs.map(([gain, urgency]) => gain - urgency)
  const half = kennels > 1 ? (1.96 * standardDeviation(differences)) / Math.sqrt(kennels - 1) : Number.NaN
  console.log(
    `${law}: ready in time by gain ${mean(pairs.map((p) => p[0])).toFixed(3)}, by urgency ` +
      `${mean(pairs.map((p) => p[1])).toFixed(3)}; ${mean(differences).toFixed(3)} more ± ${half.toFixed(3)} ` +
      `(${kennels} kennels of ${dogs} dogs, ${blocksADay} blocks a day)`,
  )
}
