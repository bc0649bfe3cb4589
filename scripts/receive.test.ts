import { sealData } from 'iron-session'
import { mkdtempSync, writeFileSync } from 'node:fs'
import type { IncomingMessage, Server, ServerResponse } from 'node:http'
import { connect, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { seeded } from '@/core/seeded'
import { rawRequest } from '../soak/rawRequest'
import { headersOf, houseNames, houseProxies } from './lib/guard.mjs'
import { patientServer } from './lib/patience.mjs'
import { receiver } from './lib/receive.mjs'
import { sealedBy } from './lib/seal.mjs'

const key = 'ab'.repeat(32)
const file = join(mkdtempSync(join(tmpdir(), 'kibou-')), 'kennel.db')
writeFileSync(`${file}.key`, `${key}\n`)
const house = {
  dev: false,
  behindTls: false,
  names: houseNames('kennel.example'),
  proxies: houseProxies(false),
}

let server: Server
let port = 0
let faults: string[] = []
beforeEach(async () => {
  faults = []
  const receive = receiver(house, {
    sealed: sealedBy(() => file),
    // As the pages do: a body is read whole, and what it brought is said.
    answer: (request: IncomingMessage, response: ServerResponse) => {
      let bytes = 0
      request.on('data', (part: Buffer) => (bytes += part.length))
      request.on('end', () => response.end(`read ${bytes}`))
    },
    say: (text: string) => void faults.push(text),
  })
  server = patientServer(receive, { more: () => headersOf({ nonce: 'n', secure: false }) })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  port = (server.address() as AddressInfo).port
})
afterEach(() => {
  server.closeAllConnections()
  server.close()
})

/**
 * Sends this as it stands; gives what comes back until the connection ends or nothing more has come for a moment. The
 * first of it is waited for long: the machine may be busy.
 */
const talk = (sent: string, firstMs = 20_000) =>
  new Promise<string>((done) => {
    let heard = ''
    const socket = connect(port, '127.0.0.1', () => socket.write(sent, 'latin1'))
    socket.setTimeout(firstMs, () => socket.destroy())
    socket.on('data', (part: Buffer) => {
      heard += part.toString('latin1')
      socket.setTimeout(60)
    })
    socket.on('error', () => undefined)
    socket.on('close', () => done(heard))
  })
const head = (more: string, path = '/') => `POST ${path} HTTP/1.1\r\nHost: kennel.example\r\n${more}\r\n\r\n`

describe('a request that nobody sends', () => {
  it('a host with a port that is none, and an origin, is turned away and ends nothing', async () => {
    for (const name of ['kennel.example:99999', '127.0.0.1:70000', '[::1]:65536'])
      expect(await talk(`POST / HTTP/1.1\r\nHost: ${name}\r\nOrigin: http://a\r\nContent-Length: 0\r\n\r\n`)).toMatch(
        /^HTTP\/1.1 421 /,
      )
    expect(await talk(head('Content-Length: 2') + 'ab')).toContain('read 2')
    expect(faults).toEqual([])
  })

  it('two thousand of them: no fault, no 500, and the next is answered', async () => {
    const chance = seeded(36)
    for (let n = 0; n < 2000; n += 40) {
      const heard = await Promise.all(Array.from({ length: 40 }, () => talk(rawRequest(chance, 'kennel.example'), 30)))
      for (const answer of heard) expect(answer).not.toMatch(/^HTTP\/1.1 5/)
    }
    expect(faults).toEqual([])
    expect(await talk(head('Content-Length: 2') + 'ab')).toContain('read 2')
  })

  it('what is thrown on the way is one answer of 500, and the process goes on', async () => {
    const thrown = receiver(house, {
      sealed: () => Promise.resolve(true),
      answer: () => {
        throw new Error('not today')
      },
      say: (text: string) => void faults.push(text),
    })
    server.removeAllListeners('request')
    server.on('request', thrown as (request: IncomingMessage, response: ServerResponse) => void)
    expect(await talk(head('Content-Length: 0'))).toMatch(/^HTTP\/1.1 500 [^]*could not read/)
    expect(faults.join()).toContain('not today')
  })

  it.each([
    ['a head that is none', 'what\r\n\r\n', 400],
    ['a head that is too long', `GET / HTTP/1.1\r\nHost: localhost\r\nX: ${'x'.repeat(20_000)}\r\n\r\n`, 431],
    ['an expectation', 'GET / HTTP/1.1\r\nHost: localhost\r\nExpect: a-miracle\r\n\r\n', 417],
    ['no host', 'GET / HTTP/1.1\r\n\r\n', 421],
  ])('%s is refused under the policy of pages', async (_what, sent, status) => {
    const heard = await talk(sent)
    expect(heard).toMatch(new RegExp(`^HTTP/1.1 ${status} `))
    expect(heard.toLowerCase()).toContain("frame-ancestors 'none'")
  })
})

describe('what is brought', () => {
  const mine = async () => `Cookie: kibou=${encodeURIComponent(await sealData({ id: 'x' }, { password: key }))}`
  const body = 'x'.repeat(40_000)

  it('is little where the cookie is none of this house, whatever it is called', async () => {
    const alien = `Cookie: kibou=${encodeURIComponent(await sealData({ id: 'x' }, { password: 'cd'.repeat(32) }))}`
    for (const cookie of ['X: y', 'Cookie: kibou=', 'Cookie: kibou=Fe26.2*1*forged', alien])
      expect(await talk(`${head(`${cookie}\r\nContent-Length: 40000`)}${body}`)).toMatch(/^HTTP\/1.1 413 /)
    expect(await talk(`${head(`${await mine()}\r\nContent-Length: 40000`)}${body}`)).toContain('read 40000')
  })

  it('facts of somebody signed out are told so, so that the device keeps them', async () => {
    const facts = (cookie: string) => talk(`${head(`${cookie}\r\nContent-Length: 40000`, '/api/facts')}${body}`)
    expect(await facts('Cookie: kibou=old')).toMatch(/^HTTP\/1.1 401 [^]*signed out/)
    expect(await facts(await mine())).toContain('read 40000')
  })

  it('is counted as it comes in pieces, and cut off where it is too much', async () => {
    const chunk = `${body.length.toString(16)}\r\n${body}\r\n`
    expect(await talk(`${head('Transfer-Encoding: chunked')}${chunk}0\r\n\r\n`)).not.toContain('200')
    const own = `${await mine()}\r\nTransfer-Encoding: chunked`
    expect(await talk(`${head(own)}${chunk}${chunk}0\r\n\r\n`)).toContain('read 80000')
    expect(await talk(`${head(own, '/api/sign-in')}${chunk}0\r\n\r\n`)).not.toContain('200')
  })

  it('is cut off by what comes later, too: of one request, and of one address together', async () => {
    const cookie = await mine()
    /** Sends a head, and pieces of so many bytes later; whether the connection was cut off. */
    const pieces = (first: string, bytes: number, count: number) =>
      new Promise<'cut' | 'heard'>((done) => {
        const socket = connect(port, '127.0.0.1', () => socket.write(first, 'latin1'))
        const piece = `${bytes.toString(16)}\r\n${'x'.repeat(bytes)}\r\n`
        let left = count
        const send = setInterval(() => {
          if (left-- > 0 && !socket.destroyed) socket.write(piece)
          else {
            clearInterval(send)
            setTimeout(() => socket.destroy(), 300)
          }
        }, 20)
        socket.on('error', () => undefined)
        let cut = false
        socket.on('end', () => (cut = true))
        socket.on('close', (hadError) => done(cut || hadError ? 'cut' : 'heard'))
      })
    const chunked = 'Transfer-Encoding: chunked'
    expect(await pieces(head(chunked), 6000, 2)).toBe('heard')
    expect(await pieces(head(chunked), 6000, 4)).toBe('cut')
    expect(await pieces(head(`${cookie}\r\n${chunked}`), 6000, 4)).toBe('heard')
    // Five megabytes are within what one may bring; eight at once are not.
    const eight = Array.from({ length: 8 }, () => pieces(head(`${cookie}\r\n${chunked}`), 450_000, 10))
    expect((await Promise.all(eight)).includes('cut')).toBe(true)
    expect(await pieces(head(`${cookie}\r\n${chunked}`), 450_000, 10)).toBe('heard')
  })

  it('and only announced holds nothing: two hundred silent connections shut nobody out', async () => {
    const cookie = await mine()
    const silent = Array.from({ length: 200 }, () => connect(port, '127.0.0.1'))
    for (const [i, socket] of silent.entries())
      socket
        .on('error', () => undefined)
        .write(head(`${i % 2 ? cookie : 'X: y'}\r\nContent-Length: ${i % 2 ? 4_000_000 : 16_000}`))
    await new Promise((later) => setTimeout(later, 50))
    // How soon, on a machine that does nothing else, is drilled in soak/raw.ts.
    expect(await talk(`${head('Content-Length: 5', '/api/sign-in')}hello`)).toContain('read 5')
    expect(silent.every((socket) => !socket.destroyed)).toBe(true)
    for (const socket of silent) socket.destroy()
  })

  it('one address does not hold all connections', async () => {
    const many = Array.from({ length: 400 }, () => connect(port, '127.0.0.1').on('error', () => undefined))
    let ended = 0
    for (const socket of many) socket.on('close', () => ended++)
    await expect.poll(() => ended).toBeGreaterThanOrEqual(70)
    for (const socket of many) socket.destroy()
  })
})
