import { mean } from 'simple-statistics'
import { houseCurriculum } from '@/core/curriculum/house'
import { addDays } from '@/core/days'
import { forecastInput } from '@/core/forecast/forecastInput'
import { nothingLearned, ratesOf } from '@/core/forecast/learning'
import { housePatterns, noneSeen } from '@/core/forecast/patterns'
import { usualBlocks } from '@/core/forecast/plan'
import { meanOf } from '@/core/forecast/shipped'
import { played, readyBefore } from '@/core/forecast/whatIf'
import { foldDog } from '@/core/progress/fold'
import { seeded } from '@/core/seeded'
import { residencyInBlocks, type MorningInBlocks } from '@/core/tests/loop/blocks'
import { allLaws as laws, tempers, type TemperName } from '@/core/tests/loop/dogs'
import { arrival, everyday, regimesIn } from '@/core/tests/loop/live'
import { withoutLaw, type LawName } from './support/laws'

/**
 * Futures of the same dog lived again and again from one morning on, with one to four blocks a day, by other luck each
 * time: what its chance is, as nobody can know it. Beside it what Kibou says that morning, in a house that knows the
 * patterns of all laws but this dog's and nothing else; and how much of the skill that can be had it has. Prints, never
 * fails.
 */
const again = Number(process.env['KIBOU_REPLAYS'] ?? 8)
const home = 21
/** Mornings from which it is lived again, after three blocks a day. */
const mornings = [1, 7, 12]
const futures = 1000

interface Asked {
  readonly law: LawName
  readonly temper: TemperName
  readonly few: boolean
  readonly morning: number
}

const worldOf = ({ law, temper, few }: Asked, chance: () => number) => ({
  curriculum: houseCurriculum,
  promises: few ? everyday.slice(0, 5) : everyday,
  days: home - 1,
  setsADay: 0,
  dog: laws[law](temper, chance),
})

/** Lives a dog to a morning, always alike, and from there with so many blocks a day, by the luck of this seed. */
function lived(
  asked: Asked,
  blocks: number,
  luck: number,
): { readonly at?: MorningInBlocks; readonly ready?: boolean } {
  let chance = seeded(4711)
  const life = residencyInBlocks(worldOf(asked, () => chance()))
  let next = life.next()
  for (let day = 1; day < asked.morning && next.done !== true; day++) next = life.next(usualBlocks.weekday)
  // It was ready before: nothing is said of it any more.
  if (next.done === true) return {}
  // What is known grows as it lives on.
  const at = { ...next.value, sets: [...next.value.sets] }
  chance = seeded(luck)
  while (next.done !== true) next = life.next(blocks)
  return { at, ready: next.value.readyOn !== undefined }
}

const rows: { law: LawName; morning: number; blocks: number; said: number; came: readonly number[] }[] = []
for (const law of Object.keys(laws) as LawName[]) {
  const left = withoutLaw(law)
  const rates = ratesOf(nothingLearned, meanOf(left))
  for (const temper of Object.keys(tempers) as TemperName[])
    for (const [i, morning] of mornings.entries()) {
      const asked = { law, temper, few: i % 2 === 1, morning }
      const { at } = lived(asked, 0, 0)
      if (!at) continue
      const world = worldOf(asked, seeded(1))
      const regimes = regimesIn(world)
      const input = forecastInput({
        curriculum: houseCurriculum,
        regimes,
        sets: at.sets,
        state: foldDog(regimes, at.sets),
        promises: world.promises,
        rates,
        patterns: housePatterns(nothingLearned, noneSeen, left),
        mostBlocks: 4,
        impossible: false,
        stay: {
          today: addDays(arrival, morning),
          leavesOn: addDays(arrival, home),
          shareOfToday: 1,
          usual: () => usualBlocks.weekday,
        },
      })
      for (const blocks of [1, 2, 3, 4]) {
        const { futures: told, home: days } = played(input, futures, 5, { blocks })
        const came = Array.from({ length: again }, (_, n) => Number(lived(asked, blocks, 100 + n).ready === true))
        rows.push({ law, morning, blocks, said: readyBefore(told.ready, days), came })
      }
    }
}

const figures = (of: typeof rows) =>
  `said ${mean(of.map((r) => r.said)).toFixed(3)}, lived ${mean(of.flatMap((r) => r.came)).toFixed(3)}`
for (const blocks of [1, 2, 3, 4])
  console.log(
    `${blocks} blocks a day: ${figures(rows.filter((r) => r.blocks === blocks))}; ` +
      mornings
        .map(
          (morning) =>
            `from day ${morning} ${figures(rows.filter((r) => r.blocks === blocks && r.morning === morning))}`,
        )
        .join('; '),
  )

/** Kibou's share of the skill over the mean that whoever knew each dog's chance would have. */
function shareOf(of: typeof rows): string {
  const all = of.flatMap((r) => r.came)
  const usual = mean(all) * (1 - mean(all))
  const kibou = mean(of.flatMap((r) => r.came.map((came) => (r.said - came) ** 2)))
  // The scatter of one future about its chance, from several of them.
  const known = mean(of.map((r) => (mean([...r.came]) * (1 - mean([...r.came])) * again) / (again - 1)))
  return (
    `Brier ${kibou.toFixed(3)}, of who knew each ${known.toFixed(3)}, of who said the mean ${usual.toFixed(3)}: ` +
    `share of the reachable skill ${((usual - kibou) / (usual - known)).toFixed(2)}`
  )
}
console.log(`\nall: ${shareOf(rows)}`)
console.log(`  after the first day: ${shareOf(rows.filter((r) => r.morning > 1))}`)
for (const blocks of [2, 3, 4])
  console.log(`  ${blocks} blocks a day: ${shareOf(rows.filter((r) => r.blocks === blocks))}`)
for (const morning of mornings)
  console.log(`  from day ${morning}: ${shareOf(rows.filter((r) => r.morning === morning))}`)
