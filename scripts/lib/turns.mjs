import { randomBytes } from 'node:crypto'

/**
 * Names the turn of a request to the process that answers it. An action that sends a browser elsewhere, or belongs to
 * another page, asks the house for that page itself and sends on what it was asked with: that is done within its turn.
 * Waiting for another, each would wait for what it keeps waiting.
 */
const turnHeader = 'x-kibou-turn'

/** What is read as a page: no deed, and no file of the build. */
const isPage = ({ method, url }) => method === 'GET' && !/^\/(?:_next|api)\//.test(url)

/**
 * Turns with the process that draws pages and does deeds. No address has more than some requests under way with it, and
 * addresses are served one after the other, so that one that asks without end makes only itself wait. Pages are drawn
 * one at a time: each is some tenth of a second of work that nothing interrupts, and two that are begun together keep
 * everybody waiting for both.
 *
 * `mostOfOne`, `mostAtOnce`: requests under way, of one address (a browser opens six connections) and of all.
 * `mostWaiting`: requests of one address that wait for their turn. `drawnMs`: a page that takes longer waits for
 * something itself (a thread, the database) and lets the next one on. All are design choices.
 */
export function turns({ mostOfOne = 6, mostAtOnce = 24, mostWaiting = 100, drawnMs = 150 } = {}) {
  /** What waits, by address; the address that was served longest ago comes first. */
  const waiting = new Map()
  const underWay = new Map()
  /** The names of turns that are under way. */
  const named = new Set()
  let all = 0
  let drawing

  const count = (address, more) => {
    all += more
    const now = (underWay.get(address) ?? 0) + more
    if (now > 0) underWay.set(address, now)
    else underWay.delete(address)
  }

  const mayBegin = (one) => !one.page || drawing === undefined

  function begin(one) {
    count(one.address, 1)
    const pass = () => {
      if (drawing !== one) return
      drawing = undefined
      clearTimeout(late)
    }
    const late = one.page
      ? setTimeout(() => {
          pass()
          serve()
        }, drawnMs)
      : undefined
    if (one.page) drawing = one
    const name = randomBytes(16).toString('hex')
    named.add(name)
    one.request.headers[turnHeader] = name
    let ended = false
    one.begin(() => {
      if (ended) return
      ended = true
      named.delete(name)
      pass()
      count(one.address, -1)
      serve()
    })
  }

  /** Takes this one out of those who wait. */
  function leave(one) {
    const line = waiting.get(one.address)
    const at = line?.indexOf(one) ?? -1
    if (at < 0) return
    line.splice(at, 1)
    if (line.length === 0) waiting.delete(one.address)
  }

  /** The next one that may begin; its address goes to the end. */
  function nextOne() {
    if (all >= mostAtOnce) return undefined
    for (const [address, line] of waiting) {
      if ((underWay.get(address) ?? 0) >= mostOfOne) continue
      const one = line.find(mayBegin)
      if (one === undefined) continue
      waiting.delete(address)
      waiting.set(address, line)
      leave(one)
      return one
    }
    return undefined
  }

  function serve() {
    for (let one = nextOne(); one !== undefined; one = nextOne()) begin(one)
  }

  /**
   * Begins when it is this request's turn, with what is to be called when the answer is there; `begin` is never called
   * for somebody who went away before. False where too many of this address wait already.
   */
  return function wait(address, request, response, begin) {
    if (named.has(request.headers[turnHeader])) {
      begin(() => undefined)
      return true
    }
    const line = waiting.get(address) ?? []
    if (line.length >= mostWaiting) return false
    // Whoever went away while the request was read is waited for no longer.
    if (response.destroyed) return true
    const one = { address, request, page: isPage(request), begin }
    waiting.set(address, [...line, one])
    response.once('close', () => leave(one))
    serve()
    return true
  }
}

/** What somebody is told who is to come back later (RFC 6585, 4). */
export const tooManyWait = {
  status: 429,
  why: 'Too many requests from this address are waiting. Nothing of this one was saved. Try again in a moment.',
}
