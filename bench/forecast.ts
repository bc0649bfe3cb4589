import { mean } from 'simple-statistics'
import { houseCurriculum } from '@/core/curriculum/house'
import { addDays, daysBetween } from '@/core/days'
import { forecast, legsByDay } from '@/core/forecast/forecast'
import { forecastInput, type ForecastInput } from '@/core/forecast/forecastInput'
import { learnedFrom, nothingLearned, ratesOf } from '@/core/forecast/learning'
import { housePatterns, noneSeen, patternsSeen, spelledShare, type Pattern } from '@/core/forecast/patterns'
import { maintenanceOf } from '@/core/forecast/maintenance'
import { daysSeen, nothingKnown, openingOf, usualDay, usualHeld } from '@/core/forecast/learned'
import { chanceByLine } from '@/core/forecast/line'
import { daysLeftShare, usualBlocks } from '@/core/forecast/plan'
import type { BlockHolds } from '@/core/forecast/plan'
import { chanceInTime } from '@/core/forecast/ratio'
import { type Rates } from '@/core/forecast/rates'
import { meanOf } from '@/core/forecast/shipped'
import { brier, coverage, partsOf, skill, transformed, type Said } from '@/core/forecast/score'
import {
  uncalibrated,
  calibrateFromDogs,
  calibrationOf,
  type ChanceCalibration,
} from '@/core/forecast/chanceCalibration'
import { pastOf } from '@/core/forecast/rungExposures'
import type { SetFact } from '@/core/facts/fact'
import { workLeft } from '@/core/forecast/workLeft'
import { usualRepsPerDay } from '@/core/promise/need'
import { seeded } from '@/core/seeded'
import { foldDog } from '@/core/progress/fold'
import { liveInBlocks } from '@/core/tests/loop/blocks'
import { allLaws as laws, tempers, type TemperName } from '@/core/tests/loop/dogs'
import { withoutLaw, type LawName } from './support/laws'
import { arrival, everyday, regimesIn, type World } from '@/core/tests/loop/live'

/**
 * What a forecast says of simulated dogs, on their first day and at a quarter, a half and three quarters of their stay,
 * with none and fifty finished residencies of other such dogs behind. Kibou knows the patterns of every law but these
 * dogs'. Prints, never fails.
 */
const seeds = Number(process.env['KIBOU_FORECAST_SEEDS'] ?? 2)
const homes = (process.env['KIBOU_FORECAST_HOMES'] ?? '14,21,28').split(',').map(Number)
const behind = (process.env['KIBOU_FORECAST_BEHIND'] ?? '0,50').split(',').map(Number)
/** These dogs know no weekend. */
const everyDay = () => usualBlocks.weekday
interface Known {
  readonly rates: Rates
  readonly patterns: readonly Pattern[]
  readonly spelled: number
  /** Useful sets that a day gives a dog here. */
  readonly usual: (day: string) => number
  readonly usualHeld: BlockHolds
  readonly stack: ChanceCalibration
}
const lawNames = Object.keys(laws) as LawName[]
const temperNames = Object.keys(tempers) as TemperName[]
const worldOf = (law: LawName, temper: TemperName, few: boolean, seed: number) => ({
  curriculum: houseCurriculum,
  promises: few ? everyday.slice(0, 5) : everyday,
  days: 60,
  setsADay: 0,
  blocksADay: 3,
  dog: laws[law](temper, seed),
})

/** The first day of training, or that at which so many quarters of the stay are over. */
const dayOf = (home: number, quarter: number): number =>
  quarter === 0 ? 1 : Math.max(2, Math.round((home * quarter) / 4))

interface Case extends Said {
  readonly law: string
  readonly quarter: number
  /** Where what happened lies among the futures. */
  readonly at: number
  readonly ratio: number
  readonly line: number
  /** Before it was bent by what came of others. */
  readonly played: number
}

