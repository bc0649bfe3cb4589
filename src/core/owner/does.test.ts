import { describe, expect, it } from 'vitest'
import four from '../curriculum/house-4.json'
import { houseCurriculum } from '../curriculum/house'
import { checkCurriculum } from '../curriculum/read'
import type { Curriculum } from '../curriculum/types'
import { heard } from '../dog/deaf'
import { adaptCurriculum } from '../dog/adaptCurriculum'
import { pronounsOf } from '../dog/pronouns'
import { plainDog, type DogTraits } from '../dog/traits'
import { ownersDog } from '../tests/home'
import { gradeOf, hasVerb, wordsOf } from '../tests/plainText'
import { ownersName, ownerSees, type OwnersDog } from './does'
import { dogAsThing, kennelWord } from './words'

const read = checkCurriculum(four)
if (!read.ok) throw new Error('house-4.json')
const curricula: readonly Curriculum[] = [houseCurriculum, read.curriculum]

const dogs: Readonly<Record<string, Partial<DogTraits>>> = {
  plain: {},
  deaf: { deaf: true },
  blind: { blind: true },
  'deaf and blind': { deaf: true, blind: true },
  toys: { toys: true },
  stiff: { stiff: true },
  'by hand': { byHand: ['sit', 'down', 'recall'] },
}

/** Every rung of a dog's own curriculum, with what its owner reads of it. */
const everyRung = (curriculum: Curriculum, dog: OwnersDog) =>
  adaptCurriculum(curriculum, { traits: dog.traits, side: dog.side, young: false }).commands.flatMap((command) =>
    command.runs.flatMap((ladder) =>
      ladder.rungs.map((rung) => [rung.id, ownerSees(rung, command, dog), rung, command] as const),
    ),
  )

describe('what a dog does, as its owner pictures it', () => {
  it('is said of every rung that ships, in the version of today and the one before', () => {
    for (const curriculum of curricula) {
      const all = everyRung(curriculum, ownersDog)
      expect(all.length).toBeGreaterThan(180)
      expect(all.flatMap(([id, said]) => (said === undefined ? [id] : []))).toEqual([])
    }
  })

  it.each(Object.entries(dogs))('is a plain sentence with the dog before it: %s', (_, of) => {
    const dog: OwnersDog = { ...ownersDog, traits: { ...plainDog, ...of }, pronouns: pronounsOf('male, neutered') }
    const found = everyRung(houseCurriculum, dog).flatMap(([id, said, rung, command]) => {
      if (said === undefined) return []
      const sentence = `He ${said}.`
      const wrong = [
        [!hasVerb(sentence.replace(/“[^”]*”/g, 'it')), 'no verb'],
        [wordsOf(sentence).length > 20, 'too long'],
        [gradeOf(sentence) > 8, 'too hard'],
        [kennelWord.test(sentence), 'a word of the kennel'],
        [dogAsThing.test(sentence) || /\b(?:her|she)\b/.test(sentence), 'the wrong pronoun'],
        [/[{};]|undefined|“”/.test(sentence), 'not filled in'],
        [dog.traits.deaf && heard.test(sentence), 'something to hear'],
        [dog.traits.blind && /\b(?:hand|palm|finger|point)\b/.test(sentence), 'something to see'],
        [rung.cue === 'signal' && sentence.includes('“'), 'a word beside a hand'],
        [ownerSees(rung, command, dog, { asked: false })?.includes('“') === true, 'how it is asked for'],
      ] as const
      return wrong.flatMap(([is, what]) => (is ? [`${id}: ${what}: ${sentence}`] : []))
    })
    expect(found).toEqual([])
  })

  it('has the words of the dog, its owner’s side of it, and no text for what a house made itself', () => {
    const sit = houseCurriculum.commands.find((c) => c.id === 'sit')
    const word = sit?.runs.flatMap((r) => r.rungs).find((r) => r.id === 'sit.word')
    if (!sit || !word) throw new Error('no sit')
    const german = { ...ownersDog, wordOf: () => 'Sitz' }
    expect(ownerSees(word, sit, german)).toBe('sits when you say “Sitz” once')
    expect(ownerSees(word, sit, german, { asked: false })).toBe('sits')
    const deaf = { ...german, traits: { ...plainDog, deaf: true } }
    expect(ownerSees(word, sit, deaf)).toBe('sits when you show the signal once')
    expect(ownerSees({ ...word, id: 'spin.word' }, { ...sit, id: 'spin' }, german)).toBeUndefined()
    expect([ownersName({ id: 'recall', name: 'Recall' }), ownersName({ id: 'spin', name: 'Spin' })]).toEqual([
      'Come',
      'Spin',
    ])
  })
})
