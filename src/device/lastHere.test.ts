import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { firstOf, lastHere, wasHere } from './lastHere'

const people = ['ada', 'bea', 'cid', 'dee', 'eve', 'fay'].map((id) => ({ id }))
const order = () =>
  firstOf(people, lastHere())
    .map((p) => p.id[0])
    .join('')

describe('the names at a shared machine', () => {
  const kept = new Map<string, string>()
  beforeEach(() => {
    kept.clear()
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => kept.set(key, value),
    })
  })
  afterEach(() => vi.unstubAllGlobals())

  it('the last four that signed in stand first, the newest at the head, each once', () => {
    expect(order()).toBe('abcdef')
    for (const id of ['eve', 'bea', 'eve', 'fay', 'cid', 'dee']) wasHere(id)
    expect(order()).toBe('dcfeab')
  })

  it('who left is passed over, and what is odd in the browser’s memory is nothing', () => {
    wasHere('gone')
    wasHere('bea')
    expect(order()).toBe('bacdef')
    for (const odd of ['{', '7', '[1]', '["a","b","c","d","e","f"]']) {
      kept.set('kibou-last-here', odd)
      expect(order()).toBe('abcdef')
    }
    vi.stubGlobal('localStorage', undefined)
    expect(order()).toBe('abcdef')
    expect(() => wasHere('ada')).not.toThrow()
  })
})