/** What a house of dogs of one law knows after so many that went home after two, three or four weeks. */
function knownBehind(law: LawName, n: number): Known {
  const left = withoutLaw(law)
  const base = meanOf(left)
  if (n === 0)
    return {
      rates: ratesOf(nothingLearned, base),
      patterns: housePatterns(nothingLearned, noneSeen, left),
      spelled: spelledShare(noneSeen),
      usual: everyDay,
      usualHeld: usualHeld(nothingKnown),
      stack: uncalibrated,
    }
  const gone = Array.from({ length: n }, (_, i) => {
    const home = homes[Math.floor(i / 6) % homes.length] ?? 28
    const world = { ...worldOf(law, temperNames[i % 3] ?? 'usual', i % 2 === 1, 5003 + i * 17), days: home - 1 }
    const lived = liveInBlocks(world)
    return { home, world, lived, past: pastOf(regimesIn(world), lived.sets), dog: String(i) }
  })
  const learned = learnedFrom(
    gone.map(({ world, lived, past }) => ({
      ...past,
      proving: maintenanceOf(regimesIn(world), lived.sets, world.promises),
    })),
    base,
  )
  const rates = ratesOf(learned, base)
  const told = patternsSeen(
    gone.map(({ past }) => past),
    rates,
    left,
  )
  const seen = daysSeen(
    gone.map(({ lived, past }) => ({
      here: openingOf({ arrivesOn: arrival, leavesOn: addDays(arrival, (lived.days.at(-1)?.day ?? 0) + 1) }),
      past,
    })),
  )
  const patterns = housePatterns(learned, told, left)
  const known = {
    rates,
    patterns,
    spelled: spelledShare(told),
    usual: usualDay(seen),
    usualHeld: usualHeld(seen),
    stack: uncalibrated,
  }
  if (n < calibrateFromDogs || process.env['KIBOU_FORECAST_STACK'] === 'no') return known
  const cases = gone.flatMap(({ home, world, lived, dog }) =>
    [1, 2, 3].flatMap((quarter) => {
      const day = Math.max(2, Math.round((home * quarter) / 4))
      if ((lived.readyOn ?? Number.POSITIVE_INFINITY) < day) return []
      const { played, plan } = forecast(groundOn(world, lived.sets, day, home, known), 300, 1, { ifs: 'none' })
      return played ? [{ dog, ...played, left: daysLeftShare(plan), came: lived.readyOn !== undefined }] : []
    }),
  )
  return { ...known, stack: calibrationOf(cases) }
}

type Lived = ReturnType<typeof liveInBlocks>

/** What is known of a dog on the morning of a day. */
function groundOn(
  world: World,
  sets: readonly SetFact[],
  day: number,
  home: number,
  { rates, patterns, spelled, usual, usualHeld, stack }: Known,
): ForecastInput {
  const today = addDays(arrival, day)
  const regimes = regimesIn(world)
  const before = sets.filter((s) => s.day < today)
  return forecastInput({
    curriculum: houseCurriculum,
    regimes,
    sets: before,
    state: foldDog(regimes, before),
    promises: world.promises,
    rates,
    patterns,
    spelled,
    stack,
    mostBlocks: 4,
    impossible: false,
    stay: { today, leavesOn: addDays(arrival, home), shareOfToday: 1, usual, usualHeld },
  })
}

const lives = lawNames.flatMap((law) =>
  temperNames.flatMap((temper) =>
    [false, true].flatMap((few) =>
      Array.from({ length: seeds }, (_, i) => {
        const world = worldOf(law, temper, few, (i + 1) * 97)
        return { law, temper, world, seed: i + 1, lived: liveInBlocks(world) }
      }),
    ),
  ),
)

const brierBy = (of: readonly Case[], by: 'played' | 'ratio' | 'line') =>
  brier(of.map((s) => ({ ...s, chance: s[by] }))).toFixed(3)
