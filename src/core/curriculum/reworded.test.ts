import { describe, expect, it } from 'vitest'
import pairs from './reworded.json'
import { changeCommands } from './change'
import { houseVersionFour } from './earlier'
import { houseCurriculum } from './house'
import { fromFile, readDraftText, toFile } from './read'
import { differInWordsOnly, ownTexts } from './reworded'
import type { CurriculumFile } from './schema'

const before = new Map(Object.entries(pairs).map(([was, now]) => [now, was]))

/** The shipped file as its version 5 said it. */
const five = (): CurriculumFile => {
  const back = (value: unknown): unknown =>
    typeof value === 'string'
      ? (before.get(value) ?? value)
      : Array.isArray(value)
        ? value.map(back)
        : typeof value === 'object' && value !== null
          ? Object.fromEntries(Object.entries(value).map(([k, v]: [string, unknown]) => [k, back(v)]))
          : value
  return { ...(back(toFile(houseCurriculum)) as CurriculumFile), version: 5 }
}

describe('the wording of shipped texts', () => {
  it('is read as it is now, whatever the version; rules stay those of the version', () => {
    const file = five()
    expect(JSON.stringify(file)).toContain('Walk out to it and pay where it sits')
    const read = fromFile(file)
    expect(read).toEqual({ ...houseCurriculum, version: 5 })
    expect(differInWordsOnly(read, houseCurriculum)).toBe(true)
    expect(differInWordsOnly(houseVersionFour(), houseCurriculum)).toBe(false)
  })

  it('is never changed twice', () => {
    const now = Object.values(pairs)
    expect(now.filter((text) => text in pairs)).toEqual([])
  })

  // The file of version 4 is as it shipped: nothing of it was made from the wording of now.
  it.each([
    ['the shipped version', houseCurriculum],
    ['the version before', houseVersionFour()],
  ])('leaves no text of %s as it was, and no dog is “it”', (_, curriculum) => {
    const texts = ownTexts(curriculum, []).map(({ text }) => text)
    expect(texts.length).toBeGreaterThan(400)
    expect(texts.filter((text) => text in pairs)).toEqual([])
    const phrases = ['Leave it', 'Drop it', 'Wait it out', 'ends it', 'It ends what was asked', 'it is too much']
    const named = new RegExp([...phrases, 'back into it', 'foot on it', 'from its end'].join('|'), 'gi')
    const old = /\b(it|its|itself|pays?|paid|somebody|nobody|metres?|pavement|trouser)\b/i
    expect(texts.filter((text) => old.test(text.replace(named, '')))).toEqual([])
  })

  it('a draft that was begun in the old wording goes on in the new', () => {
    expect(readDraftText(JSON.stringify(five()))).toEqual({ ...toFile(houseCurriculum), version: 5 })
  })

  it('leaves what a house wrote, and lists it with its place', () => {
    const file = five()
    const own = fromFile({
      ...file,
      id: 'kennel',
      commands: file.commands.map((c) =>
        c.id === 'sit'
          ? {
              ...c,
              caution: 'Not on the lino.',
              runs: c.runs.map((ladder) => ({
                ...ladder,
                rungs: ladder.rungs.map((g) => (g.id === 'sit.word' ? { ...g, say: 'Ask it once.' } : g)),
              })),
            }
          : c,
      ),
    })
    expect(ownTexts(own, [houseCurriculum])).toEqual([
      { where: 'Sit', text: 'Not on the lino.' },
      { where: 'Sit, Word alone', text: 'Ask it once.' },
    ])
    expect(ownTexts(houseCurriculum, [houseCurriculum])).toEqual([])
  })

  it('a change of any figure is no change of words', () => {
    const other = changeCommands(houseCurriculum, (c) => (c.id === 'sit' ? { ...c, extra: true } : c))
    expect(differInWordsOnly(other, houseCurriculum)).toBe(false)
  })
})
