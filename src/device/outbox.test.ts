import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { v4 } from 'uuid'
import { nothingSaid } from '@/core/facts/words'
import type { Outbox as OutboxType, NewFact } from './outbox'
import type { SetId } from '@/core/ids'

const set = (): NewFact => ({
  kind: 'set-opened',
  residencyId: v4(),
  rungId: 'sit.rear',
  purpose: 'work',
  blockId: v4(),
  recordedBy: 'ada',
  leashHolder: 'ada',
  placeId: 'room',
  level: 0,
  distanceBand: null,
  kit: '1.8 m leash',
  temperatureC: null,
  minutesIn: null,
  exerciseMinutesAgo: null,
  ...nothingSaid.set,
  replaces: null,
})
const rep = (setId: SetId): NewFact => ({
  kind: 'rep',
  setId,
  outcome: 'clean',
  prompt: null,
  latencySeconds: null,
  heldSeconds: null,
  brokeSeconds: null,
  steps: null,
  faults: [],
  paid: true,
  ...nothingSaid.rep,
  replaces: null,
})

/** Each opening stands for a tab of the same browser. */
async function newTab(): Promise<OutboxType> {
  vi.resetModules()
  const { Outbox } = await import('./outbox')
  return Outbox.open()
}

interface Sent {
  readonly device: string
  readonly facts: readonly { id: string; seq: number; kind: string }[]
}

/** On a full machine the first answer may take seconds: what reads it is loaded with it. */
const becomes = (check: () => void): Promise<void> => vi.waitFor(check, { timeout: 20_000 })

/** A page that is gone sends no more. */
const gone = (tab: OutboxType): void => {
  vi.spyOn(tab as unknown as { send: () => Promise<void> }, 'send').mockResolvedValue(undefined)
}

