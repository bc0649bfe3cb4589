import type { Forecast } from '../forecast'

/** A forecast as it is kept, with what a test is about. */
export const toldOf = (more: Partial<Forecast> = {}): Forecast => ({
  model: 1,
  futures: 4000,
  today: '2026-03-05',
  leavesOn: '2026-03-20',
  chance: 0.7,
  days: [3, 5, 8, 11, null],
  by: [0, 0, 0, 0.1, 0.2, 0.25, 0.3, 0.4, 0.5, 0.6, 0.7, 0.75],
  legs: [
    { command: 'sit', rungId: 'sit.word-hand', chance: 1, days: [0, 0, 0, 0, 0] },
    { command: 'sit-stay', rungId: 'sit-stay.30s', chance: 0.7, days: [3, 5, 8, 11, null] },
  ],
  binds: { command: 'sit-stay', share: 0.8 },
  plan: { setsADay: 4, openDays: 6, ownDays: 5, byFood: false },
  known: { sets: 40, speed: 1.2 },
  impossible: false,
  byBlocks: [0, 0.3, 0.48, 0.6, 0.72],
  whatIfs: [],
  trend: null,
  ...more,
})
