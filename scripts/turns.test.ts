import { EventEmitter } from 'node:events'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { turns } from './lib/turns.mjs'

const nothing = (): void => undefined

class Answer extends EventEmitter {
  destroyed = false
  /** Its client goes away. */
  leave() {
    this.destroyed = true
    this.emit('close')
  }
}

/** A queue, what it has begun, and what asks it. */
function asking(limits?: Parameters<typeof turns>[0]) {
  const wait = turns(limits)
  const begun: string[] = []
  const ask = (address: string, url: string, method = 'GET', headers: Record<string, string> = {}) => {
    const answer = new Answer()
    let done: () => void = () => undefined
    const request = { method, url, headers }
    const taken = wait(address, request, answer, (end: () => void) => {
      begun.push(`${address} ${method} ${url}`)
      done = end
    })
    return { answer, taken, headers: request.headers, done: () => done() }
  }
  return { begun, ask }
}

describe('pages', () => {
  const patient = { drawnMs: 60_000 }

  it('are drawn one after the other, in the order in which they were asked for', () => {
    const { begun, ask } = asking(patient)
    const [wall, dog] = [ask('a', '/'), ask('a', '/dogs/1'), ask('a', '/coming')]
    expect(begun).toEqual(['a GET /'])
    wall?.done()
    expect(begun).toEqual(['a GET /', 'a GET /dogs/1'])
    // The end of one lets one on, however often it is told.
    wall?.done()
    expect(begun).toHaveLength(2)
    dog?.done()
    expect(begun).toEqual(['a GET /', 'a GET /dogs/1', 'a GET /coming'])
  })

  it('keep neither deeds nor files of the build waiting, nor what is no page', () => {
    const { begun, ask } = asking(patient)
    ask('a', '/')
    ask('a', '/', 'POST')
    ask('a', '/_next/static/a.js')
    ask('a', '/api/health')
    expect(begun).toEqual(['a GET /', 'a POST /', 'a GET /_next/static/a.js', 'a GET /api/health'])
  })

  it('pass over whoever went away, and are begun again when all is still', () => {
    const { begun, ask } = asking(patient)
    const wall = ask('a', '/')
    ask('a', '/gone').answer.leave()
    wall.done()
    expect(begun).toEqual(['a GET /'])
    ask('a', '/there')
    expect(begun).toEqual(['a GET /', 'a GET /there'])
  })

  it('wait for none that itself waits', async () => {
    const { begun, ask } = asking({ drawnMs: 200 })
    const slow = ask('a', '/slow.pdf')
    ask('a', '/')
    await expect.poll(() => begun, { interval: 10, timeout: 5000 }).toEqual(['a GET /slow.pdf', 'a GET /'])
    // Its end lets nobody on a second time: the page that is drawn now has the turn.
    ask('a', '/third')
    slow.done()
    expect(begun).toHaveLength(2)
  })
})

