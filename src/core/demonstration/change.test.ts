import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { changed, mostItems, noChange, scriptChange } from './change'
import type { Script } from './script'
import { scriptItem as item } from './tests/scriptItem'

const script: Script = {
  items: [
    item('heel'),
    item('sit-round', { seconds: 45, shows: 'Sits 45 s until the release.', tellOwner: 'After 45 s a piece.' }),
    item('down'),
    item('questions', { kind: 'questions' }),
  ],
  leftOut: [],
  minutes: 24,
}
const ids = (s: Script) => s.items.map((i) => i.id)

describe('a script that a lead changed', () => {
  it('is as it was without a change', () => {
    expect(changed(script, noChange)).toEqual(script)
  })
  it('has another order, its dropped items named, own items before the questions', () => {
    const change = scriptChange.parse({
      order: ['down', 'heel'],
      dropped: ['sit-round'],
      added: [{ id: 'own:1', title: 'The car', shows: 'Waits in the boot.', minutes: 4 }],
    })
    const now = changed(script, change)
    expect(ids(now)).toEqual(['down', 'heel', 'own:1', 'questions'])
    expect(now.leftOut).toEqual([
      { id: 'sit-round', kind: 'down', title: 'sit-round', why: 'Left out by the lead.', unasked: false },
    ])
    expect(now.minutes).toBe(30)
  })
  it('keeps what a person wrote to the owner, whatever becomes of the item', () => {
    const told = scriptChange.parse({ told: { down: 'Nell, wait for it.', gone: 'x' }, seconds: { heel: 3 } })
    expect(changed(script, told).items[2]?.tellOwner).toBe('Nell, wait for it.')
    expect(changed({ ...script, items: [] }, told).items).toEqual([])
  })
  it.each([
    ['a line with a break', { told: { down: 'a\nb' } }],
    ['an own item under another’s id', { added: [{ id: 'down', title: 'x', shows: '', minutes: 1 }] }],
    ['a hold of none', { seconds: { down: 0 } }],
    ['sixty-one in order', { order: Array.from({ length: 61 }, (_, i) => `i${i}`) }],
  ])('refuses %s', (_, raw) => {
    expect(scriptChange.safeParse(raw).success).toBe(false)
  })
  it('invents nothing, doubles nothing and is never longer than a demonstration can be', () => {
    const some = fc.constantFrom('heel', 'sit-round', 'down', 'questions', 'gone', 'own:1')
    fc.assert(
      fc.property(
        fc.array(some, { maxLength: 60 }),
        fc.array(some, { maxLength: 6 }),
        fc.integer({ min: 4, max: 60 }),
        (order, dropped, n) => {
          const long = { ...script, items: [...script.items, ...Array.from({ length: n }, (_, i) => item(`x${i}`))] }
          const now = ids(changed(long, scriptChange.parse({ order, dropped })))
          expect(new Set(now).size).toBe(now.length)
          expect(now.length).toBeLessThanOrEqual(mostItems)
          for (const i of now) expect(ids(long)).toContain(i)
          for (const d of dropped) expect(now).not.toContain(d)
        },
      ),
    )
  })
})
