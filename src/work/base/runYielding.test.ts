import { describe, expect, it } from 'vitest'
import { atOnce, runYielding, thenBreathe } from './runYielding'

/** So many steps of some milliseconds each, without a break. */
function* steps(n: number, ms: number): Generator<undefined, number> {
  for (let i = 0; i < n; i++) {
    for (const until = performance.now() + ms; performance.now() < until;);
    yield
  }
  return n
}

describe('what is read step by step', () => {
  it('lets others in between, and comes to the same', async () => {
    let others = 0
    const timer = setInterval(() => others++, 1)
    expect(await runYielding(steps(20, 8))).toBe(20)
    const between = others
    expect(atOnce(steps)(20, 8)).toBe(20)
    clearInterval(timer)
    // Eight times at the most: each breath is two or three steps long.
    expect(between).toBeGreaterThan(3)
    expect(others).toBe(between)
  })

  it('is given once whoever waits was let in, where it is read at one go', async () => {
    const done: string[] = []
    setImmediate(() => done.push('other'))
    done.push(await thenBreathe('page'))
    expect(done).toEqual(['other', 'page'])
  })

  it('takes one breath in a turn of the loop, however many pages are read at once', async () => {
    // Each step is a whole breath; a turn is counted at its end, behind the breaths of that turn.
    const taken: number[] = []
    let turn = 0
    let reading = true
    const count = () => {
      turn++
      if (reading) setImmediate(count)
    }
    setImmediate(count)
    function* page(): Generator<undefined, string> {
      for (let i = 0; i < 3; i++) {
        for (const until = performance.now() + 25; performance.now() < until;);
        taken.push(turn)
        yield
      }
      return 'read'
    }
    // As requests come: each in a turn of its own, the others already under way.
    const pages = []
    for (let n = 0; n < 4; n++) {
      await new Promise((go) => setImmediate(go))
      pages.push(runYielding(page()))
    }
    expect(await Promise.all(pages)).toEqual(['read', 'read', 'read', 'read'])
    reading = false
    expect(taken).toHaveLength(12)
    expect(new Set(taken).size).toBe(12)
  })

  it('says what went wrong in a step', async () => {
    function* wrong(): Generator<undefined, number> {
      yield
      throw new Error('no such dog')
    }
    await expect(runYielding(wrong())).rejects.toThrow('no such dog')
    expect(() => atOnce(wrong)()).toThrow('no such dog')
  })
})