const holds = (of: readonly Case[], width: number) =>
  coverage(
    of.map((s) => s.at),
    width,
  ).toFixed(2)
const line = (name: string, of: readonly Case[]) =>
  console.log(
    `${name}: ${of.length}, said ${mean(of.map((s) => s.chance)).toFixed(2)}, came ` +
      `${mean(of.map((s) => Number(s.came))).toFixed(2)}; Brier ${brier(of).toFixed(3)}, skill over one half ` +
      `${skill(of).toFixed(2)} (as played ${brierBy(of, 'played')}, ratio ${brierBy(of, 'ratio')}, straight line ` +
      `${brierBy(of, 'line')}); 80% interval covers ${holds(of, 0.8)}, 50% interval ${holds(of, 0.5)}`,
  )

for (const n of behind) {
  const drawn = seeded(2)
  const said: Case[] = []
  const commands: Case[] = []
  let [cpu, base] = [0, 0]
  for (const law of lawNames) {
    const known = knownBehind(law, n)
    const { rates } = known
    if (known.stack.dogs > 0) console.log(law, known.stack)
    for (const { temper, world, seed, lived } of lives.filter((l) => l.law === law)) {
      const readyOn = lived.readyOn ?? Number.POSITIVE_INFINITY
      const metOn = new Map(
        lived.summary.commands.flatMap((c) =>
          c.promises.map((p) => [
            p.promise.rungId,
            p.metOn === undefined ? Number.POSITIVE_INFINITY : daysBetween(arrival, p.metOn),
          ]),
        ),
      )
      for (const home of homes)
        for (const quarter of [0, 1, 2, 3]) {
          const day = dayOf(home, quarter)
          if (readyOn < day) continue
          const today = addDays(arrival, day)
          const from = process.cpuUsage()
          const input = groundOn(world, lived.sets, day, home, known)
          const told = forecast(input, 1000, seed, { ifs: 'none' })
          cpu += process.cpuUsage(from).user
          const by = (d: number) => (d < 0 ? 0 : (told.by[Math.min(d, told.by.length - 1)] ?? 0))
          const seen = Math.min(60, home + 28) - day
          const real = readyOn - day < seen ? { day: readyOn - day, came: true } : { day: seen - 1, came: false }
          const then = lived.days.find((d) => d.day === day)
          const needed = then?.summary.needs.reduce((sum, need) => sum + need.reps, 0) ?? 0
          const perDay = day > 3 && then ? then.gained / (day - 1) : usualRepsPerDay
          const goals = workLeft(houseCurriculum, input.state, world.promises, rates, input.past.exposures, today)
          const shared = { law: `${law} ${temper}`, quarter, at: transformed(by, real, drawn) }
          said.push({
            ...shared,
            chance: told.chance,
            came: readyOn < home,
            ratio: chanceInTime(needed / Math.max(1, (home - day) * perDay)),
            line: chanceByLine(input.past, goals, day, home - day),
            played: told.played?.chance ?? told.chance,
          })
          const legsBy = legsByDay(input, 1000, seed)
          for (const leg of told.legs) {
            const on = metOn.get(leg.rungId) ?? Number.POSITIVE_INFINITY
            if (on < day) continue
            const own = input.past.exposures.filter((s) => s.command === leg.command)
            const days = legsBy.get(leg.rungId) ?? []
            const legBy = (d: number) => (d < 0 ? 0 : (days[Math.min(d, days.length - 1)] ?? 0))
            const met = on - day < seen ? { day: on - day, came: true } : { day: seen - 1, came: false }
            commands.push({
              ...shared,
              chance: leg.chance,
              came: on < home,
              ratio: 0.5,
              played: leg.chance,
              at: transformed(legBy, met, drawn),
              line: chanceByLine(
                { ...input.past, exposures: own },
                goals.filter((l) => l.rungId === leg.rungId && l.promised),
                day,
                home - day,
              ),
            })
          }
          base++
        }
    }
  }
  console.log(`\n${n} finished residencies behind`)
  line(
    'dogs after their first day',
    said.filter((s) => s.quarter > 0),
  )
  for (const quarter of [0, 1, 2, 3])
    line(
      `  after ${quarter}/4 of the stay`,
      said.filter((s) => s.quarter === quarter),
    )
  for (const law of lawNames)
    line(
      `  ${law}`,
      said.filter((s) => s.law.startsWith(`${law} `) && s.quarter > 0),
    )
  line('commands not met yet (no ratio)', commands)
  for (const quarter of [0, 1, 2, 3])
    line(
      `  after ${quarter}/4 of the stay`,
      commands.filter((s) => s.quarter === quarter),
    )
  const { reliability, resolution, uncertainty, bins } = partsOf(said)
  console.log(
    `reliability ${reliability.toFixed(3)} − resolution ${resolution.toFixed(3)} + uncertainty ` +
      `${uncertainty.toFixed(3)}; ${bins.map((b) => `${b.said.toFixed(2)}→${b.came.toFixed(2)} (${b.n})`).join(' ')}`,
  )
  console.log(`CPU ${(cpu / 1e6 / base).toFixed(3)} s a forecast of 1,000 futures with its ground`)
}

