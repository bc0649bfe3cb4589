/** Requests as they go over the wire, nearly right and far from it: every header that is read before the pages. */

const methods = ['GET', 'POST', 'POST', 'POST', 'HEAD', 'PUT', 'OPTIONS', 'CONNECT', 'TRACE', 'get', 'P\u0000']
const paths = [
  '/',
  '/api/facts',
  '/api/sign-in',
  '/api/health',
  '/sign-in',
  '/dogs/0/photo',
  '//x',
  '/\\x',
  '*',
  'http://a/',
  '/%',
  '/%00',
  '/_next/static/x',
  '/?a=%ff',
  '/dogs/%2e%2e/x.json',
]
const hosts = [
  '',
  ':',
  'a:',
  ':80',
  '[',
  '[]',
  '[::1',
  '127.0.0.1:',
  'x:99999',
  'x:65536',
  '1.2.3.4:0x1',
  'xn--',
  'a b',
  'é',
  '@',
  '\t',
]
const ports = ['', ':80', ':0', ':65535', ':65536', ':99999', ':000080', ':-1', ':8e3']
const origins = ['', 'null', 'http://', 'http://a:99999', 'https://[', '*', 'http://\u00e9', 'file://', 'a, b', ' ']
const lengths = [
  '0',
  '1',
  '5',
  '16385',
  '99999999999',
  '-1',
  '1e3',
  '0x10',
  '',
  ' 5',
  '5, 5',
  'NaN',
  '18446744073709551616',
]
const codings = ['chunked', 'gzip', 'chunked, chunked', 'identity', 'xchunked', '', 'chunked;q=1', 'CHUNKED']
const cookies = [
  'kibou=',
  'kibou=%',
  'kibou=%E0%A4%A',
  'kibou=Fe26.2*1*x',
  'kibou=a; kibou=b',
  '=',
  ';;;',
  'kibou',
  `kibou=${'x'.repeat(5000)}`,
]
const others = [
  'X-Forwarded-For: ',
  'X-Forwarded-For: 1.2.3.4, ,',
  'X-Forwarded-Proto: javascript',
  'X-Nonce: "><script>',
  'X-Kibou-Path: //evil',
  'X-Kibou-Address: 127.0.0.1',
  'Content-Security-Policy: default-src *',
  'Expect: 100-continue',
  'Expect: x',
  'Upgrade: websocket\r\nConnection: upgrade',
  'Connection: close, content-length, cookie',
  'Content-Type: multipart/form-data; boundary=',
  'Content-Type: application/json',
  'Next-Action: 0',
  'RSC: 1',
  'Next-Router-State-Tree: %',
  'Accept-Encoding: br;q=2',
  'Range: bytes=5-1',
  'If-Modified-Since: never',
  'X\u0000: y',
  'Te: trailers',
]
const bodies = [
  '',
  'hello',
  '5\r\nhello\r\n0\r\n\r\n',
  'zz\r\n',
  '0\r\n\r\n',
  '{"device":',
  '\u0000'.repeat(60),
  'x'.repeat(20_000),
]

/**
 * A request drawn at random, for a house of this name. Some have one thing wrong and reach far in, some hardly
 * anything right.
 */
export function rawRequest(chance: () => number, house: string): string {
  const one = <T>(of: readonly T[]): T => of[Math.floor(chance() * of.length)] as T
  const strange = one([0.04, 0.12, 0.4, 0.9])
  const or = (usual: string, odd: () => string): string => (chance() < strange ? odd() : usual)
  const some = (share: number, line: () => string): string => (chance() < share ? `${line()}\r\n` : '')
  const host = () => or(house, () => (chance() < 0.5 ? house + one(ports) : one(hosts)))
  const body = one(bodies)
  const coded = chance() < strange / 2
  return (
    `${or(one(['GET', 'POST']), () => one(methods))} ${one(paths)} ` +
    `${or('HTTP/1.1', () => one(['HTTP/1.0', 'HTTP/2.0', 'HTTP/9']))}\r\n` +
    some(1 - strange / 10, () => `Host: ${host()}`) +
    some(strange / 10, () => `Host: ${host()}`) +
    some(0.5, () => `Origin: ${or(`http://${house}`, () => (chance() < 0.5 ? `http://${host()}` : one(origins)))}`) +
    some(coded ? strange / 2 : 1, () => `Content-Length: ${or(String(body.length), () => one(lengths))}`) +
    some(coded ? 1 : 0, () => `Transfer-Encoding: ${one(codings)}`) +
    some(0.4, () => `Cookie: ${one(cookies)}`) +
    some(0.4, () => one(others)) +
    some(strange / 2, () => one(others)) +
    or('\r\n', () => '') +
    body
  )
}
