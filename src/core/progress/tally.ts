import type { Common } from './contextStatus'
import type { Result } from './result'
import type { Met, RungTally } from './state'

/** One more result of a rung. */
export function countResult(tally: RungTally, result: Result): void {
  tally.reps++
  switch (result) {
    case 'C':
      tally.clean++
      break
    case 'H':
      tally.helped++
      break
    case 'L':
      tally.late++
      break
    case 'M':
      tally.miss++
      break
    case 'N':
    case 'X':
      // Counted among the reps, and as nothing else.
      break
  }
}

/** Two days alike in all say what a standing asks for; more would only grow. */
export function noteMet(tally: RungTally, day: string, common: Common): void {
  const { place, level, kit, person, loose } = common
  let alike = 0
  for (const m of tally.met) {
    if (m.place !== place || m.person !== person || m.kit !== kit || m.level !== level || (m.loose === true) !== loose)
      continue
    if (m.day === day || ++alike === 2) return
  }
  const met: { -readonly [K in keyof Met]: Met[K] } = { day, level }
  if (place !== undefined) met.place = place
  if (person !== undefined) met.person = person
  if (kit !== undefined) met.kit = kit
  if (loose) met.loose = true
  tally.met.push(met)
}