/** A full house: dogs of every law and temper, each on another day of its three weeks. */
const house = 60
const houseStay = 21
const groundsOf = (all: readonly { readonly law: LawName; readonly world: World; readonly lived: Lived }[]) =>
  Array.from({ length: house }, (_, i) => {
    const one = all[(i * 7) % all.length]
    if (!one) throw new Error('nobody lived')
    return groundOn(one.world, one.lived.sets, 2 + ((i * 5) % (houseStay - 2)), houseStay, knownBehind(one.law, 0))
  })
const ofFive = groundsOf(lives.filter((l) => l.world.promises.length === 5))
/** A full house with a promise of each of fourteen commands. */
const fourteen = houseCurriculum.commands.slice(0, 14).flatMap(({ runs: [ladder] }) => {
  const rung = ladder?.rungs[Math.floor((ladder.rungs.length - 1) / 2)]
  return rung ? [{ rungId: rung.id, level: 0, places: 2, people: 2 }] : []
})
const ofFourteen = groundsOf(
  lives
    .filter((l) => l.seed === 1 && l.world.promises.length === everyday.length)
    .map(({ law, world }) => {
      const more = { ...world, promises: fourteen, days: houseStay }
      return { law, world: more, lived: liveInBlocks(more) }
    }),
)
/** CPU of all of them, in s: the least of three, since the machine does other things. */
const spent = (run: () => void): number =>
  Math.min(
    ...[1, 2, 3].map(() => {
      const from = process.cpuUsage()
      run()
      return process.cpuUsage(from).user / 1e6
    }),
  )
const chance = seeded(1)
// About as many as a dog's futures draw: a hundred each.
const drawing = spent(() => {
  for (let i = 0; i < house * 4000 * 100; i++) chance()
})
for (const [name, grounds, aim] of [
  ['five promises', ofFive, 4.5],
  ['fourteen promises', ofFourteen, 12],
] as const) {
  const all = (more: Parameters<typeof forecast>[3]) =>
    spent(() => {
      for (const input of grounds) forecast(input, 4000, 1, more)
    })
  const alone = all({ ifs: 'none' })
  console.log(
    `\n${house} dogs, ${name}: 4,000 futures each take ${alone.toFixed(2)} s of CPU, ` +
      `${(alone / drawing).toFixed(1)} times 100 chances a future alone; no more than each chance asks for, as the ` +
      `application plays them, ${all({ ifs: 'none', sparing: true }).toFixed(2)} s; with blocks and what-ifs ` +
      `${all({ sparing: true }).toFixed(2)} s (aim: ${aim})`,
  )
}
