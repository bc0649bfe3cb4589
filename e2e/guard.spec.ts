import { request as ask, type IncomingHttpHeaders } from 'node:http'
import { connect } from 'node:net'
import { pages, sampleAddress } from '../src/screens/pages'
import { everyAddress, sampleOf } from './support/addresses'
import { expect, signIn, test, type Kibou } from './support/kibou'

/** What stands before every address, looked at over the wire. */

interface Answer {
  readonly status: number
  readonly headers: IncomingHttpHeaders
  readonly text: string
}

/** Asks as no browser would: any method, any header, a body that is only promised. */
const send = (kibou: Kibou, path: string, more: Record<string, unknown> = {}, body?: string): Promise<Answer> =>
  new Promise((done, fail) => {
    const { hostname, port } = new URL(kibou.url)
    const request = ask({ hostname, port, path, method: 'POST', ...more }, (response) => {
      let text = ''
      response.setEncoding('utf8')
      response.on('data', (part: string) => (text += part))
      response.on('end', () => done({ status: response.statusCode ?? 0, headers: response.headers, text }))
    })
    request.on('error', fail)
    if (body !== undefined) request.end(body)
    else request.flushHeaders()
  })

/** Every address of the application, of its files, and one that is none. */
const addresses = (kibou: Kibou) => [
  ...new Set([
    ...everyAddress()
      .filter(({ path }) => !path.startsWith('/_'))
      .map(({ path }) => sampleOf(kibou, path)),
    ...pages.map((p) => sampleAddress(p, kibou.dog)),
    '/sw.js',
    '/no-such-page',
  ]),
]

test('every answer says what a browser may do with it, signed in or out, found or not', async ({
  kibou,
  context,
  playwright,
}) => {
  await signIn(context.request, kibou)
  const nobody = await playwright.request.newContext()
  for (const path of addresses(kibou))
    for (const who of [context.request, nobody]) {
      const answer = await who.get(kibou.url + path, { maxRedirects: 0 })
      const headers = answer.headers()
      const said = (name: string) => headers[name] ?? ''
      expect([path, said('x-content-type-options')]).toEqual([path, 'nosniff'])
      expect([path, said('content-security-policy')]).toEqual([path, expect.stringContaining("frame-ancestors 'none'")])
      expect([path, said('referrer-policy')]).toEqual([path, 'same-origin'])
      expect([path, said('permissions-policy')]).toEqual([path, expect.stringContaining('camera=()')])
      expect([path, said('strict-transport-security')]).toEqual([path, ''])
      expect([path, said('x-powered-by')]).toEqual([path, ''])
      // What is only saved is run from a disk, under no policy of a house: the program that an owner takes home.
      if (said('content-type').startsWith('text/html') && !said('content-disposition').startsWith('attachment')) {
        const nonce = /'nonce-([^']+)'/.exec(said('content-security-policy'))?.[1] ?? 'none'
        const html = await answer.text()
        for (const [tag] of html.matchAll(/<(?:script|style)\b[^>]*>/g))
          expect([path, tag, tag.includes(`nonce="${nonce}"`)]).toEqual([path, tag, true])
      }
    }
  await nobody.dispose()
})

test('a body that is too long is turned away before it arrives, and cut off where nobody says how long it is', async ({
  kibou,
}) => {
  for (const path of addresses(kibou)) {
    const from = Date.now()
    const answer = await send(kibou, path, { headers: { 'content-length': 600_000_000 } })
    expect([path, answer.status]).toEqual([path, 413])
    expect(answer.text).toContain('too much')
    expect(Date.now() - from).toBeLessThan(5000)
  }
  // Who goes on sending is cut off.
  const { hostname, port } = new URL(kibou.url)
  const sentUntilCut = (says: string, piece: Buffer) =>
    new Promise<number>((done) => {
      let sent = 0
      const socket = connect(Number(port), hostname, () => {
        socket.write(`POST /api/sign-in HTTP/1.1\r\nHost: localhost\r\n${says}\r\n\r\n`)
        const more = () => {
          sent += piece.length
          if (socket.write(piece)) setImmediate(more)
        }
        socket.on('drain', more)
        more()
      })
      socket.resume()
      socket.on('close', () => done(sent))
      socket.on('error', () => undefined)
      setTimeout(() => done(Number.POSITIVE_INFINITY), 8000).unref()
    })
  const piece = Buffer.concat([Buffer.from('10000\r\n'), Buffer.alloc(65_536), Buffer.from('\r\n')])
  expect(await sentUntilCut('Content-Length: 600000000', Buffer.alloc(65_536))).toBeLessThan(Number.POSITIVE_INFINITY)
  expect(await sentUntilCut('Transfer-Encoding: chunked', piece)).toBeLessThan(20_000_000)
  expect((await send(kibou, '/api/health', { method: 'GET' }, '')).status).toBe(200)
})

test('a name that is not the house’s, another site’s page and odd requests get a sentence, and nothing else', async ({
  kibou,
}) => {
  const sent = (more: Record<string, unknown>, path = '/') => send(kibou, path, more, '')
  for (const path of addresses(kibou)) {
    const rebound = await sent({ method: 'GET', headers: { host: 'evil.example' } }, path)
    expect([path, rebound.status, rebound.text]).toEqual([path, 421, expect.stringContaining('evil.example')])
    expect([path, (await sent({ headers: { origin: 'http://evil.example' } }, path)).status]).toEqual([path, 403])
  }
  expect((await sent({ method: 'TRACE' })).status).toBe(405)
  expect((await sent({ method: 'GET' }, '*')).status).toBe(400)
  for (const path of ['/%', '/%2e%2e/%2e%2e/etc/passwd', '/_next/../data', '//evil.example/']) {
    const answer = await sent({ method: 'GET' }, path)
    expect([path, answer.status < 500]).toEqual([path, true])
    expect(answer.headers.location ?? '').not.toMatch(/^(\w+:|\/\/)/)
  }
})
