import { performance } from 'node:perf_hooks'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { allRungs } from '@/core/curriculum/lookup'
import { houseCurriculum } from '@/core/curriculum/house'
import type { RepFact, SetFact } from '@/core/facts/fact'
import { foldDog } from '@/core/progress/fold'
import { always } from '@/core/progress/regime'
import { watchOthers } from './support/others'

/** One hundred thousand sets of two hundred dogs, replayed on one core from facts in memory. */
const rng = xoroshiro128plus(7)
const chance = () => (rng.next() >>> 0) / 2 ** 32
const dogs = 200
const setsPerDog = 500
const rungs = allRungs(houseCurriculum)
const places = ['room', 'yard', 'street'] as const
const start = Date.UTC(2026, 2, 2, 9)

function history(dog: number): SetFact[] {
  let seq = 0
  return Array.from({ length: setsPerDog }, (_, i): SetFact => {
    const rung = rungs[Math.floor(((i / setsPerDog) * 0.7 + chance() * 0.3) * rungs.length)] ?? rungs[0]
    if (!rung) throw new Error('no rungs')
    const day = Math.floor(i / 25)
    const at = start + day * 86_400_000 + (i % 25) * 900_000
    const place = places[i % 3] ?? 'room'
    const reps = Array.from({ length: rung.setReps }, (_, r): RepFact => ({
      id: `${dog}-${i}-${r}`,
      at: at + r * 5000,
      device: 'd',
      seq: seq++,
      outcome: chance() < 0.88 ? 'clean' : chance() < 0.5 ? 'helped' : 'miss',
      faults: [],
    }))
    return {
      id: `${dog}-${i}`,
      rungId: rung.id,
      purpose: 'work',
      day: new Date(at).toISOString().slice(0, 10),
      placeId: place,
      placeKind: place,
      leashHolder: i % 2 ? 'ada' : 'ben',
      level: 0,
      kit: '1.8 m leash',
      blockId: `${dog}-${Math.floor(i / 4)}`,
      reps,
    }
  })
}

const regimes = always(houseCurriculum)
const timed = (job: () => void): number => {
  const from = performance.now()
  job()
  return performance.now() - from
}

let reps = 0
/**
 * Each dog's facts are made, then folded at once, as a rebuild reads and folds one dog after the other; only the fold
 * is timed.
 */
function replay(): number {
  reps = 0
  let took = 0
  for (let dog = 0; dog < dogs; dog++) {
    const sets = history(dog)
    reps += sets.reduce((n, s) => n + s.reps.length, 0)
    took += timed(() => foldDog(regimes, sets))
  }
  return took
}
const others = watchOthers()
const took = Array.from({ length: 7 }, replay).sort((a, b) => a - b)
console.log(
  `replay: ${dogs * setsPerDog} sets, ${reps} reps: best ${took[0]?.toFixed(0)} ms, median ` +
    `${took[3]?.toFixed(0)} ms (aim: under 1000); ${(((took[3] ?? 0) * 1e6) / reps).toFixed(0)} ns a rep`,
)
console.log(others())

const all = Array.from({ length: dogs }, (_, dog) => history(dog))
const atOnce = Array.from({ length: 5 }, () =>
  timed(() => {
    for (const sets of all) foldDog(regimes, sets)
  }),
).sort((a, b) => a - b)
console.log(
  `the same with the facts of all dogs in memory at once: best ${atOnce[0]?.toFixed(0)} ms, median ` +
    `${atOnce[2]?.toFixed(0)} ms`,
)

/**
 * How fast this machine is just now: 300 million additions one after the other took about 480 ms on an undisturbed core
 * of the machine the aims were set on.
 */
function yardstick(): number {
  const from = performance.now()
  let sum = 0
  for (let i = 0; i < 3e8; i++) sum += i
  if (sum < 0) throw new Error('cannot be')
  return performance.now() - from
}
console.log(
  `yardstick beside it: ${Array.from({ length: 3 }, yardstick)
    .map((t) => t.toFixed(0))
    .join(', ')} ms for 300 million additions (about 480 undisturbed)`,
)
