import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { wireBatch } from './facts/wire'
import { parsedJson, reachesInward } from './json'

describe('JSON from outside', () => {
  it('is what it says, and nothing where it is none', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const text = JSON.stringify(value)
        const inward = /"(length|toString|valueOf|constructor|prototype|__proto__|then)":/.test(text)
        if (!inward) expect(parsedJson(text)).toEqual(JSON.parse(text))
      }),
    )
    for (const none of ['', '{', 'undefined', "{'a':1}", '[1,]']) expect(parsedJson(none)).toBeUndefined()
    expect(parsedJson('null')).toBeNull()
  })

  it.each(['length', 'toString', 'valueOf', 'constructor', 'prototype', '__proto__', 'then'])(
    'that names %s, however deep, is none',
    (name) => {
      expect(parsedJson(`{"${name}":1}`)).toBeUndefined()
      expect(parsedJson(`[{"a":[{"b":{"${name}":{}}}]}]`)).toBeUndefined()
      expect(reachesInward([{ a: name }, name])).toBe(false)
    },
  )

  it('is walked through however deep or long it is', () => {
    const deep = '['.repeat(200_000) + ']'.repeat(200_000)
    expect(reachesInward(JSON.parse(deep))).toBe(false)
    expect(reachesInward(Array.from({ length: 300_000 }, () => 1))).toBe(false)
  })

  it('would have thrown in a check of length, and is refused', () => {
    const body = JSON.stringify({
      device: '08017235-0190-4071-b78f-4aa744d744ab',
      deviceNow: 1,
      facts: [{ kind: 'set-opened', itemId: { length: { toString: 3 } } }],
    })
    expect(() => z.string().max(64).safeParse(JSON.parse('{"length":{"toString":3}}'))).toThrow(TypeError)
    expect(wireBatch.safeParse(parsedJson(body)).success).toBe(false)
  })
})
