import { describe, expect, it } from 'vitest'
import { sentence, unbroken } from './wording'

describe('wording', () => {
  it('ends what stands before other sentences, once', () => {
    expect(['“Stay” once', 'Once only.', 'Now!', '“Wait…”'].map(sentence)).toEqual([
      '“Stay” once.',
      'Once only.',
      'Now!',
      '“Wait…”',
    ])
  })

  it('never parts a figure from its unit, and leaves other words alone', () => {
    expect(unbroken('30 s at 5 m, 5 steps')).toBe('30\u00a0s at 5\u00a0m, 5 steps')
  })
})
