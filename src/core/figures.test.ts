import { describe, expect, it } from 'vitest'
import { figures, listedFigures } from './figures'

/** Written apart: a figure is changed here and there, and on purpose. */
const pinned: Readonly<Record<string, readonly [number, string]>> = {
  blocksADay: [4, ''],
  restUsual: [45, 'min'],
  restStressful: [90, 'min'],
  blockLong: [12, 'min'],
  blockMost: [15, 'min'],
  blockYoungMost: [8, 'min'],
  thingsGrown: [2, ''],
  thingsYoung: [1, ''],
  refreshersGrown: [2, ''],
  refreshersYoung: [1, ''],
  youngSetReps: [5, ''],
  longestWait: [5, 'days'],
  youngUntil: [182, 'days'],
  youngStay: [30, 's'],
  firstDays: [7, 'days'],
  heatCare: [27, '°C'],
  heatStop: [32, '°C'],
  heatTender: [4, '°C less'],
  partnerTimes: [2, 'times'],
  partnerKg: [20, 'kg'],
  manySigns: [3, ''],
  recoveryLeast: [5, 'min'],
  recoveryMost: [10, 'min'],
  setAfterSigns: [3, ''],
  blocksWithSigns: [2, ''],
  repeatedBlocks: [3, ''],
  repeatedDays: [7, 'days'],
  refresherDue: [0.8, 'share'],
  stale: [0.5, 'share'],
  firstHalfLife: [3, 'days'],
  stuckDrops: [3, ''],
  stuckDays: [7, 'days'],
  stuckBlocks: [3, ''],
  mostRungsDown: [3, ''],
  usualPlaces: [3, ''],
  usualPeople: [2, ''],
  extrasShare: [0.1, 'share'],
  restAfterMeal: [60, 'min'],
  longestStay: [200, 'days'],
  shortestStay: [3, 'days'],
  handoffMinutes: [60, 'min'],
  handoffEvery: [30, 'min'],
  remindDays: [14, 'days'],
  practiceDays: [90, 'days'],
  onTrack: [0.85, 'share'],
  unlikely: [0.15, 'share'],
  wantedChance: [0.8, 'share'],
  daysToConfirm: [3, 'days'],
  bookFloor: [0.5, 'share'],
  bookLeast: [0.3, 'share'],
  bookNotice: [48, 'h'],
  bookADay: [2, ''],
  bookChance: [100, 'points'],
  bookWaiting: [0.7, 'share'],
  bookRisk: [30, 'points'],
  bookOtherTrainer: [8, 'points'],
  bookRank: [3, 'points'],
  bookRain: [20, 'points'],
  bookLate: [1, 'points'],
  bookNoSlack: [5, 'points'],
  bookNoRehearsal: [15, 'points'],
  bookKeptTime: [40, 'points'],
  bookKeptTrainer: [8, 'points'],
  bookKeptGround: [2, 'points'],
}

describe('the figures of the house', () => {
  it('are these', () => {
    expect(Object.fromEntries(Object.entries(figures).map(([id, f]) => [id, [f.value, f.unit]]))).toEqual(pinned)
  })

  it('lie in their range, say why in a sentence, and are listed each once', () => {
    const rows = listedFigures.flatMap((g) => g.rows)
    expect(rows).toHaveLength(Object.keys(figures).length)
    for (const { label, value, range, reason, source } of rows) {
      expect([label, value >= range[0] && value <= range[1]]).toEqual([label, true])
      expect([label, /^[A-Z].*[.]$/.test(reason), source !== '']).toEqual([label, true, true])
    }
  })
})
