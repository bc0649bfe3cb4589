import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { whyPhrases, whyText } from './why'

const of = (more: Partial<Parameters<typeof whyText>[1]>) =>
  whyText(houseCurriculum, { why: 'climb', kept: undefined, for: 'sit', command: 'sit', ...more })

describe('why the coach wants a set', () => {
  it('is whole sentences, each with its stop', () => {
    for (const why of Object.keys(whyPhrases) as (keyof typeof whyPhrases)[])
      expect(of({ why })).toMatch(/^[A-Z][^:;]*\.$/)
  })

  it('says how much is retained where that is known', () => {
    expect(of({ why: 'refresher', kept: 0.47 })).toBe('Refresher due: retention 47%.')
    expect(of({ why: 'refresher' })).toBe('A refresher is due.')
  })

  it('names the command that needs it, but not where something has to be recovered', () => {
    expect(of({ for: 'recall' })).toBe('Recall needs this first.')
    expect(of({ for: 'recall', why: 'second-day' })).toBe('Passed once. Pass it another day. Recall needs this first.')
    expect(of({ for: 'recall', why: 'rebuild' })).toBe('A refresher failed. Recover from here.')
  })
})
