import { houseCurriculum } from '@/core/curriculum/house'
import { learnedFrom, ratesOf } from '@/core/forecast/learning'
import { maintenanceOf } from '@/core/forecast/maintenance'
import { rateKinds } from '@/core/forecast/rates'
import { shippedPatterns } from '@/core/forecast/shipped'
import { pastOf } from '@/core/forecast/rungExposures'
import { liveInBlocks } from '@/core/tests/loop/blocks'
import { allLaws, tempers, type TemperName } from '@/core/tests/loop/dogs'
import { everyday, regimesIn } from '@/core/tests/loop/live'
import type { LawName } from './support/laws'

/**
 * What is shipped as `core/forecast/patterns.json`, learned again: by law, what a kennel would know after two dozen
 * residencies of four weeks, worked in one to four blocks a day. Prints it, and how far it lies from what is shipped.
 */
const [residencies, days] = [24, 28]
const names = Object.keys(tempers) as TemperName[]
const round = (value: number, to: number) => Math.round(value * to) / to

function patternOf(law: LawName) {
  const ended = Array.from({ length: residencies }, (_, i) => {
    const world = {
      curriculum: houseCurriculum,
      promises: i % 2 === 1 ? everyday.slice(0, 5) : everyday,
      days,
      setsADay: 0,
      blocksADay: 1 + (i % 4),
      dog: allLaws[law](names[i % 3] ?? 'usual', 9001 + i * 29),
    }
    const { sets } = liveInBlocks(world)
    return { ...pastOf(regimesIn(world), sets), proving: maintenanceOf(regimesIn(world), sets, world.promises) }
  })
  const rates = ratesOf(learnedFrom(ended))
  return {
    kinds: Object.fromEntries(rateKinds.map((kind) => [kind, round(rates.of('', kind), 1000)])),
    shape: round(rates.shape, 100),
    commandShape: round(rates.commandShape, 10),
    elsewhere: round(rates.elsewhere, 1000),
    slips: { out: round(rates.slips.out, 10_000), back: round(rates.slips.back, 1000) },
    swing: round(rates.swing, 1000),
  }
}

const all = Object.fromEntries((Object.keys(allLaws) as LawName[]).map((law) => [law, patternOf(law)]))
console.log(JSON.stringify(all, null, 2))
for (const [law, of] of Object.entries(all))
  console.log(
    law,
    rateKinds
      .map((kind) => `${kind} ${((of.kinds[kind] ?? 0) / (shippedPatterns[law]?.kinds[kind] ?? 1)).toFixed(2)}`)
      .join(', '),
    'of what is shipped',
  )
