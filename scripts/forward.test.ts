import { once } from 'node:events'
import { Agent, createServer, request as ask, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { connect, type AddressInfo } from 'node:net'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { afterEach, describe, expect, it } from 'vitest'
import { forward } from './lib/forward.mjs'
import { patientServer } from './lib/patience.mjs'
import { turns } from './lib/turns.mjs'

const servers: Server[] = []
afterEach(() => {
  for (const server of servers.splice(0)) {
    server.closeAllConnections()
    server.close()
  }
})

/** A server behind, which answers as told, and one before it; gives the port of the latter. */
async function before(
  behind?: (request: IncomingMessage, response: ServerResponse) => void,
  options: Parameters<typeof forward>[3] = {},
): Promise<number> {
  const path = join(mkdtempSync(join(tmpdir(), 'kibou-')), 'socket')
  if (behind) {
    const server = createServer(behind)
    servers.push(server)
    await new Promise<void>((done) => server.listen(path, done))
  }
  const front = createServer((request, response) => void forward(path, request, response, options))
  servers.push(front)
  await new Promise<void>((done) => front.listen(0, '127.0.0.1', done))
  return (front.address() as AddressInfo).port
}

const wholeOf = async (message: IncomingMessage) => {
  const parts: Buffer[] = []
  for await (const part of message) parts.push(part as Buffer)
  return Buffer.concat(parts).toString()
}

const send = (port: number, more: Record<string, unknown>, pieces: readonly string[] = []) =>
  new Promise<{ status: number; headers: IncomingMessage['headers']; text: string }>((done, fail) => {
    const request = ask({ port, host: '127.0.0.1', path: '/a?b=1', ...more }, (answer) => {
      wholeOf(answer).then(
        (text) => done({ status: answer.statusCode ?? 0, headers: answer.headers, text }),
        (error: unknown) => fail(error instanceof Error ? error : new Error(String(error))),
      )
    })
    request.on('error', fail)
    for (const piece of pieces) request.write(piece)
    request.end()
  })

describe('a form that comes before its page’s program runs', () => {
  const post = (port: number, type: string, body: string) =>
    send(port, { method: 'POST', headers: { 'content-type': type, 'content-length': body.length } }, [body])
  const pages = () => before((request, response) => void wholeOf(request).then((text) => response.end(`read ${text}`)))

  it('is sent on as it came', async () => {
    const body = '--x\r\nContent-Disposition: form-data; name="who"\r\n\r\nMaud\r\n--x--\r\n'
    const answer = await post(await pages(), 'multipart/form-data; boundary=x', body)
    expect([answer.status, answer.text]).toEqual([200, `read ${body}`])
  })
  // RFC 7578, 4.1, and RFC 2046, 5.1.1: a boundary, and a body that is divided and ended by it.
  it.each([
    ['multipart/form-data', '--x--\r\n'],
    ['multipart/form-data; boundary=', 'hello'],
    ['multipart/form-data; boundary=x', 'hello'],
    ['multipart/form-data; boundary=x', ''],
    ['Multipart/Form-Data; boundary=x', '--x\r\nContent-Disposition: form-data\r\n\r\nv\r\n--x--\r\n'],
    ['multipart/form-data; boundary=x', '--x\r\nContent-Disposition: form-data; name="who"\r\n\r\nMaud'],
  ])('is turned away where it cannot be read: %s, %j', async (type, body) => {
    const answer = await post(await pages(), type, body)
    expect([answer.status, answer.text]).toEqual([400, 'This form could not be read.\n'])
  })
  it('is no business of this where its deed is named in its head, or where it is no form', async () => {
    for (const headers of [
      { 'next-action': 'a', 'content-type': 'multipart/form-data' },
      { 'content-type': 'text/plain' },
    ])
      expect((await send(await pages(), { method: 'POST', headers }, ['hello'])).text).toBe('read hello')
  })
})

describe('what is sent on', () => {
  it('comes whole, with what it said, and its answer comes back with what that says', async () => {
    const port = await before((request, response) => {
      void wholeOf(request).then((text) => {
        response.setHeader('set-cookie', ['a=1', 'b=2'])
        response.writeHead(201, { 'x-back': 'yes' })
        const { method, url, headers } = request
        response.end(JSON.stringify({ method, url, said: headers['x-said'], host: headers.host, text }))
      })
    })
    const pieces = ['some words, ', 'and '.repeat(30_000), 'more']
    for (const length of [{ 'content-length': pieces.join('').length }, {}]) {
      const answer = await send(
        port,
        { method: 'POST', headers: { host: 'kennel', 'x-said': 'this', ...length } },
        pieces,
      )
      expect([answer.status, answer.headers['set-cookie'], answer.headers['x-back']]).toEqual([
        201,
        ['a=1', 'b=2'],
        'yes',
      ])
      expect(JSON.parse(answer.text)).toEqual({
        method: 'POST',
        url: '/a?b=1',
        said: 'this',
        host: 'kennel',
        text: pieces.join(''),
      })
    }
  })

  it('says nothing of the connections on either side', async () => {
    let heard: IncomingMessage['headers'] = {}
    const port = await before((request, response) => {
      heard = request.headers
      response.writeHead(200, { 'keep-alive': 'timeout=1', connection: 'close', trailer: 'x' })
      response.end('.')
    })
    const answer = await send(port, { headers: { te: 'trailers', 'keep-alive': 'timeout=9', upgrade: 'odd' } })
    expect([heard.te, heard['keep-alive'], heard.upgrade]).toEqual([undefined, undefined, undefined])
    expect([answer.headers.trailer, answer.headers['keep-alive']]).not.toContain('timeout=1')
    expect(answer.headers.trailer).toBeUndefined()
  })

  it('a head is asked for and answered without a body', async () => {
    const port = await before((_request, response) => response.writeHead(200, { 'content-length': 5 }).end('12345'))
    const { status, headers, text } = await send(port, { method: 'HEAD' })
    expect([status, headers['content-length'], text]).toEqual([200, '5', ''])
  })

  it('odd bytes come as they are or are refused, and the next one is served', async () => {
    const port = await before((request, response) =>
      response.end(`${request.url ?? ''} ${String(request.headers['x-odd'])}`),
    )
    const raw = (text: string) =>
      new Promise<string>((done) => {
        let heard = ''
        const socket = connect(port, '127.0.0.1', () => socket.write(Buffer.from(text, 'latin1')))
        socket.on('data', (d) => (heard += d.toString('latin1')))
        socket.on('error', () => undefined)
        socket.on('close', () => done(heard))
      })
    for (const [path, header] of [
      ['/\xe9\xff', 'caf\xe9 \xff'],
      ['/%00%ff?\x7f', '\t'],
      ['/a\x01b', 'x'],
      ['/', '\x01'],
    ])
      expect(await raw(`GET ${path} HTTP/1.1\r\nHost: k\r\nX-Odd: ${header}\r\nConnection: close\r\n\r\n`)).toMatch(
        /^HTTP\/1\.1 (200|400) /,
      )
    expect(await raw('GET /well HTTP/1.1\r\nHost: k\r\nConnection: close\r\n\r\n')).toContain('/well')
  })

  it('an answer that is there before what was sent has ended comes through, a thousand times', async () => {
    const path = join(mkdtempSync(join(tmpdir(), 'kibou-')), 'socket')
    // On a thread of its own, so that it may have answered between two writes of this one.
    const behind = new Worker(
      `const { createServer } = require('node:http')
      const { parentPort, workerData } = require('node:worker_threads')
      createServer((request, response) => request.resume().once('end', () => response.end('taken')))
        .listen(workerData, () => parentPort.postMessage('up'))`,
      { eval: true, workerData: path },
    )
    await once(behind, 'message')
    const front = createServer((request, response) => void forward(path, request, response))
    servers.push(front)
    front.listen(0, '127.0.0.1')
    await once(front, 'listening')
    const agent = new Agent({ keepAlive: true })
    const { port } = front.address() as AddressInfo
    const answers = new Map<string, number>()
    for (let i = 0; i < 1000; i++) {
      const { status, text } = await send(port, { agent, method: 'POST', headers: { 'content-length': 2 } }, ['{}'])
      const said = `${status} ${text}`
      answers.set(said, (answers.get(said) ?? 0) + 1)
    }
    expect([...answers]).toEqual([['200 taken', 1000]])
    agent.destroy()
    await behind.terminate()
  })

  it('nobody there is said', async () => {
    const { status, text, headers } = await send(await before(), {})
    expect([status, headers['retry-after']]).toEqual([503, '2'])
    expect(text).toContain('starting again')
  })

  it('an answer that breaks off is seen to break off', async () => {
    const port = await before((_request, response) => {
      response.writeHead(200, { 'content-length': 100 })
      response.write('half')
      setTimeout(() => response.destroy(), 20)
    })
    await expect(send(port, {})).rejects.toThrow()
  })

  it('who goes away is not worked for much longer', async () => {
    const left = new Promise<void>((done) => {
      void before((_request, response) => response.once('close', () => done()), { gone: 50 }).then((port) => {
        const request = ask({ port, host: '127.0.0.1' })
        request.on('error', () => undefined)
        request.end()
        setTimeout(() => request.destroy(), 50)
      })
    })
    await left
  })
})

describe('turns', () => {
  it('clients that ask and leave have no more under way than those who wait', async () => {
    let [open, most] = [0, 0]
    const port = await before(
      (_request, response) => {
        most = Math.max(most, ++open)
        // As a page is drawn: whoever asked may be gone, it is done to its end.
        setTimeout(() => {
          open--
          response.end('drawn')
        }, 100)
      },
      { wait: turns({ mostOfOne: 3 }) },
    )
    for (let round = 0; round < 5; round++) {
      const asked = Array.from({ length: 20 }, () => {
        const request = ask({ port, host: '127.0.0.1', method: 'POST' })
        request.on('error', () => undefined)
        request.end()
        return request
      })
      await new Promise((later) => setTimeout(later, 30))
      for (const request of asked) request.destroy()
    }
    expect((await send(port, { method: 'POST' })).text).toBe('drawn')
    expect(most).toBe(3)
  })

  it('a body that does not come takes none', async () => {
    const port = await before((_request, response) => response.end('taken'), { wait: turns({ mostOfOne: 1 }) })
    const silent = Array.from({ length: 20 }, () => connect(port, '127.0.0.1'))
    for (const socket of silent) {
      socket.on('error', () => undefined).write('POST / HTTP/1.1\r\nHost: k\r\nContent-Length: 100\r\n\r\nsome')
    }
    expect((await send(port, { method: 'POST', headers: { 'content-length': 2 } }, ['hi'])).text).toBe('taken')
    for (const socket of silent) socket.destroy()
  })

  it('too many that wait are told to come back, a program in JSON', async () => {
    const held: ServerResponse[] = []
    const port = await before((_request, response) => void held.push(response), {
      wait: turns({ mostOfOne: 1, mostWaiting: 0 }),
    })
    expect((await send(port, { method: 'GET' })).status).toBe(429)
    const { status, headers, text } = await send(port, { method: 'POST' })
    expect([status, headers['retry-after']]).toEqual([429, '2'])
    expect(JSON.parse(text)).toEqual({ error: expect.stringContaining('Nothing of this one was saved.') as string })
    expect(held).toEqual([])
  })
})

/** Talks slowly, and tells what came until the other side hung up. */
const talk = (port: number, pieces: readonly string[], everyMs: number) =>
  new Promise<string>((done) => {
    let heard = ''
    const socket = connect(port, '127.0.0.1')
    const rest = [...pieces]
    const drip = setInterval(() => {
      const piece = rest.shift()
      if (piece !== undefined) socket.write(piece)
    }, everyMs)
    socket.on('data', (d) => (heard += d.toString()))
    socket.on('error', () => undefined)
    socket.on('close', () => {
      clearInterval(drip)
      done(heard)
    })
  })

describe('slow and idle connections, a hundred times as fast as in a house', () => {
  const listening = async () => {
    let whole = 0
    const server = patientServer(
      (request: IncomingMessage, response: ServerResponse) => {
        void wholeOf(request).then(
          (text) => {
            whole++
            response.end(text)
          },
          () => undefined,
        )
      },
      { share: 0.01 },
    )
    servers.push(server)
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
    return { server, port: (server.address() as AddressInfo).port, whole: () => whole }
  }
  const head = 'POST / HTTP/1.1\r\nHost: kennel\r\n'

  it('a head that drips is cut off', async () => {
    const { port, whole } = await listening()
    const drips = Array.from({ length: 1000 }, (_, i) => `X-${i}: y\r\n`)
    expect(await talk(port, [head, ...drips], 20)).toContain('408')
    expect(whole()).toBe(0)
  })

  it('a body that drips is cut off', async () => {
    const { port, whole } = await listening()
    const drips = Array.from({ length: 1000 }, () => 'x')
    expect(await talk(port, [`${head}Content-Length: 1000\r\n\r\n`, ...drips], 20)).not.toContain('200')
    expect(whole()).toBe(0)
  })

  it('one that says nothing more is closed after its answer', async () => {
    const { port, whole, server } = await listening()
    // Node itself waits for five seconds; here it is a hundredth of the house’s thirty.
    expect(server.keepAliveTimeout).toBe(300)
    expect(await talk(port, [`${head}Content-Length: 2\r\n\r\nhi`], 5)).toContain('200')
    expect(whole()).toBe(1)
  })
})
