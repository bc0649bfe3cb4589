import { houseCurriculum } from '@/core/curriculum/house'
import { rungsOf } from '@/core/curriculum/lookup'
import { seeded } from '@/core/seeded'
import type { WireFact } from '@/core/facts/wire'
import { recordFacts } from '@/work/record/accept'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from '@/work/tests/kennel'
import { cpuMs, inTurns } from './support/turns'

/**
 * Server time of one rep, sent by itself as a phone with network sends it, to dogs with ever more sets behind them.
 * Prints, never fails.
 */
const chance = seeded(7)
// No dog is worked on all that can be switched on: what grows here is sets, not rungs.
const rungs = houseCurriculum.commands
  .filter((c) => c.extra !== true)
  .flatMap(rungsOf)
  .filter((r) => r.criterion.place === undefined && r.gate === undefined)

/** A dog with so many sets behind it, in a kennel of its own; `begin` opens one more. */
function dogWith(sets: number): { readonly begin: () => void; readonly rep: () => void } {
  const db = newKennel()
  const who = trainer(db)
  const residencyId = dog(db, { arrivesOn: '2026-03-01', leavesOn: '2026-05-30' })
  const tablet = new Tablet()
  const facts: WireFact[] = []
  for (let made = 0; made < sets; made++) {
    tablet.at = monday + Math.floor(made / 25) * msPerDay + (made % 25) * 900_000
    const set = tablet.set(residencyId, who, {
      rungId: rungs[Math.floor(((made / 600) * 0.7 + chance() * 0.3) * rungs.length)]?.id ?? 'sit.rear',
    })
    facts.push(set, ...Array.from({ length: 8 }, () => tablet.rep(set.id, chance() < 0.85 ? 'clean' : 'miss')))
  }
  while (facts.length > 0) recordFacts(db, tablet.batch(facts.splice(0, 400)), tablet.at)
  let open = ''
  const send = (fact: WireFact) => recordFacts(db, tablet.batch([fact]), tablet.at)
  const begin = () => {
    const set = tablet.set(residencyId, who)
    open = set.id
    send(set)
  }
  return { begin, rep: () => send(tablet.rep(open)) }
}

const sizes = [50, 200, 500] as const
const dogs = sizes.map(dogWith)
const repsOfSet = 8
const took = inTurns(
  dogs.map(({ rep }) => rep),
  {
    turns: 60,
    warmUp: 40,
    measure: cpuMs,
    begin: (turn) => {
      if (turn % repsOfSet === 0) for (const { begin } of dogs) begin()
    },
  },
)
console.log(
  `one rep on the server: ` +
    `${sizes.map((size, i) => `${took[i]?.toFixed(1)} ms with ${size} sets behind it`).join(', ')} (median ` +
    `CPU); ratio at ten times the sets ${((took[2] ?? 0) / (took[0] ?? 1)).toFixed(2)} (aim: at most 1.3)`,
)
