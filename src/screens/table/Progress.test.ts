import { describe, expect, it } from 'vitest'
import { stageOf } from './Progress'

describe('how far a table is', () => {
  it('is checked in the first half of its way, and added in the second', () => {
    expect([0, 0.25, 0.5, 0.75, 1].map((share) => stageOf({ what: 'dogs', share }))).toEqual([
      { name: 'Checking the table', share: 0 },
      { name: 'Checking the table', share: 0.5 },
      { name: 'Adding the dogs', share: 0 },
      { name: 'Adding the dogs', share: 0.5 },
      { name: 'Adding the dogs', share: 1 },
    ])
    expect(stageOf({ what: 'look', share: 0.3 })).toEqual({ name: 'Checking the table', share: 0.3 })
  })
})
