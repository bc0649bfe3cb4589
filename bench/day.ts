import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { seeded } from '@/core/seeded'
import type { WireFact } from '@/core/facts/wire'
import { makeDemo } from '@/demo/make'
import { openDatabase } from '@/store/database'
import { readHours, readPeople } from '@/store/kennel'
import { loadBlock } from '@/work/page/block'
import { forecastDemo } from '@/demo/forecasts'
import { renewForecasts } from '@/work/actions/forecasts'
import { noHooks } from '@/work/base/hooks'
import { recordFacts } from '@/work/record/accept'
import { rebuildStandings } from '@/work/upkeep/renewStandings'
import { followBlock } from '@/work/tests/byTheBook'
import { Tablet } from '@/work/tests/kennel'
import { loadWall } from '@/work/page/wall'

/**
 * The demonstration kennel followed for one day by the book: every trainer who works that day takes the dog at the head
 * of *up next*, works the block as composed, and takes the next. How the minutes were shared out, and what should not
 * have been. Prints, never fails.
 */
const day = '2026-06-10'
const msPerMinute = 60_000
/** Enough to tell the labels apart; fifty blocks are each followed by forecasts made again. */
const futures = 300
/** From one dog to the next: run, leash, water. */
const between = 5 * msPerMinute
const midnight = Date.parse(`${day}T00:00:00+01:00`)
const db = openDatabase(join(mkdtempSync(join(tmpdir(), 'kibou-bench-')), 'kennel.db'))
makeDemo(db, day)
rebuildStandings(db, midnight)
// As the job does it: each morning, and whenever facts have come.
forecastDemo(db, midnight, futures)

const hours = readHours(db).filter((h) => h.weekday === 3)
const trainers = readPeople(db).flatMap((p) => {
  const own = hours.find((h) => h.personId === p.id)
  return p.role !== 'hand' && own
    ? [
        {
          id: p.id,
          name: p.name,
          tablet: new Tablet(),
          now: midnight + own.fromMinute * msPerMinute,
          to: midnight + own.toMinute * msPerMinute,
          waiting: [] as WireFact[],
        },
      ]
    : []
})
const chance = seeded(20260610)
const dog = {
  wake: () => undefined,
  answer: () => ({ outcome: chance() < 0.8 ? ('clean' as const) : ('helped' as const) }),
}
const minutes = new Map<string, number>()
const byDog = new Map<string, number>()
const wrong: string[] = []
let [blocks, idle, beyond] = [0, 0, 0]

/** What each phone has written up to this moment is at the kennel. */
function deliver(at: number): void {
  for (const t of trainers) {
    const due = t.waiting.filter((f) => f.deviceAt <= at)
    t.waiting = t.waiting.filter((f) => f.deviceAt > at)
    for (let i = 0; i < due.length; i += 400) {
      const facts = due.slice(i, i + 400)
      const deviceNow = Math.max(at, facts.at(-1)?.deviceAt ?? at)
      for (const r of recordFacts(db, t.tablet.batch(facts, deviceNow), deviceNow).results)
        if (r.status === 'refused') wrong.push(`refused: ${r.reason ?? ''}`)
    }
  }
}

for (;;) {
  const free = trainers.filter((t) => t.now < t.to).sort((a, b) => a.now - b.now)[0]
  if (!free) break
  deliver(free.now)
  renewForecasts(db, free.now, noHooks, futures)
  const wall = loadWall(db, free.now)
  const first = wall.upNext[0]
  if (!first) {
    free.now += 10 * msPerMinute
    idle += 10
    continue
  }
  const view = loadBlock(db, first.residencyId, undefined, free.id, free.now)
  if (!view) throw new Error('no block')
  if (view.rest !== '') wrong.push(`${first.name}: ${view.rest}`)
  if (view.restsUntil !== undefined) wrong.push(`${first.name} rests`)
  if (view.resident.arrivesOn >= day) wrong.push(`${first.name} came today`)
  if (!view.plan.items.some((i) => i.role === 'work')) {
    wrong.push(`${first.name}: up next, and nothing to work`)
    free.now += 10 * msPerMinute
    continue
  }
  free.tablet.at = free.now
  const followed = followBlock(view, free.tablet, free.id, dog, 0)
  wrong.push(...followed.wrong)
  free.waiting.push(...followed.facts)
  // The set that begins a block is known at once: nobody else takes this dog.
  deliver(free.now + 3000)
  const spent = (followed.to - followed.from) / msPerMinute
  const reach = wall.ring.some((r) => r.residencyId === first.residencyId) ? 'out of reach' : first.reach
  minutes.set(reach, (minutes.get(reach) ?? 0) + spent)
  if (reach === 'out of reach' && first.turn !== 'first') beyond += spent
  byDog.set(first.name, (byDog.get(first.name) ?? 0) + spent)
  blocks++
  free.now = followed.to + between
}
deliver(midnight + 24 * 60 * msPerMinute)
const all = [...minutes.values()].reduce((a, b) => a + b, 0)
const share = (reach: string) => `${(((minutes.get(reach) ?? 0) / all) * 100).toFixed(1)} %`
const evening = loadWall(db, midnight + 19 * 60 * msPerMinute)
console.log(
  `the demo followed for one day: ${blocks} blocks, ${all.toFixed(0)} minutes, ${trainers.length} trainers, ` +
    `${byDog.size} dogs, ${idle} minutes with nobody to work`,
)
console.log(
  `minutes to dogs that are tight ${share('tight')}, in hand ${share('in hand')}, out of reach ` +
    `${share('out of reach')} (aim: at most 5 %), of all beyond the block of the day that every dog is given ` +
    `${((beyond / all) * 100).toFixed(1)} %`,
)
console.log(
  `told and not to be worked: ${wrong.length} (aim: ` +
    `0)${wrong.length > 0 ? `\n  ${wrong.slice(0, 10).join('\n  ')}` : ''}`,
)
console.log(`owners to ring in the evening: ${evening.ring.length}`)
db.close()
