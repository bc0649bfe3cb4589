import { describe, expect, it } from 'vitest'
import { line } from './kind'

describe('a line of a fact', () => {
  it('is kept without what would turn it round: refused it would be lost', () => {
    // UAX #9, section 2 (from memory): embeddings, overrides, isolates; a mark of direction turns nothing round.
    const turning = ['\u202A', '\u202B', '\u202C', '\u202D', '\u202E', '\u2066', '\u2067', '\u2068', '\u2069']
    for (const one of turning) expect(line(40).parse(` Pulled ${one}at the lock `)).toBe('Pulled at the lock')
    expect(line(40).parse('שלום \u200Eב')).toBe('שלום \u200Eב')
    expect(line(3).parse('\u202Eabc')).toBe('abc')
    expect(line(40).safeParse('a\u0007b').success).toBe(false)
  })
})
