import { describe, expect, it } from 'vitest'
import { typedOf } from '@/core/form'
import { findResident } from '@/store/residents'
import { keepStep } from '../actions/intake'
import { cardPdf, feedingPdf, fileName, wordsPdf } from '../pdf/pdf'
import { fed, fedKennel } from '../tests/fedKennel'
import { dog, monday } from '../tests/kennel'
import { readPdf as read } from '../tests/pdf'
import { cueDictionary, doorCard, feedingList } from './printed'

describe('cards and lists', () => {
  it('the card says all that must be known at the door, and a PDF library reads it back', async () => {
    const s = fedKennel()
    fed(s)
    keepStep(
      s.db,
      s.residencyId,
      'health',
      {
        ...typedOf({
          caution: 'Mind the step',
          biteHistory: true,
          twoPeople: true,
          allergies: [{ what: 'milk' }],
          medicines: [{ name: 'Drops', dose: '2', at: 'evening' }],
        }),
        notWith: [findResident(s.db, s.other)?.dogId ?? ''],
      },
      s.who,
      monday,
    )
    const card = doorCard(s.db, s.residencyId, monday)
    if (!card) throw new Error('no card')
    const { pages, width } = await read(await cardPdf(card))
    expect([pages.length, Math.round(width)]).toEqual([1, 298])
    for (const word of [
      '1',
      'Łania',
      '“Frei”',
      '“Yes”',
      'left',
      'House kibble',
      'milk',
      'Drops, 2, evening',
      '2 Rook',
      'Bite history',
      'Needs two handlers. Mind the step',
      '“Hierher”',
    ])
      expect(pages[0]?.replace(/Ł /g, 'Ł')).toContain(word)
    // Who may not meet whom holds for the other dog as well.
    expect(doorCard(s.db, s.other, monday)?.notWith).toEqual(['1 Łania'])
  })
  it('a name in any script is drawn; what no face has is said, and so is a list of words that goes on', async () => {
    const s = fedKennel()
    const card = doorCard(s.db, s.residencyId, monday)
    if (!card) throw new Error('no card')
    const drawn = await read(await cardPdf({ ...card, name: 'Берёза', owner: 'Ελένη Łuk', notWith: ['बकुल'] }))
    for (const word of ['Берёза', 'Ελένη']) expect(drawn.pages[0]).toContain(word)
    expect(drawn.pages[0]).not.toContain('by hand')
    const blank = await read(await cardPdf({ ...card, name: '犬丸 Rook' }))
    expect(blank.pages[0]).toContain('__ Rook')
    expect(blank.pages[0]).toContain('2 letters that no face here can draw')
    expect(blank.pages).toHaveLength(1)
    const many = await read(
      await cardPdf({
        ...card,
        cues: Array.from({ length: 120 }, (_, i) => ({ command: `C${i}`, word: `w${i}`, signal: '', own: false })),
      }),
    )
    expect(many.pages).toHaveLength(1)
    const left = Number(/and (\d+) more: see the list/.exec(many.pages[0] ?? '')?.[1])
    expect(many.pages[0]?.match(/“w\d+”/g)).toHaveLength(120 - left)
  })
  it('the feeding list and the cue dictionary name every dog, over as many pages as it takes', async () => {
    const s = fedKennel()
    fed(s)
    for (let i = 0; i < 40; i++) dog(s.db, { name: `Dog ${i}`, run: String(10 + i) })
    const feeding = await read(await feedingPdf(feedingList(s.db, monday)))
    const words = await read(await wordsPdf(cueDictionary(s.db, monday)))
    expect(feeding.pages.length).toBeGreaterThan(1)
    for (const list of [feeding, words])
      for (let i = 0; i < 40; i++) expect(list.pages.join(' ')).toContain(`Dog ${i} `)
    expect(feeding.pages.every((p) => p.includes('Run Dog Food') || p.includes('Run Dog'))).toBe(true)
    expect(words.pages.join(' ')).toContain('Recall: Hierher')
  })
  it('file names are fit for any system', () => {
    expect([fileName('run-1-Łania/..'), fileName('../../etc'), fileName('犬')]).toEqual([
      expect.stringMatching(/^[\w.-]+\.pdf$/),
      expect.stringMatching(/^[^/]+\.pdf$/),
      'kibou.pdf',
    ])
  })
})
