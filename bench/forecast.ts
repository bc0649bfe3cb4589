import { mean } from 'simple-statistics'
import { houseCurriculum } from '@/core/curriculum/house'
import { addDays } from '@/core/days'
import { chanceBy, futuresOf, never } from '@/core/forecast/futures'
import { planOf, usualSets } from '@/core/forecast/plan'
import { shippedRates } from '@/core/forecast/rates'
import { brier, coverage, partsOf, skill, transformed, type Said } from '@/core/forecast/score'
import { speedFrom } from '@/core/forecast/speed'
import { pastOf } from '@/core/forecast/stretches'
import { workLeft } from '@/core/forecast/workLeft'
import { chanceInTime } from '@/core/forecast/ratio'
import { usualRepsPerDay } from '@/core/promise/need'
import { seeded } from '@/core/seeded'
import { foldDog } from '@/core/progress/fold'
import { liveInBlocks } from '@/core/tests/loop/blocks'
import { laws, tempers, type TemperName } from '@/core/tests/loop/dogs'
import { arrival, everyday, regimesIn } from '@/core/tests/loop/live'

/**
 * What a forecast says of simulated dogs, at a quarter, a half and three quarters of their stay. Prints, never fails.
 */
const seeds = Number(process.env['KIBOU_FORECAST_SEEDS'] ?? 2)
const homes = (process.env['KIBOU_FORECAST_HOMES'] ?? '14,21,28').split(',').map(Number)
/** These dogs know no weekend. */
const everyDay = () => usualSets.weekday
interface Case extends Said {
  readonly law: string
  readonly quarter: number
  /** Where what happened lies among the futures. */
  readonly at: number
  /** What the figure before this one said: reps to go over reps the days allow. */
  readonly ratio: number
}
const said: Case[] = []
const asked: Parameters<typeof futuresOf>[] = []
const drawn = seeded(2)
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
            const until = (last: number) =>
              planOf(useful, { today, leavesOn: addDays(arrival, last), shareOfToday: 1, usual: everyDay })
            const futures = futuresOf(legs, speed, until(90), 1000, seed)
            if (quarter === 1) asked.push([legs, speed, until(home), 4000, seed])
            cpu += process.cpuUsage(from).user
            const chance = chanceBy(futures.ready, home - day - 1)
            const real = readyOn === never ? { day: 60 - day, came: false } : { day: readyOn - day, came: true }
            const then = lived.days.find((d) => d.day === day)
            const needed = then?.summary.needs.reduce((sum, need) => sum + need.reps, 0) ?? 0
            const perDay = day > 3 && then ? then.gained / (day - 1) : usualRepsPerDay
            said.push({
              law: `${law} ${temper}`,
              quarter,
              chance,
              came: readyOn < home,
              at: transformed((d) => chanceBy(futures.ready, d), real, drawn),
              ratio: chanceInTime(needed / Math.max(1, (home - day) * perDay)),
            })
          }
      }
const line = (name: string, of: readonly Case[]) =>
  console.log(
    `${name}: ${of.length}, said ${mean(of.map((s) => s.chance)).toFixed(2)}, came ` +
      `${mean(of.map((s) => Number(s.came))).toFixed(2)}; Brier ${brier(of).toFixed(3)}, skill over one half ` +
      `${skill(of).toFixed(2)} (the ratio before: ${brier(of.map((s) => ({ ...s, chance: s.ratio }))).toFixed(3)}); ` +
      `middle 80 % holds ${coverage(
        of.map((s) => s.at),
        0.8,
      ).toFixed(2)}, middle half ${coverage(
        of.map((s) => s.at),
        0.5,
      ).toFixed(2)}`,
  )
line('all', said)
for (const quarter of [1, 2, 3])
  line(
    `after ${quarter}/4 of the stay`,
    said.filter((s) => s.quarter === quarter),
  )
for (const law of [...new Set(said.map((s) => s.law))])
  line(
    law,
    said.filter((s) => s.law === law),
  )
const { reliability, resolution, uncertainty, bins } = partsOf(said)
console.log(
  `reliability ${reliability.toFixed(3)} − resolution ${resolution.toFixed(3)} + uncertainty ${uncertainty.toFixed(3)}`,
)
for (const b of bins) console.log(`said ${b.said.toFixed(2)}  came ${b.came.toFixed(2)}  (${b.n})`)
console.log(`CPU ${(cpu / 1e6 / said.length).toFixed(3)} s a forecast of 1,000 futures with its folding`)

const few = asked.slice(0, 30)
for (const one of few) futuresOf(...one)
const from = process.cpuUsage()
for (const one of few) futuresOf(...one)
const each = process.cpuUsage(from).user / 1000 / few.length
const chance = seeded(1)
const alone = process.cpuUsage()
// About as many as a dog's futures draw: a hundred each.
for (let i = 0; i < few.length * 4000 * 100; i++) chance()
const drawing = process.cpuUsage(alone).user / 1000 / few.length
console.log(
  `4,000 futures of a dog: ${each.toFixed(0)} ms of CPU, ${(each / drawing).toFixed(0)} times 400,000 chances alone ` +
    `(aim: 60 dogs in a second)`,
)
