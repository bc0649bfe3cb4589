import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { allRungs } from '../curriculum/lookup'
import type { Rung } from '../curriculum/types'
import { belowAgeBecause } from './ageLimits'
import { booksFields, booksSchema, booksTyped } from './booksForm'
import { isByHand, toldAs } from './byHand'
import { asksForFit, collarsFor, fitWords, isDevice } from './collar'
import { sensesText, withHouseSigns } from './deaf'
import { does, pronounsOf } from './pronouns'
import { nested } from '../fields'
import { plainDog } from './traits'
import { dogTraits } from './traitsSchema'

describe('a dog under six months (common practice)', () => {
  const [any] = allRungs(houseCurriculum).filter((r) => r.kind === 'timed' && r.axis !== 'distance')
  if (!any) throw new Error('no stay')
  const rung = (more: Partial<Rung>, criterion: Partial<Rung['criterion']> = {}): Rung => ({
    ...any,
    hides: false,
    ...more,
    criterion: { ...any.criterion, seconds: 10, ...criterion },
  })
  const young = { young: true, arrivesOn: '2026-03-01' }
  const why = (of: Rung, day = '2026-03-20', place: 'room' | 'yard' | 'corridor' | 'street' | undefined = 'room') =>
    belowAgeBecause(of, young, day, place)
  const away = rung({ kind: 'timed', axis: 'distance' })

  it('does not grow its stays in distance in the first week, to the day', () => {
    expect(why(away, '2026-03-08')).toBe('a young dog’s stays grow in duration only in the first week')
    expect(why(away, '2026-03-09')).toBeUndefined()
    expect(why(rung({ axis: 'distance', kind: 'recall' }), '2026-03-02')).toBeUndefined()
    expect(why(rung({ kind: 'timed', axis: 'duration' }), '2026-03-02')).toBeUndefined()
  })

  it('is not held for more than thirty seconds', () => {
    const long = (seconds: number | undefined, kind: Rung['kind'] = 'timed') =>
      why(rung({ kind, axis: 'duration' }, { seconds }))
    expect([long(30), long(31), long(undefined), long(31, 'settle')]).toEqual([
      undefined,
      'no long holds under six months',
      undefined,
      undefined,
    ])
  })

  it('plays at hiding only inside a fence', () => {
    const hide = rung({ kind: 'recall', hides: true })
    const said = 'hiding games under six months only in enclosed places'
    expect((['room', 'corridor', 'yard', 'street', undefined] as const).map((p) => why(hide, '2026-03-20', p))).toEqual(
      [undefined, undefined, undefined, said, undefined],
    )
    expect(why(rung({ kind: 'recall' }), '2026-03-20', 'street')).toBeUndefined()
  })

  it('and a grown one is bound by none of it', () => {
    for (const of of [away, rung({ kind: 'timed' }, { seconds: 90 }), rung({ kind: 'recall', hides: true })])
      expect(belowAgeBecause(of, { ...young, young: false }, '2026-03-02', 'street')).toBeUndefined()
  })
})

describe('how a dog is asked', () => {
  const dog = { deaf: false, blind: false, byHand: ['sit'] }
  const told = { word: 'Sit', signal: 'palm up' }

  it('a deaf dog all of it by hand, others what the owner asks so, a blind dog nothing', () => {
    const ways = [dog, { ...dog, deaf: true }, { ...dog, blind: true }, { deaf: false, blind: false }]
    expect(ways.map((d) => (['sit', 'down', undefined] as const).map((c) => isByHand(d, c)))).toEqual([
      [true, false, false],
      [true, true, true],
      [false, false, false],
      [false, false, false],
    ])
  })

  it('by the word it hears and the hand it sees', () => {
    expect(toldAs(dog, 'sit', told)).toEqual({ word: '', signal: 'palm up' })
    expect(toldAs(dog, 'down', told)).toEqual(told)
    expect(toldAs(dog, 'down', { ...told, signal: 'none' })).toEqual({ word: 'Sit', signal: '' })
    expect(toldAs({ ...dog, blind: true }, 'sit', told)).toEqual({ word: 'Sit', signal: '' })
  })

  it('what it does not hear or see is said to whoever comes to its run', () => {
    expect(sensesText({ deaf: false, blind: false })).toEqual([])
    expect(sensesText({ deaf: true, blind: true })).toEqual([
      'This dog is deaf. Come from the front and use hand signals.',
      'This dog is blind. Speak before you touch.',
    ])
  })

  it('the signs of the house are a deaf dog’s where its owner has none, and no other dog’s', () => {
    const house = { deafRelease: 'arms wide', deafMark: 'thumb up' }
    const deaf = { ...plainDog, deaf: true }
    expect(withHouseSigns(plainDog, house)).toBe(plainDog)
    expect(withHouseSigns(deaf, { deafRelease: '', deafMark: '' })).toBe(deaf)
    expect(withHouseSigns(deaf, house).signs).toEqual({ release: 'arms wide', mark: 'thumb up' })
    expect(withHouseSigns(deaf, { ...house, deafMark: '' }).signs).toEqual({ release: 'arms wide' })
    expect(withHouseSigns(deaf, { ...house, deafRelease: '' }).signs).toEqual({ mark: 'thumb up' })
    const own = { ...deaf, signs: { release: 'a wave', of: { sit: 'fist' } } }
    expect(withHouseSigns(own, house).signs).toEqual({ release: 'a wave', mark: 'thumb up', of: { sit: 'fist' } })
  })
})