describe('the outbox of a device', () => {
  let sent: Sent[] = []
  let answer: 'stored' | 'refused' | 'waits' | 'down' | 'full' | 'busy' | 'odd' = 'stored'
  /** Names that belong to others. */
  let taken: string[] = []

  /** The browser's store of texts, which takes one at once. */
  let texts = new Map<string, string>()

  beforeEach(() => {
    sent = []
    answer = 'stored'
    taken = []
    texts = new Map()
    vi.stubGlobal('localStorage', {
      get length() {
        return texts.size
      },
      key: (i: number) => [...texts.keys()][i] ?? null,
      getItem: (k: string) => texts.get(k) ?? null,
      setItem: (k: string, v: string) => void texts.set(k, v),
      removeItem: (k: string) => void texts.delete(k),
    })
    vi.stubGlobal('indexedDB', new IDBFactory())
    vi.stubGlobal('fetch', async (_: string, init: { body: string }) => {
      if (answer === 'down') throw new TypeError('network')
      if (answer === 'odd') return new Response('<html>', { status: 503 })
      if (answer === 'full' || answer === 'busy')
        return Response.json({ error: 'said at length', trouble: answer }, { status: answer === 'full' ? 507 : 503 })
      const batch = JSON.parse(init.body) as Sent
      if (taken.includes(batch.device)) return Response.json({ results: [], rename: true })
      sent.push(batch)
      return Response.json({
        results: batch.facts.map((f) => ({
          id: f.id,
          status: answer,
          ...(answer === 'refused' ? { reason: 'placeId: no such place' } : {}),
        })),
      })
    })
  })

  it('keeps first, sends when it can, each fact once and in order', async () => {
    const outbox = await newTab()
    const opened = outbox.add(set())
    for (let i = 0; i < 5; i++) outbox.add(rep(opened.id))
    expect(outbox.status().kept).toBe(6)
    await becomes(() => expect(outbox.status()).toMatchObject({ kept: 0, sent: 6, offline: false }))
    const facts = sent.flatMap((b) => b.facts)
    expect(facts.map((f) => f.seq)).toEqual([0, 1, 2, 3, 4, 5])
    expect(new Set(facts.map((f) => f.id)).size).toBe(6)
    expect(facts[0]?.kind).toBe('set-opened')
  })

  it('loses nothing while the network is down, nor when the tab is opened anew', async () => {
    answer = 'down'
    const outbox = await newTab()
    const opened = outbox.add(set())
    outbox.add(rep(opened.id))
    await becomes(() => expect(outbox.status()).toMatchObject({ kept: 2, offline: true }))
    gone(outbox)
    const again = await newTab()
    expect(again.deviceId).toBe(outbox.deviceId)
    expect(again.status().kept).toBe(2)
    expect(again.facts().map((f) => f.kind)).toEqual(['set-opened', 'rep'])
    answer = 'stored'
    again.add(rep(opened.id))
    await becomes(() => expect(again.status()).toMatchObject({ kept: 0, sent: 3 }))
    expect(sent.flatMap((b) => b.facts).map((f) => f.seq)).toEqual([0, 1, 2])
  })

  it('does not ask a kennel that is away again at every tap', async () => {
    answer = 'down'
    const asked = vi.fn((): never => {
      throw new TypeError('network')
    })
    vi.stubGlobal('fetch', asked)
    const outbox = await newTab()
    const opened = outbox.add(set())
    await becomes(() => expect(outbox.status().offline).toBe(true))
    for (let i = 0; i < 8; i++) {
      outbox.add(rep(opened.id))
      await new Promise((done) => setTimeout(done, 50))
    }
    expect(outbox.status().kept).toBe(9)
    expect(asked).toHaveBeenCalledTimes(1)
  })

  it('takes another name where its own belongs to somebody else, and sends all it has under that', async () => {
    answer = 'down'
    const outbox = await newTab()
    const was = outbox.deviceId
    const opened = outbox.add(set())
    for (let i = 0; i < 3; i++) outbox.add(rep(opened.id))
    await becomes(() => expect(outbox.status()).toMatchObject({ kept: 4, offline: true }))
    taken = [(JSON.parse(outbox.unsentFile()) as { device: string }).device]
    answer = 'stored'
    outbox.add(rep(opened.id))
    await becomes(() => expect(outbox.status()).toMatchObject({ kept: 0, sent: 5, offline: false }))
    expect(outbox.deviceId).not.toBe(was)
    // A tab of an earlier test may still be sending what it has.
    const own = new Set(outbox.facts().map((f) => f.id))
    const facts = sent.flatMap((b) => b.facts).filter((f) => own.has(f.id))
    expect([facts.map((f) => f.seq), facts[0]?.id]).toEqual([[0, 1, 2, 3, 4], opened.id])
    expect(sent.some((b) => taken.includes(b.device))).toBe(false)
    // It keeps its new name, and goes on with its numbers.
    gone(outbox)
    const again = await newTab()
    expect(again.deviceId).toBe(outbox.deviceId)
    again.add(rep(opened.id))
    await becomes(() => expect(again.status()).toMatchObject({ kept: 0, sent: 6 }))
    expect(sent.flatMap((b) => b.facts).findLast((f) => again.facts().some((x) => x.id === f.id))?.seq).toBe(5)
  })

  it('what waits for somebody to be signed in stays here, and holds nothing else up', async () => {
    answer = 'waits'
    const outbox = await newTab()
    const first = outbox.add(set())
    await becomes(() => expect(sent.some((b) => b.facts.some((f) => f.id === first.id))).toBe(true))
    answer = 'stored'
    const second = outbox.add(set())
    await becomes(() => expect(outbox.status()).toMatchObject({ kept: 1, sent: 1, refused: [] }))
    expect(sent.flatMap((b) => b.facts.filter((f) => [first.id, second.id].includes(f.id)).map((f) => f.id))).toEqual([
      first.id,
      second.id,
    ])
  })

  it('two tabs of one device never draw the same number', async () => {
    const [one, two] = [await newTab(), await newTab()]
    const opened = one.add(set())
    for (let i = 0; i < 10; i++) (i % 2 ? one : two).add(rep(opened.id))
    await becomes(() => expect(one.status().kept + two.status().kept).toBe(0))
    const numbers = sent.flatMap((b) => b.facts).map((f) => f.seq)
    expect(new Set(numbers).size).toBe(11)
  })

  it('keeps what the kennel refused, with the reason, and offers it as a file', async () => {
    answer = 'refused'
    const outbox = await newTab()
    const opened = outbox.add(set())
    await becomes(() => expect(outbox.status().refused).toEqual([{ id: opened.id, reason: 'placeId: no such place' }]))
    expect(JSON.parse(outbox.unsentFile())).toMatchObject({
      device: expect.stringMatching(/^[\da-f]{8}-/),
      facts: [{ id: opened.id, kind: 'set-opened' }],
    })
    expect((await newTab()).status().refused).toHaveLength(1)
  })

  it('a disk that fails in mid-set stops nothing: every fact is still sent once, and it says so', async () => {
    const outbox = await newTab()
    const opened = outbox.add(set())
    await becomes(() => expect(outbox.status().sent).toBe(1))
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError')
    })
    outbox.add(rep(opened.id))
    outbox.add(rep(opened.id))
    await becomes(() => expect(outbox.status().fleeting).toBe(true))
    put.mockRestore()
    outbox.add(rep(opened.id))
    await becomes(() => expect(new Set(sent.flatMap((b) => b.facts).map((f) => f.id)).size).toBe(4))
    await becomes(() => expect(outbox.status().kept).toBe(0))
    const bySeq = new Map(sent.flatMap((b) => b.facts).map((f) => [f.id, f.seq]))
    expect(new Set(bySeq.values()).size).toBe(4)
  })

  it('what was tapped as the page went is there in the next one, in its order, and once', async () => {
    answer = 'down'
    const going = await newTab()
    gone(going)
    // The page goes before its disk has answered: nothing it writes is ever kept.
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('gone', 'AbortError')
    })
    const opened = going.add(set())
    going.add(rep(opened.id))
    going.add(rep(opened.id))
    await becomes(() => expect(put).toHaveBeenCalledTimes(3))
    expect(going.status().fleeting).toBe(true)
    put.mockRestore()
    answer = 'stored'
    const next = await newTab()
    expect(next.facts()).toMatchObject(going.facts().map(({ id, kind, deviceAt }) => ({ id, kind, deviceAt })))
    next.add(rep(opened.id))
    await becomes(() => expect(next.status()).toMatchObject({ kept: 0, sent: 4 }))
    expect(next.facts().map((f) => f.seq)).toEqual([0, 1, 2, 3])
    expect([...texts]).toEqual([])
    expect((await newTab()).facts()).toHaveLength(4)
  })

  it('says what keeps the office machine from taking facts, keeps them, and sends them once it can', async () => {
    const listener = { addEventListener: () => undefined, removeEventListener: () => undefined }
    vi.stubGlobal('window', listener)
    vi.stubGlobal('document', listener)
    const tab = await newTab()
    for (const [said, words] of [
      ['full', 'the office machine’s disk is full'],
      ['busy', 'the office machine is busy'],
      ['odd', 'the office machine takes nothing just now'],
    ] as const) {
      answer = said
      tab.add(set())
      tab.start()()
      await becomes(() => expect(tab.status()).toMatchObject({ heldUp: words, offline: false, sent: 0 }))
    }
    expect(tab.status().kept).toBe(3)
    answer = 'stored'
    tab.start()()
    await becomes(() => expect(tab.status()).toMatchObject({ heldUp: '', kept: 0, sent: 3 }))
  })

  it('what a tab has in flight while another opens keeps one number', async () => {
    const one = await newTab()
    const opened = one.add(set())
    for (let i = 0; i < 4; i++) one.add(rep(opened.id))
    const two = await newTab()
    two.add(rep(opened.id))
    for (const tab of [one, two]) {
      await becomes(() => expect(tab.status()).toMatchObject({ offline: false, signedOut: false }))
    }
    await becomes(() => expect(new Set(sent.flatMap((b) => b.facts).map((f) => f.id)).size).toBe(6))
    const numbers = new Map<string, Set<number>>()
    for (const { id, seq } of sent.flatMap((b) => b.facts)) numbers.set(id, (numbers.get(id) ?? new Set()).add(seq))
    expect([...numbers.values()].every((of) => of.size === 1)).toBe(true)
    expect(new Set([...numbers.values()].flatMap((of) => [...of])).size).toBe(6)
  })

  it.each([
    ['no JSON', '{'],
    ['nothing', 'null'],
    ['another fact', JSON.stringify({ id: v4(), kind: 'rep', seq: 0, deviceAt: 1 })],
    ['a fact of no time', JSON.stringify({ id: 'a', kind: 'rep', seq: 0, deviceAt: 'noon' })],
  ])('throws away what lies in flight and is %s', async (_, text) => {
    texts.set('kibou-in-flight-a', text)
    texts.set('another-place', text)
    expect((await newTab()).facts()).toEqual([])
    expect([...texts.keys()]).toEqual(['another-place'])
  })

  it('works on in memory, and says so, where the browser keeps nothing', async () => {
    vi.stubGlobal('indexedDB', undefined)
    const outbox = await newTab()
    outbox.add(set())
    expect(outbox.status().fleeting).toBe(true)
    await becomes(() => expect(outbox.status()).toMatchObject({ kept: 0, sent: 1 }))
    vi.unstubAllGlobals()
  })
})
