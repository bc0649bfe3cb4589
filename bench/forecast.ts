import { houseCurriculum } from '@/core/curriculum/house'
import { addDays } from '@/core/days'
import { chanceBy, dayOf, futuresOf, never } from '@/core/forecast/futures'
import { planOf } from '@/core/forecast/plan'
import { shippedRates } from '@/core/forecast/rates'
import { speedFrom } from '@/core/forecast/speed'
import { pastOf } from '@/core/forecast/stretches'
import { workLeft } from '@/core/forecast/workLeft'
import { foldDog } from '@/core/progress/fold'
import { liveInBlocks } from '@/core/tests/loop/blocks'
import { laws, tempers, type TemperName } from '@/core/tests/loop/dogs'
import { arrival, regimesIn } from '@/core/tests/loop/live'

/**
 * What a forecast says of simulated dogs, at a quarter, a half and three quarters of their stay. Prints, never fails.
 */
const p = (rungId: string) => ({ rungId, level: 0, places: 2, people: 2 })
const everyday = [
  'sit.word',
  'down.no-lure',
  'sit-stay.30s',
  'recall.line-5',
  'heel.away-2',
  'down-stay.30s',
  'place.20s',
].map(p)
const seeds = Number(process.env['KIBOU_FORECAST_SEEDS'] ?? 2)
const homes = (process.env['KIBOU_FORECAST_HOMES'] ?? '14,21,28').split(',').map(Number)
interface Said {
  readonly law: string
  readonly quarter: number
  readonly chance: number
  readonly made: boolean
  /** Where what happened lies among the futures, 0–1; undefined where it is not known. */
  readonly within: boolean
}
const said: Said[] = []
let cpu = 0
for (const law of Object.keys(laws) as (keyof typeof laws)[])
  for (const temper of Object.keys(tempers) as TemperName[])
    for (const promises of [everyday, everyday.slice(0, 5)])
      for (let seed = 1; seed <= seeds; seed++) {
        const world = {
          curriculum: houseCurriculum,
          promises,
          days: 60,
          setsADay: 0,
          blocksADay: 3,
          dog: laws[law](temper, seed * 97),
        }
        const lived = liveInBlocks(world)
        const regimes = regimesIn(world)
        const readyOn = lived.readyOn ?? never
        for (const home of homes)
          for (const quarter of [1, 2, 3]) {
            const day = Math.max(2, Math.round((home * quarter) / 4))
            if (readyOn < day) continue
            const today = addDays(arrival, day)
            const sets = lived.sets.filter((s) => s.day < today)
            const from = process.cpuUsage()
            const { stretches, useful } = pastOf(regimes, sets)
            const state = foldDog(regimes, sets)
            const speed = speedFrom(stretches, shippedRates)
            const legs = workLeft(houseCurriculum, state, promises, shippedRates, stretches, today)
            const long = planOf(useful, { today, leavesOn: addDays(arrival, 90), shareOfToday: 1 })
            const futures = futuresOf(legs, speed, long, 1000, seed)
            cpu += process.cpuUsage(from).user
            const chance = chanceBy(futures.ready, home - day - 1)
            const real = readyOn - day
            said.push({
              law: `${law} ${temper}`,
              quarter,
              chance,
              made: readyOn < home,
              within: real >= dayOf(futures.ready, 0.1) && real <= dayOf(futures.ready, 0.9),
            })
          }
      }
const mean = (of: readonly number[]) => of.reduce((a, b) => a + b, 0) / Math.max(1, of.length)
const brier = (of: readonly Said[]) => mean(of.map((s) => (s.chance - Number(s.made)) ** 2))
const line = (name: string, of: readonly Said[]) =>
  console.log(
    `${name}: n ${of.length}, said ${mean(of.map((s) => s.chance)).toFixed(2)}, came ` +
      `${mean(of.map((s) => Number(s.made))).toFixed(2)}, Brier ${brier(of).toFixed(3)}, ` +
      `80 % holds ${mean(of.map((s) => Number(s.within))).toFixed(2)}`,
  )
line('all', said)
for (const quarter of [1, 2, 3])
  line(
    `at ${quarter}/4`,
    said.filter((s) => s.quarter === quarter),
  )
for (const law of [...new Set(said.map((s) => s.law))])
  line(
    law,
    said.filter((s) => s.law === law),
  )
for (let b = 0; b < 10; b++) {
  const of = said.filter((s) => Math.min(9, Math.floor(s.chance * 10)) === b)
  if (of.length > 0) line(`said ${b * 10}–${b * 10 + 10}`, of)
}
console.log(`CPU ${(cpu / 1e6 / said.length).toFixed(3)} s a forecast of 1,000 futures with its folding`)
