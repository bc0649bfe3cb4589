import { describe, expect, it } from 'vitest'
import { asCounted, byRun } from './inOrder'

describe('the order of runs', () => {
  it('is as people count, whatever stands before or behind the number', () => {
    expect(['12', '2', 'B10', 'B9', '2a', '1'].sort(asCounted)).toEqual(['1', '2', '2a', '12', 'B9', 'B10'])
    expect([{ runNumber: '10' }, { runNumber: '9' }].sort(byRun).map((r) => r.runNumber)).toEqual(['9', '10'])
  })
})