describe('addresses', () => {
  it('one that asks without end makes only itself wait', () => {
    const { begun, ask } = asking({ mostOfOne: 6, mostAtOnce: 24 })
    const flood = Array.from({ length: 40 }, (_, i) => ask('a', `/api/${i}`))
    expect(begun).toHaveLength(6)
    ask('b', '/api/sign-in', 'POST')
    expect(begun.at(-1)).toBe('b POST /api/sign-in')
    flood[0]?.done()
    expect(begun).toHaveLength(8)
  })

  it('are served one after the other where all turns are taken', () => {
    const { begun, ask } = asking({ mostOfOne: 2, mostAtOnce: 2 })
    const under = [ask('a', '/api/1'), ask('a', '/api/2')]
    for (const url of ['/api/3', '/api/4']) ask('a', url)
    for (const address of ['b', 'c']) ask(address, '/api/x')
    for (const one of under) one.done()
    expect(begun.slice(2)).toEqual(['a GET /api/3', 'b GET /api/x'])
  })

  it('may have so many waiting, and hear that it is too many; whoever leaves makes room', () => {
    const { begun, ask } = asking({ mostOfOne: 1, mostWaiting: 2 })
    const [first, second] = [ask('a', '/api/1'), ask('a', '/api/2'), ask('a', '/api/3')]
    expect(ask('a', '/api/4').taken).toBe(false)
    expect(ask('b', '/api/5').taken).toBe(true)
    second?.answer.leave()
    expect(ask('a', '/api/6').taken).toBe(true)
    first?.done()
    expect(begun).toEqual(['a GET /api/1', 'b GET /api/5', 'a GET /api/3'])
  })

  it('whoever leaves while it is worked for keeps its turn until the work is done', () => {
    const { begun, ask } = asking({ mostOfOne: 1 })
    const gone = ask('a', '/', 'POST')
    gone.answer.leave()
    ask('a', '/next', 'POST')
    expect(begun).toHaveLength(1)
    gone.done()
    expect(begun).toHaveLength(2)
  })

  it('what the pages ask for within a turn waits for no other; a turn that is over, or none, is no way past', () => {
    const { begun, ask } = asking({ mostOfOne: 1, drawnMs: 60_000 })
    const action = ask('a', '/', 'POST', { 'x-kibou-turn': 'guessed' })
    const own = action.headers['x-kibou-turn'] ?? ''
    expect(own).toMatch(/^[\da-f]{32}$/)
    // Sent on with what it was asked with, as Next does where an action sends the browser elsewhere.
    ask('a', '/dogs', 'GET', { 'x-kibou-turn': own })
    expect(begun).toEqual(['a POST /', 'a GET /dogs'])
    ask('a', '/guess', 'GET', { 'x-kibou-turn': '0'.repeat(32) })
    expect(begun).toHaveLength(2)
    action.done()
    expect(begun).toHaveLength(3)
    ask('a', '/late', 'GET', { 'x-kibou-turn': own })
    expect(begun).toHaveLength(3)
  })

  it('at random: nobody passes the limits, nobody who left is begun, and everybody else is', () => {
    const deed = fc.oneof(
      fc.record({ asks: fc.constantFrom('a', 'b', 'c'), page: fc.boolean() }),
      fc.record({ ends: fc.nat(60) }),
      fc.record({ leaves: fc.nat(60) }),
    )
    fc.assert(
      fc.property(fc.array(deed, { maxLength: 120 }), (deeds) => {
        const limits = { mostOfOne: 3, mostAtOnce: 5, mostWaiting: 1000, drawnMs: 60_000 }
        const wait = turns(limits)
        const all: { address: string; page: boolean; state: string; answer: Answer; end: () => void }[] = []
        const check = () => {
          const under = all.filter((r) => r.state === 'under way')
          expect(under.length).toBeLessThanOrEqual(limits.mostAtOnce)
          expect(under.filter((r) => r.page).length).toBeLessThanOrEqual(1)
          for (const address of ['a', 'b', 'c'])
            expect(under.filter((r) => r.address === address).length).toBeLessThanOrEqual(limits.mostOfOne)
        }
        const end = (one: (typeof all)[number] | undefined) => {
          if (one?.state !== 'under way') return
          one.state = 'done'
          one.end()
        }
        for (const d of deeds) {
          if ('asks' in d) {
            const one = {
              address: d.asks,
              page: d.page,
              state: 'waits',
              answer: new Answer(),
              end: nothing,
            }
            all.push(one)
            wait(
              d.asks,
              { method: 'GET', url: d.page ? '/' : '/api/x', headers: {} },
              one.answer,
              (done: () => void) => {
                expect(one.state).toBe('waits')
                one.state = 'under way'
                one.end = done
              },
            )
          } else if ('ends' in d) end(all[d.ends])
          else {
            const one = all[d.leaves]
            if (one?.state === 'waits') one.state = 'left'
            one?.answer.leave()
          }
          check()
        }
        for (let n = 0; n <= all.length; n++) for (const one of all) end(one)
        expect(all.map((r) => r.state).filter((s) => s !== 'done' && s !== 'left')).toEqual([])
      }),
      { seed: 36 },
    )
  })
})
