import { describe, expect, it } from 'vitest'
import { mostPhotoBytes } from '@/core/intake/photo'
import {
  headersOf,
  houseNames,
  houseProxies,
  mostAtOnce,
  mostBytes,
  nameOf,
  newNonce,
  policyOf,
  senderOf,
  whyTurnedAway,
} from './lib/guard.mjs'

const names = houseNames('kennel.example, [fe80::1]:8080,, ')
const request = (more: Record<string, unknown> = {}, headers: Record<string, string> = {}) => ({
  method: 'GET',
  url: '/',
  headers: { host: 'kennel.example:4810', ...headers },
  names,
  secure: false,
  ...more,
})
const status = (more: Record<string, unknown> = {}, headers: Record<string, string> = {}) =>
  whyTurnedAway(request(more, headers))?.status

describe('whose house a request is sent to', () => {
  it.each([
    ['kennel.example', undefined],
    ['KENNEL.example:4810', undefined],
    ['localhost:4810', undefined],
    ['192.168.1.20:4810', undefined],
    ['[::1]:4810', undefined],
    ['evil.example', 421],
    ['kennel.example.evil.example', 421],
    ['evil.example/kennel.example', 421],
    ['kennel.example@evil.example', 421],
    ['', 421],
    ['kennel.example:4810:80', 421],
    ['127.0.0.1.evil.example', 421],
  ])('%s', (host, wanted) => {
    expect(status({}, { host })).toBe(wanted)
  })

  it('says how a name becomes the house’s, and none at all is none', () => {
    expect(whyTurnedAway(request({}, { host: 'barn.example' }))?.why).toContain('KIBOU_HOSTS=barn.example')
    expect(whyTurnedAway({ ...request(), headers: {} })?.status).toBe(421)
    expect(nameOf('[fe80::1]:80')).toBe('fe80::1')
  })
})

describe('what it asks, and from where', () => {
  it.each([
    ['*', 400],
    ['http://elsewhere.example/', 400],
    ['', 400],
    ['//elsewhere.example/', 400],
    ['/\\elsewhere.example/', 400],
    ['/dogs?x=http://elsewhere.example', undefined],
  ])('the address %s', (url, wanted) => {
    expect(status({ url })).toBe(wanted)
  })
  it.each(['TRACE', 'CONNECT', 'PROPFIND', 'DELETE', 'OPTIONS', 'PUT'])('%s is none of ours', (method) => {
    expect(status({ method })).toBe(405)
  })
  it.each([
    ['http://kennel.example:4810', undefined],
    ['http://kennel.example', 403],
    ['https://kennel.example:4810', 403],
    ['http://evil.example:4810', 403],
    ['null', 403],
    ['', 403],
  ])('a deed from a page of %s', (origin, wanted) => {
    expect(status({ method: 'POST' }, { origin })).toBe(wanted)
  })
  it('behind TLS the page is https’s, without the usual port', () => {
    const at = (origin: string) => status({ method: 'POST', secure: true }, { host: 'kennel.example', origin })
    expect([at('https://kennel.example'), at('http://kennel.example')]).toEqual([undefined, 403])
  })
})

describe('how much it brings', () => {
  const post = (length: string, more: Record<string, unknown> = {}, headers: Record<string, string> = {}) =>
    status({ method: 'POST', ...more }, { 'content-length': length, ...headers })
  it.each([
    ['/api/sign-in', 16 * 1024],
    ['/api/facts', 16 * 1024],
    ['/', 16 * 1024],
  ])('%s, signed out', (url, most) => {
    expect([post(String(most), { url }), post(String(most + 1), { url })]).toEqual([undefined, 413])
  })
  it('a page’s action of somebody with a cookie, facts and a picture', () => {
    const cookie = { cookie: 'a=b; kibou=Fe26.2' }
    const facts = { url: '/api/facts' }
    expect([post('2048000', facts, cookie), post('2048001', facts, cookie)]).toEqual([undefined, 413])
    // A cookie that somebody has looked into and found to be none of ours is none.
    expect(post('20000', { signedIn: false }, cookie)).toBe(413)
    expect([post('5120000', {}, cookie), post('5120001', {}, cookie)]).toEqual([undefined, 413])
    const url = '/dogs/0199/photo'
    expect([post('12020000', { url }, cookie), post('12020001', { url }, cookie)]).toEqual([undefined, 413])
    expect(post('20000', { url })).toBe(413)
    expect(mostBytes('POST', url, true)).toBeGreaterThan(mostPhotoBytes)
  })
  it('nothing with a question, no length that is none', () => {
    expect(status({}, { 'content-length': '1' })).toBe(413)
    expect(status({}, { 'transfer-encoding': 'chunked' })).toBe(413)
    // What comes in pieces is counted as it arrives.
    expect(status({ method: 'POST' }, { 'transfer-encoding': 'chunked' })).toBeUndefined()
    expect(post('-')).toBe(413)
    expect(post('NaN')).toBe(413)
  })
  it('no more at once than the house holds', () => {
    expect(status({ method: 'POST', arriving: mostAtOnce }, { 'content-length': '10' })).toBe(503)
    expect(status({ arriving: mostAtOnce })).toBeUndefined()
  })
})