describe('how a dog is spoken of', () => {
  it.each([
    ['female', ['she', 'her', 'her'], 'sits'],
    ['female, spayed', ['she', 'her', 'her'], 'sits'],
    ['male, neutered', ['he', 'him', 'his'], 'sits'],
    ['', ['they', 'them', 'their'], 'sit'],
    [undefined, ['they', 'them', 'their'], 'sit'],
    ['not female', ['they', 'them', 'their'], 'sit'],
  ])('%s', (sex, words, verb) => {
    const p = pronounsOf(sex)
    expect([[p.they, p.them, p.their], does(p, 'sits', 'sit')]).toEqual([words, verb])
  })
})

describe('what a dog wears', () => {
  it('is usual, or a device of the house; vibration is none for a deaf dog', () => {
    expect(collarsFor(['slip lead', 'harness'], { deaf: false })).toEqual(['flat collar', 'harness', 'slip lead'])
    expect(collarsFor([], { deaf: true })).toEqual(['flat collar', 'harness', 'vibration collar'])
    const device = (collar: string, deaf: boolean) => isDevice(collar, { deaf })
    expect([device('harness', false), device('flat collar', false), device('slip lead', false)]).toEqual([
      false,
      false,
      true,
    ])
    expect([device('vibration collar', false), device('vibration collar', true), device('slip lead', true)]).toEqual([
      true,
      false,
      true,
    ])
  })

  it('is checked where it runs shut, and opens by itself on the side the dog walks', () => {
    expect([asksForFit('Slip lead'), asksForFit('harness'), asksForFit(undefined)]).toEqual([true, false, false])
    expect(fitWords('left')).toBe(
      'High behind the ears, above the windpipe; from its front like a P, so that it opens by itself on your left',
    )
    expect(fitWords('right')).toContain('like a q, so that it opens by itself on your right')
  })
})

describe('the books of a dog', () => {
  const typed = booksTyped({ name: 'Wren', ownerName: 'Ines Vale', runNumber: '7', arrivesOn: '2026-03-01' })
  const faults = (more: Record<string, readonly string[]>) =>
    booksSchema.safeParse(nested({ ...typed, ...more })).error?.issues.map((i) => i.message)

  it('are read as their form holds them', () => {
    expect(booksSchema.parse(nested(typed))).toEqual({
      name: 'Wren',
      owner: 'Ines Vale',
      run: '7',
      arrivesOn: '2026-03-01',
    })
    expect(booksFields.map((f) => 'name' in f && f.name)).toEqual(Object.keys(typed))
    expect(booksFields.map((f) => 'label' in f && f.label)).toEqual(['Name', 'Owner', 'Run', 'Arrives on'])
    expect(booksFields.map((f) => f.kind)).toEqual(['text', 'text', 'text', 'date'])
  })

  it('name what is wrong', () => {
    expect(faults({ name: [''], owner: [''], run: [''], arrivesOn: ['soon'] })).toEqual([
      expect.stringContaining('The name'),
      expect.stringContaining('The owner'),
      expect.stringContaining('The run number'),
      expect.stringContaining('Arrives on'),
    ])
    expect(faults({ name: ['x'.repeat(61)] })).toHaveLength(1)
    expect(faults({ owner: ['x'.repeat(80)] })).toBeUndefined()
    expect(faults({ owner: ['x'.repeat(81)] })).toHaveLength(1)
    expect(faults({ run: ['123456789'] })).toHaveLength(1)
  })
})

describe('the traits of a dog', () => {
  it('are read back as they are kept, with what came later left out', () => {
    const { flat: _flat, heavy: _heavy, dark: _dark, ...old } = plainDog
    expect(dogTraits.parse(old)).toEqual(plainDog)
    const full = {
      ...plainDog,
      felt: 'light',
      signs: { release: 'a wave', mark: 'thumb up', of: { sit: 'fist' } },
      byHand: ['sit'],
      bornOn: '2025-01-31',
    }
    expect(dogTraits.parse(full)).toEqual(full)
  })

  it.each([
    [{ hairy: true }],
    [{ deaf: 'yes' }],
    [{ felt: 'whistle' }],
    [{ bornOn: '31.01.2025' }],
    [{ bornOn: 'x2025-01-31' }],
    [{ bornOn: '2025-01-31x' }],
    [{ byHand: Array.from({ length: 61 }, () => 'sit') }],
    [{ byHand: ['x'.repeat(41)] }],
    [{ signs: { release: 'x'.repeat(61) } }],
    [{ signs: { mark: 'x'.repeat(61) } }],
    [{ signs: { of: { sit: 'x'.repeat(121) } } }],
    [{ signs: { of: { ['x'.repeat(41)]: 'fist' } } }],
    [{ signs: { other: 'x' } }],
  ])('refuse %j', (more) => {
    expect(dogTraits.safeParse({ ...plainDog, ...more }).success).toBe(false)
  })
})
