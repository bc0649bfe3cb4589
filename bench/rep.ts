import { houseCurriculum } from '@/core/curriculum/house'
import { rungsOf } from '@/core/curriculum/lookup'
import { seeded } from '@/core/seeded'
import type { WireFact } from '@/core/facts/wire'
import { recordFacts } from '@/work/record/accept'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from '@/work/tests/kennel'

/**
 * Server time of one rep, sent by itself as a phone with network sends it, with ever more sets of that dog behind it.
 * Prints, never fails.
 */
const db = newKennel()
const who = trainer(db)
const residencyId = dog(db, { arrivesOn: '2026-03-01', leavesOn: '2026-05-30' })
const tablet = new Tablet()
const chance = seeded(7)
const rungs = houseCurriculum.commands
  .flatMap(rungsOf)
  .filter((r) => r.criterion.place === undefined && r.gate === undefined)
let made = 0

function makeSets(upTo: number): void {
  const facts: WireFact[] = []
  for (; made < upTo; made++) {
    tablet.at = monday + Math.floor(made / 25) * msPerDay + (made % 25) * 900_000
    const set = tablet.set(residencyId, who, {
      rungId: rungs[Math.floor(((made / 600) * 0.7 + chance() * 0.3) * rungs.length)]?.id ?? 'sit.rear',
    })
    facts.push(set, ...Array.from({ length: 8 }, () => tablet.rep(set.id, chance() < 0.85 ? 'clean' : 'miss')))
  }
  while (facts.length > 0) recordFacts(db, tablet.batch(facts.splice(0, 400)), tablet.at)
}

const sizes = [50, 200, 500] as const
const took = sizes.map((size) => {
  makeSets(size)
  const set = tablet.set(residencyId, who)
  recordFacts(db, tablet.batch([set]), tablet.at)
  const times = Array.from({ length: 60 }, () => {
    const batch = tablet.batch([tablet.rep(set.id)])
    const from = process.cpuUsage()
    recordFacts(db, batch, tablet.at)
    const { user, system } = process.cpuUsage(from)
    return (user + system) / 1000
  }).sort((a, b) => a - b)
  return times[30] ?? 0
})
console.log(
  `one rep on the server: ` +
    `${sizes.map((size, i) => `${took[i]?.toFixed(1)} ms with ${size} sets behind it`).join(', ')} (median ` +
    `CPU); ratio at ten times the sets ${((took[2] ?? 0) / (took[0] ?? 1)).toFixed(2)} (aim: at most 1.3)`,
)
