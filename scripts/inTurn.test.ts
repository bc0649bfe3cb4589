import { EventEmitter } from 'node:events'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { describe, expect, it } from 'vitest'
import { inTurn } from './lib/inTurn.mjs'

class Answer extends EventEmitter {
  destroyed = false
}
const turnOfTheLoop = () => new Promise((done) => setImmediate(done))

/** A handler that notes what it was given, and what asks it. */
function drawing(mostMs?: number) {
  const begun: string[] = []
  const handle = inTurn((request: IncomingMessage) => {
    begun.push(`${request.method ?? ''} ${request.url ?? ''}`)
  }, mostMs)
  const ask = (url: string, method = 'GET') => {
    const answer = new Answer()
    handle({ method, url } as IncomingMessage, answer as unknown as ServerResponse)
    return answer
  }
  return { begun, ask }
}

describe('pages drawn in turn', () => {
  it('begin when the one before is done, in the order in which they were asked for', async () => {
    const { begun, ask } = drawing(60_000)
    const [wall, dog] = [ask('/'), ask('/dogs/1'), ask('/coming')]
    expect(begun).toEqual(['GET /'])
    wall?.emit('finish')
    wall?.emit('close')
    await turnOfTheLoop()
    expect(begun).toEqual(['GET /', 'GET /dogs/1'])
    dog?.emit('close')
    await turnOfTheLoop()
    expect(begun).toEqual(['GET /', 'GET /dogs/1', 'GET /coming'])
  })

  it('let deeds, files of the build and what is no page by at once', () => {
    const { begun, ask } = drawing(60_000)
    ask('/')
    ask('/', 'POST')
    ask('/_next/static/a.js')
    ask('/api/health')
    expect(begun).toEqual(['GET /', 'POST /', 'GET /_next/static/a.js', 'GET /api/health'])
  })

  it('pass over whoever went away, and are begun again when all is still', async () => {
    const { begun, ask } = drawing(60_000)
    const wall = ask('/')
    ask('/gone').destroyed = true
    ask('/there')
    wall.emit('close')
    await turnOfTheLoop()
    expect(begun).toEqual(['GET /', 'GET /there'])
  })

  it('wait for no page that itself waits', async () => {
    const { begun, ask } = drawing(500)
    const slow = ask('/slow.pdf')
    ask('/')
    await expect.poll(() => begun, { interval: 10, timeout: 5000 }).toEqual(['GET /slow.pdf', 'GET /'])
    // Its end lets nobody on a second time: the page that is drawn now has the turn.
    ask('/third')
    slow.emit('finish')
    await turnOfTheLoop()
    expect(begun).toHaveLength(2)
  })
})
