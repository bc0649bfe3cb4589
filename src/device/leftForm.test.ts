import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { filledUp, forgetForms, leaveForm, takeForm } from './leftForm'

const left = { values: { note: ['Left heel', 'twice'] }, read: { note: ['Heel'] } }

describe('a form left to the page after', () => {
  let kept: Record<string, string>
  beforeEach(() => {
    kept = {}
    const methods = {
      getItem: (key: string) => kept[key] ?? null,
      setItem: (key: string, value: string) => (kept[key] = value),
      removeItem: (key: string) => Reflect.deleteProperty(kept, key),
    }
    vi.stubGlobal(
      'sessionStorage',
      new Proxy(methods, { ownKeys: () => Object.keys(kept), getOwnPropertyDescriptor: () => ({ ...own }) }),
    )
  })
  const own = { enumerable: true, configurable: true, value: '' }
  afterEach(() => vi.unstubAllGlobals())

  it('comes back once, as it was typed, to the form it was typed in', async () => {
    expect(leaveForm('/dogs/a', left)).toBe(true)
    expect(await takeForm('/dogs/b')).toBeUndefined()
    expect(await takeForm('/dogs/a')).toEqual(left)
    expect(await takeForm('/dogs/a')).toBeUndefined()
  })

  it('is gone once somebody has signed out; what others keep in the tab stays', async () => {
    leaveForm('/dogs/a', left)
    kept['other'] = 'stays'
    forgetForms()
    expect(kept).toEqual({ other: 'stays' })
    expect(await takeForm('/dogs/a')).toBeUndefined()
  })

  it.each(['{', 'null', '{"values":{"a":"b"},"read":{}}', '{"values":{}}', '[]'])('%s is no form', async (text) => {
    leaveForm('/dogs/a', left)
    kept = Object.fromEntries(Object.keys(kept).map((key) => [key, text]))
    expect(await takeForm('/dogs/a')).toBeUndefined()
  })

  it('a browser that keeps nothing says so', async () => {
    vi.stubGlobal('sessionStorage', undefined)
    expect(leaveForm('/dogs/a', left)).toBe(false)
    expect(await takeForm('/dogs/a')).toBeUndefined()
    expect(() => forgetForms()).not.toThrow()
  })

  it('a field that came with the upgrade holds what the kennel has; what was cleared stays cleared', () => {
    const before = { values: { goal: ['31'] }, read: { goal: ['30'], days: ['mon'] } }
    expect(filledUp(before, { goal: ['29'], days: ['mon', 'tue'], chip: ['956'] })).toEqual({
      values: { goal: ['31'], chip: ['956'] },
      read: { goal: ['30'], days: ['mon'], chip: ['956'] },
    })
  })
})
