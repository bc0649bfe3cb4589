import type { Rule } from '../curriculum/types'
import type { Chance } from '../seeded'
import { cleanIn, ruleMet, spanOf } from '../progress/rules'
import { housePrior } from './judge'
import { chanceToday } from './predict'


/** A draw from Beta(a, b) with whole a and b: the a-th smallest of a + b − 1 even draws. */
function drawRate(chance: Chance, a: number, b: number): number {
  return Array.from({ length: a + b - 1 }, chance).sort((x, y) => x - y)[a - 1] ?? 0.5
}

/** A set of rules like the house's, to try predictions on. */
const tried: readonly Rule[] = [{ kind: 'row', r: 5 }, { kind: 'row', r: 3 }, { kind: 'row', r: 10 }, { kind: 'window', k: 8, n: 10 }]

/**
 * One simulated dog with a known true rate and a known chance to have kept the thing at all: it works until its rule is
 * met, rests, and is asked again. Gives what Kibou would have predicted from its reps and whether the rule was met.
 */
export function simulatedShowing(chance: Chance): { readonly predicted: number; readonly came: boolean } {
  const rule = tried[Math.floor(chance() * tried.length)] ?? { kind: 'row', r: 5 }
  const rate = drawRate(chance, housePrior.a, housePrior.b)
  const practice = 5 + Math.floor(chance() * 60)
  let clean = 0
  for (let i = 0; i < practice; i++) if (chance() < rate) clean++
  const retention = 0.5 + chance() * 0.5
  const kept = chance() < retention
  const results = Array.from({ length: spanOf(rule) }, () => (kept && chance() < rate ? 'C' : 'M')).join('')
  return { predicted: chanceToday({ rule, clean, total: practice, retention }), came: ruleMet(rule, results) && cleanIn(results) > 0 }
}