describe('who sent it', () => {
  it('is the socket, whatever it claims, unless that is the house’s own proxy', () => {
    const none = houseProxies(false)
    expect(senderOf('::ffff:10.0.0.9', '1.2.3.4', none)).toEqual({ address: '10.0.0.9', proxied: false })
    const own = houseProxies(true)
    expect(senderOf('127.0.0.1', '6.6.6.6, 10.0.0.7', own)).toEqual({ address: '10.0.0.7', proxied: true })
    expect(senderOf('10.0.0.9', '127.0.0.1', own)).toEqual({ address: '10.0.0.9', proxied: false })
    expect(senderOf('::1', 'what', own).address).toBe('unknown')
    const told = houseProxies(true, '10.0.0.1, ::ffff:10.0.0.2')
    expect(senderOf('127.0.0.1', '127.0.0.1', told).proxied).toBe(false)
    expect(senderOf('10.0.0.2', '10.0.0.8', told)).toEqual({ address: '10.0.0.8', proxied: true })
  })
})

describe('what an answer says beside its own', () => {
  it('a policy that lets only this answer’s scripts and styles run, and no page frame it', () => {
    const [one, other] = [newNonce(), newNonce()]
    expect(one).not.toBe(other)
    expect(one.length).toBeGreaterThanOrEqual(24)
    const policy = policyOf(one, false)
    expect(policy).toContain(`script-src 'nonce-${one}' 'strict-dynamic'`)
    expect(policy).not.toMatch(/unsafe-inline|unsafe-eval|https?:|\*/)
    for (const part of ["frame-ancestors 'none'", "base-uri 'none'", "object-src 'none'", "default-src 'none'"])
      expect(policy).toContain(part)
  })
  it('is told to keep to TLS only where there is one, and a file is no page', () => {
    const of = (type: string, secure = false) => headersOf({ type, nonce: 'n', secure }) as Record<string, string>
    expect(of('text/html')['Strict-Transport-Security']).toBeUndefined()
    expect(of('text/html', true)['Strict-Transport-Security']).toMatch(/max-age=\d{8}/)
    expect(of('text/html')['X-Content-Type-Options']).toBe('nosniff')
  })

  // By what it is, never by how its address ends: a page that says "not found" may be asked for as x.pdf.
  it.each<[string, boolean]>([
    ['application/pdf', false],
    ['text/csv; charset=utf-8', false],
    ['application/schema+json', false],
    ['image/webp', false],
    ['text/html; charset=utf-8', true],
    ['image/svg+xml', true],
    ['text/javascript', true],
    ['application/pdfx', true],
    ['', true],
  ])('%s: the policy of a page: %s', (type, page) => {
    const policy = (headersOf({ type, nonce: 'n', secure: false }) as Record<string, string>)['Content-Security-Policy']
    expect(policy?.includes("script-src 'nonce-n'")).toBe(page)
    expect(policy).toContain("frame-ancestors 'none'")
  })

  it('names only permissions that browsers know: a name they do not know is a warning in every console', () => {
    const { 'Permissions-Policy': said } = headersOf({ nonce: 'n', secure: false }) as Record<string, string>
    expect(said).not.toContain('bluetooth')
    expect(said).toContain('camera=()')
  })
})
