import { describe, expect, it } from 'vitest'
import { readTrial } from './kitTrial'

describe('a comparison asked for by an address', () => {
  const at = (kit: readonly string[], collar?: readonly string[]) =>
    readTrial({ rung: 'sit.word', kit, ...(collar ? { collar } : {}) })

  it('is of two leashes, or of two collars on one leash', () => {
    expect(at(['1.8 m leash', 'long line'])).toEqual({
      rungId: 'sit.word',
      sides: [{ kit: '1.8 m leash' }, { kit: 'long line' }],
    })
    expect(at(['1.8 m leash', '1.8 m leash'], ['slip lead', 'flat collar'])).toMatchObject({
      sides: [{ collar: 'slip lead' }, { collar: 'flat collar' }],
    })
    expect(readTrial({})).toBeUndefined()
  })

  it.each([
    ['alike', ['harness', 'harness']],
    ['alike, collar and all', ['1.8 m leash', '1.8 m leash'], ['harness', 'harness']],
    ['one collar said of two on one leash', ['1.8 m leash', '1.8 m leash'], ['harness', '']],
    ['no such leash', ['1.8 m leash', 'rope']],
    ['three', ['1.8 m leash', 'long line', 'none']],
    ['one collar of two', ['1.8 m leash', 'long line'], ['harness']],
    ['a collar too long to be one', ['1.8 m leash', 'long line'], ['x'.repeat(41), '']],
  ] as const)('refuses what is %s', (_, kit, collar?: readonly string[]) => {
    expect(at(kit, collar)).toEqual({ refused: true })
  })
})
