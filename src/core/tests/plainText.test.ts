import { describe, expect, it } from 'vitest'
import { gradeOf, hasVerb, sentencesOf, wordsOf } from './plainText'

describe('how plain a text is', () => {
  it('has sentences, quoted cues among their words, a line without a stop being one', () => {
    expect(sentencesOf('Say “Sit!” once. Wait.\nThen play!')).toEqual(['Say “Quoted” once.', 'Wait.', 'Then play!'])
    expect(sentencesOf('Say “Okay.” Then play.')).toEqual(['Say “Quoted.”', 'Then play.'])
    expect(sentencesOf('Dear Gwen,\nSit stays.')).toEqual(['Dear Gwen,', 'Sit stays.'])
    expect(wordsOf('Lapwing’s 8-second sit')).toEqual(['Lapwing’s', '8-second', 'sit'])
  })

  it('has a grade by Kincaid 1975: 0.39 × words a sentence + 11.8 × syllables a word − 15.59', () => {
    // Five words of six syllables in one sentence: 0.39 × 5 + 11.8 × 6/5 − 15.59.
    expect(gradeOf('The dog sits on command.')).toBeCloseTo(0.39 * 5 + (11.8 * 6) / 5 - 15.59, 9)
    // From memory: sentences of a law read at college, of a primer below the first grade.
    expect(
      gradeOf('The applicability of aforementioned regulations necessitates administrative authorization.'),
    ).toBeGreaterThan(15)
    expect(gradeOf('See the dog run. It runs to me.')).toBeLessThan(1)
    expect(gradeOf('')).toBe(0)
  })

  it('finds a missing verb', () => {
    expect(['Reward her while she is still sitting.', 'Keep the leash loose.'].map(hasVerb)).toEqual([true, true])
    expect(['The bulk of the leash in the right hand.', 'Once, bright, and low.'].map(hasVerb)).toEqual([false, false])
  })
})
