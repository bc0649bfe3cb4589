import {
  bringsMuch,
  headersOf,
  mostAtOnce,
  mostBytes,
  mostOfAddress,
  newNonce,
  policyOf,
  senderOf,
  whyTurnedAway,
} from './guard.mjs'

/**
 * What happens to a request on its way in: what its answer tells the browser, whether it is turned away, and how much
 * of its body is taken. Nothing that is thrown here ends the process.
 */

/**
 * A listener for a server. `house`: `names` it answers to, `proxies` whose word is taken, `behindTls`, `dev` for no
 * policy. `sealed(headers)`: whether the cookie of a request is one that this house has given out. `answer(request,
 * response, more)`: answers what may come in; `more(type)` are the headers of an answer of that content type.
 */
export function receiver(house, { sealed, answer, say = (text) => void process.stderr.write(text) }) {
  const bodies = countedBodies()

  async function receive(request, response, goOn) {
    const { method, url, headers, socket } = request
    const { address, proxied } = senderOf(socket.remoteAddress, headers['x-forwarded-for'], house.proxies)
    const secure = house.behindTls && proxied
    const nonce = house.dev ? undefined : newNonce()
    const more = (type) => headersOf({ type, nonce, secure })
    for (const [name, value] of Object.entries(more())) response.setHeader(name, value)
    const asked = { method, url, headers, names: house.names, secure, arriving: bodies.arriving() }
    const unread = whyTurnedAway(asked)
    if (unread) return turnAway(request, response, unread)
    const body = bodies.count(request, response, address)
    // A cookie's name is quickly written: who brings much shows one of ours.
    const signedIn = bringsMuch(request) && (await sealed(headers))
    const no = bringsMuch(request) && !signedIn ? whyTooMuch(asked) : undefined
    if (no) return turnAway(request, response, no)
    body.mayBring(signedIn)
    // What the door and the page need to know of a request; whatever a client claims under these names is overwritten.
    headers['x-kibou-address'] = address
    headers['x-kibou-path'] = url
    headers['x-kibou-secure'] = secure ? '1' : '0'
    delete headers['x-nonce']
    delete headers['content-security-policy']
    if (nonce !== undefined) {
      headers['x-nonce'] = nonce
      headers['content-security-policy'] = policyOf(nonce, secure)
    }
    goOn()
    return answer(request, response, more)
  }

  return (request, response, goOn = () => undefined) => {
    receive(request, response, goOn).catch((error) => {
      say(`${error?.stack ?? error}\n`)
      if (response.headersSent) return response.destroy()
      response
        .writeHead(500, { 'content-type': 'text/plain; charset=utf-8' })
        .end('Kibou could not read this request.\n')
    })
  }
}

/** Why somebody who is not signed in may not bring that much. A device that hears it is signed out keeps its facts. */
const whyTooMuch = (asked) =>
  asked.url.split('?')[0] === '/api/facts'
    ? { status: 401, why: 'You are signed out.' }
    : whyTurnedAway({ ...asked, signedIn: false })

/**
 * Counts the bytes of bodies as they come: nothing is set aside for what is only announced. Too much of one request, of
 * one address or of everybody together ends the connection that brings it.
 */
function countedBodies() {
  let all = 0
  const of = new Map()
  const add = (address, bytes) => {
    all += bytes
    const now = (of.get(address) ?? 0) + bytes
    if (now > 0) of.set(address, now)
    else of.delete(address)
    return now
  }
  return {
    arriving: () => all,
    /** Counts the body of a request; `mayBring` says as whom it is held to how much. */
    count(request, response, address) {
      if (request.method !== 'POST') return { mayBring: () => undefined }
      let [counted, most, mostHere] = [0, Number.POSITIVE_INFINITY, mostOfAddress.signedIn]
      response.once('close', () => add(address, -counted))
      const push = request.push.bind(request)
      request.push = (chunk, encoding) => {
        const length = chunk?.length ?? 0
        counted += length
        const here = add(address, length)
        if (counted <= most && here <= mostHere && all <= mostAtOnce) return push(chunk, encoding)
        request.socket.destroy()
        return false
      }
      return {
        mayBring(signedIn) {
          most = mostBytes(request.method, request.url.split('?')[0], signedIn)
          mostHere = signedIn ? mostOfAddress.signedIn : mostOfAddress.signedOut
          if (counted > most) request.socket.destroy()
        },
      }
    },
  }
}

/**
 * Design choice, ms: a client that goes on sending what nobody keeps is heard out for so long: one that is cut off in
 * the middle of its sending never reads why.
 */
const heardOutMs = 5000

/** Answers a request with why it is not taken: as words where a page was asked for, as JSON to a program. */
export function turnAway(request, response, { status, why }) {
  // Were the connection said to close, it would be cut off as soon as this is written.
  const asked = request.method === 'GET' || request.method === 'HEAD'
  response.writeHead(status, {
    'Content-Type': asked ? 'text/plain; charset=utf-8' : 'application/json',
    ...(status === 429 || status === 503 ? { 'Retry-After': '2' } : {}),
  })
  response.end(asked ? `${why}\n` : JSON.stringify({ error: why }))
  request.resume()
  const cut = setTimeout(() => {
    if (!request.complete) request.socket.destroy()
  }, heardOutMs)
  request.once('end', () => clearTimeout(cut))
}
