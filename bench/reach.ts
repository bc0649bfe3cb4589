import { houseCurriculum } from '@/core/curriculum/house'
import { usualRepsPerDay } from '@/core/promise/need'
import { liveInBlocks } from '@/core/tests/loop/blocks'
import { laws, tempers, type TemperName } from '@/core/tests/loop/dogs'
import { everyday } from '@/core/tests/loop/live'

/**
 * What the ratio of reps to go over reps that the days allow says about making the date: simulated dogs of three laws
 * and three tempers, every day of their residencies against every date near the one on which they were ready. The
 * table of core/forecast/ratio.ts is read off here. Prints, never fails.
 */
const seeds = Number(process.env['KIBOU_REACH_SEEDS'] ?? 4)
const bins = new Map<number, { made: number; n: number }>()
const ratios: Record<number, number[]> = { 3: [], 8: [] }
for (const law of Object.keys(laws) as (keyof typeof laws)[])
  for (const temper of Object.keys(tempers) as TemperName[])
    for (const promises of [everyday, everyday.slice(0, 5)])
      for (let seed = 1; seed <= seeds; seed++) {
        const lived = liveInBlocks({
          curriculum: houseCurriculum,
          promises,
          days: 60,
          setsADay: 0,
          blocksADay: 3,
          dog: laws[law](temper, seed * 31),
        })
        const { readyOn } = lived
        if (readyOn === undefined) continue
        for (const { day, summary, gained } of lived.days) {
          const needed = summary.needs.reduce((n, x) => n + x.reps, 0)
          if (needed <= 0) continue
          const perDay = day > 3 ? gained / (day - 1) : usualRepsPerDay
          if (ratios[day]) ratios[day]?.push(needed / Math.max(1, lived.gainedFrom(day)))
          if (day <= 3) continue
          // Goes home on that day; ready the day before at the latest.
          for (let home = day + 2; home <= readyOn + 12; home++) {
            const bin = Math.min(40, Math.round((needed / ((home - day) * perDay)) * 10))
            const had = bins.get(bin) ?? { made: 0, n: 0 }
            bins.set(bin, { made: had.made + (readyOn < home ? 1 : 0), n: had.n + 1 })
          }
        }
      }
console.log('reps to go ÷ reps the days allow → share that made the date (cases)')
for (const [bin, { made, n }] of [...bins].sort((a, b) => a[0] - b[0]))
  console.log(`${(bin / 10).toFixed(1)}  ${(made / n).toFixed(2)}  (${n})`)
