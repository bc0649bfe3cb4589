import { randomBytes } from 'node:crypto'
import { isIP } from 'node:net'
import { hostname as machineName } from 'node:os'

/**
 * What every request passes before anything else sees it: whose house it was sent to, from which page, how much it
 * brings, and what its answer tells the browser. Nothing here reads a body.
 */

const kB = 1024
/** Most that the signed-in may bring, by address; what is not named here is a page and its actions. */
const limits = [
  { of: /^\/api\/facts$/, most: 2000 * kB },
  { of: /^\/dogs\/[^/]+\/photo$/, most: 12_020_000 },
  { of: /^\/api\//, most: 16 * kB },
]
/**
 * Design choice: actions of pages bring a curriculum or a table of dogs at the most; the signed-out bring a few words.
 */
const mostOfAction = { signedIn: 5000 * kB, signedOut: 16 * kB }
/** Design choice: bytes of bodies that are held at the same time, of everybody together. */
export const mostAtOnce = 64_000 * kB
/** Design choice: bytes of bodies that one address may have under way at the same time. */
export const mostOfAddress = { signedIn: 32_000 * kB, signedOut: 2000 * kB }

/** Questions bring nothing; every deed is a POST. */
const questions = new Set(['GET', 'HEAD'])

/**
 * @typedef {import('node:http').IncomingHttpHeaders} Headers
 * @typedef {{
 *   method: string | undefined, url: string | undefined, headers: Headers, names: ReadonlySet<string>, secure: boolean,
 *   arriving?: number, signedIn?: boolean,
 * }} Request
 */

/**
 * Bytes that a request of this method may bring to this address.
 *
 * @param {string | undefined} method
 * @param {string} path
 * @param {boolean} signedIn
 */
export function mostBytes(method, path, signedIn) {
  if (questions.has(method ?? '')) return 0
  if (!signedIn) return mostOfAction.signedOut
  return limits.find(({ of }) => of.test(path))?.most ?? mostOfAction.signedIn
}

const highestPort = 65_535

/**
 * The name in a Host header, without its port; empty for what is none.
 *
 * @param {string | undefined} host
 */
export function nameOf(host) {
  const found = /^(?:\[([\da-f:.%]+)\]|([^:/?#@\s]+))(?::(\d{1,5}))?$/i.exec(host ?? '')
  if (!found || Number(found[3] ?? 0) > highestPort) return ''
  return (found[1] ?? found[2] ?? '').toLowerCase()
}

/** The names this house answers to: its machine’s, and those it is told. Numbers cannot be made to point elsewhere. */
export function houseNames(told = '') {
  const machine = machineName().toLowerCase()
  const own = told
    .split(',')
    .map((name) => nameOf(name.trim()))
    .filter((name) => name !== '')
  return new Set(['localhost', machine, `${machine.split('.')[0]}.local`, ...own])
}

/**
 * @param {string} name
 * @param {ReadonlySet<string>} names
 */
const answersTo = (name, names) => name !== '' && (isIP(name) > 0 || names.has(name))

/**
 * Why a request is turned away, with the status that says so; undefined when it may come in. `signedIn`: whether its
 * cookie is one of this house; where nobody has looked yet, the cookie's name is taken for it.
 *
 * @param {Request} request
 */
export function whyTurnedAway({ method, url, headers, names, secure, arriving = 0, signedIn = claims(headers) }) {
  if (method !== 'POST' && !questions.has(method ?? '')) return { status: 405, why: `Kibou knows no ${method}.` }
  // `*`, or a whole address of somewhere else, is nothing to ask for.
  if (!/^\/(?![/\\])/.test(url ?? '')) return { status: 400, why: 'This is no address of Kibou.' }
  const name = nameOf(headers.host)
  if (!answersTo(name, names))
    return {
      status: 421,
      why:
        `This kennel does not go by the name ${name === '' ? 'in this request' : name}. If it should, start it with ` +
        `KIBOU_HOSTS=${name === '' ? 'its name' : name}.`,
    }
  const { origin } = headers
  if (method === 'POST' && origin !== undefined && origin !== ownOrigin(headers.host ?? '', secure))
    return { status: 403, why: 'This request came from another site.' }
  const most = mostBytes(method, (url ?? '').split('?')[0] ?? '', signedIn)
  if (headers['transfer-encoding'] !== undefined && most === 0)
    return { status: 413, why: 'A question brings nothing.' }
  const length = Number(headers['content-length'] ?? 0)
  if (!(length <= most)) return { status: 413, why: `That is too much: ${most} bytes are the most here.` }
  if (arriving + length > mostAtOnce) return { status: 503, why: 'Too much is being sent at once; try again.' }
  return undefined
}

/**
 * Whether a request has a cookie by the name of ours; what is in it is another question.
 *
 * @param {Headers} headers
 */
export const claims = (headers) => /(?:^|;\s*)kibou=/.test(headers.cookie ?? '')

/**
 * Whether a request may bring more than the signed-out may, so that its cookie must be looked into first.
 *
 * @param {{ method?: string | undefined, headers: Headers }} request
 */
export const bringsMuch = ({ method, headers }) =>
  method === 'POST' &&
  (headers['transfer-encoding'] !== undefined || Number(headers['content-length'] ?? 0) > mostOfAction.signedOut)

/**
 * The origin that a browser names for a page of this host: in small letters, without the usual port.
 *
 * @param {string} host
 * @param {boolean} secure
 */
export const ownOrigin = (host, secure) =>
  `${secure ? 'https' : 'http'}://${host.toLowerCase().replace(secure ? /:0*443$/ : /:0*80$/, '')}`

/**
 * Who sent it: the socket’s address, or what the house’s own proxy says last, where it is that proxy’s socket.
 *
 * @param {string | undefined} socketAddress
 * @param {string | readonly string[] | undefined} forwarded
 * @param {ReadonlySet<string>} proxies
 */
export function senderOf(socketAddress, forwarded, proxies) {
  const address = (socketAddress ?? '').replace(/^::ffff:/, '')
  if (!proxies.has(address)) return { address: address || 'unknown', proxied: false }
  const last = String(forwarded ?? '')
    .split(',')
    .at(-1)
    ?.trim()
  return { address: isIP(last ?? '') > 0 ? last : 'unknown', proxied: true }
}

/**
 * The proxies whose word is taken: those told, or this machine where one stands before Kibou.
 *
 * @param {boolean} behindTls
 */
export const houseProxies = (behindTls, told = '') =>
  new Set(
    !behindTls
      ? []
      : told.trim() === ''
        ? ['127.0.0.1', '::1']
        : told.split(',').map((address) => address.trim().replace(/^::ffff:/, '')),
  )

/**
 * Style attributes that React Aria writes on the server, by the hash of what stands in them; every browser test says
 * where one is missing (e2e/support/kibou.ts).
 */
export const ariaStyles = [
  "'sha256-FQP/R6wpXIh0lJil6G/1gqd2diz17gAipn/grrDPGIw='",
  "'sha256-8OwrgBLJzDmN33BxF2S5Mas+HlBInED24RnP+lwfDws='",
  "'sha256-nlaag70CeJ4ApAK6zDhDoc67sPQgJmu/ZcrF3ZRA718='",
  "'sha256-OPvH+zTsq+vvwlH2fikB1Fveiha+jXy32l3j4fYaEpA='",
  "'sha256-BDgIqUOjni0WelhOfIRW4cmSnxZNAa0L9tCq85UnRac='",
  "'sha256-1OjyRYLAOH1vhXLUN4bBHal0rWxuwBDBP220NNc0CNU='",
]

/**
 * A policy under which a page runs what this answer brought and nothing else.
 *
 * @param {string} nonce
 * @param {boolean} secure
 */
export const policyOf = (nonce, secure) =>
  [
    `default-src 'none'`,
    `script-src 'nonce-${nonce}' 'strict-dynamic'`,
    `style-src 'self' 'nonce-${nonce}'`,
    `style-src-attr 'unsafe-hashes' ${ariaStyles.join(' ')}`,
    `img-src 'self' data: blob:`,
    `font-src 'self'`,
    `connect-src 'self'`,
    `worker-src 'self'`,
    `manifest-src 'self'`,
    `form-action 'self'`,
    `base-uri 'none'`,
    `frame-ancestors 'none'`,
    `object-src 'none'`,
    ...(secure ? ['upgrade-insecure-requests'] : []),
  ].join('; ')

export const newNonce = () => randomBytes(18).toString('base64')

/** Design choice: a year, once a kennel is behind TLS. */
const hsts = 'max-age=31536000'
/** Nothing of the machine is used but the screen that stays awake. */
const permissions =
  'accelerometer=(), camera=(), geolocation=(), gyroscope=(), magnetometer=(), microphone=(), midi=(), payment=(), ' +
  'usb=(), serial=(), screen-wake-lock=(self)'

/**
 * What is only shown or kept, and runs nothing; whatever else an answer is gets the policy of a page.
 *
 * @param {string} type
 */
const isFile = (type) =>
  /^(?:application\/(?:pdf|(?:[\w.+-]+\+)?json)|text\/(?:csv|calendar)|image\/(?:png|jpeg|webp))\s*(?:;|$)/i.test(type)

/**
 * What every answer says beside its own. `type`: its content type, as far as it is known.
 *
 * @param {{ type?: string | undefined, nonce: string | undefined, secure: boolean }} answer
 */
export function headersOf({ type = '', nonce, secure }) {
  return {
    'X-Content-Type-Options': 'nosniff',
    'Referrer-Policy': 'same-origin',
    'Permissions-Policy': permissions,
    'Cross-Origin-Opener-Policy': 'same-origin',
    'Cross-Origin-Resource-Policy': 'same-origin',
    'X-Frame-Options': 'DENY',
    ...(nonce === undefined
      ? {}
      : {
          'Content-Security-Policy': isFile(type)
            ? `base-uri 'none'; form-action 'none'; frame-ancestors 'none'`
            : policyOf(nonce, secure),
        }),
    ...(secure ? { 'Strict-Transport-Security': hsts } : {}),
  }
}
