import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { merge, said, same, type Json } from './merge'

describe('two changes of one form', () => {
  it('what one changed stands beside what the other changed', () => {
    const base = { caution: '', note: 'old', allergies: [] }
    const a = { ...base, allergies: [{ what: 'chicken' }] }
    const b = { ...base, note: 'limps' }
    expect(merge(base, b, a)).toEqual({
      value: { note: 'limps', allergies: [{ what: 'chicken' }] },
      mine: ['note'],
      theirs: ['allergies'],
      both: [],
    })
  })

  it('what both changed waits for a choice, and holds mine until then', () => {
    const [base, mine, theirs] = [{ caution: 'a' }, { caution: 'b' }, { caution: 'c' }]
    const asked = merge(base, mine, theirs)
    expect(asked.both).toEqual([{ path: 'caution', mine: 'b', theirs: 'c', list: false }])
    expect(asked.value).toEqual(mine)
    expect(merge(base, mine, theirs, { caution: 'theirs' })).toMatchObject({ value: theirs, both: [] })
    expect(merge(base, mine, theirs, { caution: 'mine' })).toMatchObject({ value: mine, both: [] })
    // One text is no list: both of it cannot stand.
    expect(merge(base, mine, theirs, { caution: 'both' }).both).toHaveLength(1)
  })

  it('rows that nothing names: both stand together where somebody says so, each once', () => {
    const base = { allergies: [{ what: 'pork' }] }
    const mine = { allergies: [{ what: 'pork' }, { what: 'beef' }] }
    const theirs = { allergies: [{ what: 'pork' }, { what: 'chicken' }] }
    expect(merge(base, mine, theirs).both).toMatchObject([{ path: 'allergies', list: true }])
    expect(merge(base, mine, theirs, { allergies: 'both' }).value).toEqual({
      allergies: [{ what: 'pork' }, { what: 'chicken' }, { what: 'beef' }],
    })
  })

  it('rows that are named are told apart: changed, taken out, new', () => {
    const row = (id: string, name: string, holds = '1') => ({ id, name, holds })
    const base = { spaces: [row('a', 'Barn'), row('b', 'Yard'), row('c', 'Run')] }
    const mine = { spaces: [row('a', 'Hay barn'), row('b', 'Yard'), { id: '', name: 'Mine', holds: '1' }] }
    const theirs = { spaces: [row('a', 'Barn', '2'), row('b', 'Yard'), row('c', 'Run'), row('d', 'Theirs')] }
    expect(merge(base, mine, theirs)).toMatchObject({
      value: {
        spaces: [row('a', 'Hay barn', '2'), row('b', 'Yard'), row('d', 'Theirs'), { name: 'Mine', holds: '1' }],
      },
      both: [],
    })
    // Taken out by one and changed by the other.
    const changed = { spaces: [row('a', 'Barn'), row('b', 'Yard'), row('c', 'Corridor')] }
    expect(merge(base, mine, changed).both).toMatchObject([{ path: 'spaces.c', mine: '' }])
    expect(merge(base, mine, changed, { 'spaces.c': 'theirs' }).value).toMatchObject({
      spaces: expect.arrayContaining([row('c', 'Corridor')]),
    })
  })

  it('ticks stand as whoever changed them left them', () => {
    const merged = merge({ t: ['a', 'b'] }, { t: ['a', 'c'] }, { t: ['a', 'b', 'd'] })
    expect(merged).toMatchObject({ value: { t: ['a', 'd', 'c'] }, both: [] })
  })

  it('what is empty or only named says nothing', () => {
    expect(said({ a: ' ', rows: [{ what: '' }, { what: ' x ' }], none: [], n: 0, no: false })).toEqual({
      rows: [{ what: 'x' }],
      n: 0,
      no: false,
    })
    expect(same({ a: 1, b: [2] }, { b: [2], a: 1 })).toBe(true)
  })
})

describe('any two changes', () => {
  const names = ['a', 'b', 'c', 'd', 'e']
  const form = fc.record(
    Object.fromEntries(names.map((n) => [n, fc.constantFrom('', 'x', 'y', 'z')])) as Record<
      string,
      fc.Arbitrary<string>
    >,
  )
  const at = (value: Json, name: string) => (value as Record<string, string>)[name] ?? ''

  it('loses nothing that one of them changed, and names all that both did', () => {
    fc.assert(
      fc.property(form, form, form, (base, mine, theirs) => {
        const merged = merge(base, mine, theirs)
        for (const n of names) {
          const [b, m, t] = [at(base, n), at(mine, n), at(theirs, n)]
          const asked = merged.both.some((o) => o.path === n)
          expect(asked).toBe(m !== t && m !== b && t !== b)
          if (!asked) expect(at(merged.value, n)).toBe(m === b ? t : m)
        }
      }),
    )
  })
  it('is the same whoever of the two comes second', () => {
    fc.assert(
      fc.property(form, form, form, (base, mine, theirs) => {
        const [one, other] = [merge(base, mine, theirs), merge(base, theirs, mine)]
        expect(one.both.map((o) => o.path).sort()).toEqual(other.both.map((o) => o.path).sort())
        for (const n of names)
          if (!one.both.some((o) => o.path === n)) expect(at(one.value, n)).toBe(at(other.value, n))
      }),
    )
  })
  it('laid over what nobody else changed is what it was', () => {
    fc.assert(
      fc.property(form, form, (base, mine) => {
        expect(merge(base, mine, base).value).toEqual(said(mine))
      }),
    )
  })
})
