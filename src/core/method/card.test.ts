import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { allRungs, findRung } from '../curriculum/lookup'
import type { RungPlaceInLadder } from '../curriculum/lookup'
import { plainDog } from '../dog/traits'
import { cardLabels, markLine, sayLine } from './card'

const at = (id: string): RungPlaceInLadder => {
  const found = findRung(houseCurriculum, id)
  if (!found) throw new Error(`no ${id}`)
  return found
}
const says = (id: string, words: string, traits = plainDog): string => {
  const { rung, command } = at(id)
  return sayLine(rung, command, traits, words)
}

describe('a rung card', () => {
  it('has one shape', () => {
    expect(cardLabels).toEqual(['Do', 'Say', 'Mark when', 'Reward', 'If not'])
  })

  it('says a cue word only where there is one, and never “no word” to a deaf dog’s trainer', () => {
    expect(says('sit.word', '“Sit”, once')).toBe('“Sit”, once')
    expect(says('sit.rear', 'Nothing. Mark at once.')).toBe('Give no cue.')
    expect(says('sit.empty', 'The hand')).toMatch(/^No (cue )?word yet\./)
    expect(says('sit.word', 'The hand, once', { ...plainDog, deaf: true })).toBe('Signal: The hand, once')
    expect(says('sit.empty', 'The hand', { ...plainDog, byHand: ['sit'] })).toBe('Signal: The hand')
  })

  it('marks at the end of what lasts (common practice), and what is called as it arrives', () => {
    expect(markLine(at('sit.word').rung, '“Yes”', false)).toBe('The dog is in position (“Yes”)')
    expect(markLine(at('sit-stay.5s').rung, '“Yes”', false)).toBe(
      'Each 5 s are over and the dog is still there (“Yes”)',
    )
    expect(markLine(at('sit-stay.3m-15s').rung, '“Yes”', false)).toBe('You are back and the dog is still there (“Yes”)')
    expect(markLine(at('sit-stay.3m-15s').rung, '“Yes”', true)).toBe('The dog reaches you (“Yes”)')
  })

  it('has a moment for every rung of the house, and the marker wherever there is one', () => {
    for (const { rung } of allRungs(houseCurriculum).map((r) => ({ rung: r })))
      expect([rung.id, /\(“Yes”\)$|^Do not mark/.test(markLine(rung, '“Yes”', false))]).toEqual([rung.id, true])
  })
})
