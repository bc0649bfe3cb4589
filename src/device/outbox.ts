import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { v4, v7 } from 'uuid'
import { markOf } from '@/core/facts/deviceMark'
import type { WireFact } from '@/core/facts/wire'
import { mostFacts, spareFrom } from '@/core/facts/words'
import { holdInFlight, landed, leftInFlight } from './inFlight'

/** A fact as it lies on the device: everything is kept here first and sent when it can be. */
interface Kept {
  readonly id: string
  readonly fact: WireFact
  /** `written`: in the device's memory and on its way to disk, where it gets its sequence number. */
  readonly status: 'written' | 'unsent' | 'sent' | 'refused'
  readonly reason?: string
}

interface Schema extends DBSchema {
  facts: { key: string; value: Kept }
  meta: { key: string; value: string | number }
}

type Unstamped<F> = F extends WireFact ? Omit<F, 'id' | 'seq' | 'deviceAt'> : never
/** A fact before the device gives it an id, its sequence number and the time. */
export type NewFact = Unstamped<WireFact>

export interface OutboxStatus {
  readonly kept: number
  readonly sent: number
  readonly refused: readonly { readonly id: string; readonly reason: string }[]
  readonly offline: boolean
  /** The kennel asks for somebody to sign in before it takes more; everything waits here. */
  readonly signedOut: boolean
  /** What keeps the office machine from taking more; everything waits here. Empty for nothing. */
  readonly heldUp: string
  /** The browser gives no lasting memory here: what is not sent is lost with the tab. */
  readonly fleeting: boolean
}

/** Before anything is kept. */
export const nothingKept: OutboxStatus = {
  kept: 0,
  sent: 0,
  refused: [],
  offline: false,
  signedOut: false,
  heldUp: '',
  fleeting: false,
}

/**
 * Design choice: sent facts are forgotten by the device after three days; until then the kennel can ask for them again.
 */
const keepSentMs = 3 * 86_400_000
const retryMs = 4000
/** Design choice, ms: what waits for somebody to be signed in is tried again so often. */
const waitMs = 60_000
/** Design choice: a device asks so often whether all that it sent is still there. */
const askMs = 10 * 60_000
/** A tap is painted before it is sent, and taps that come together go together. */
const gatherMs = 150
/** Numbers for facts that no disk could number grow with the time. */
const spareEpoch = Date.UTC(2025, 0, 1)
const perRequest = Math.min(100, mostFacts)

/** The device's own memory of facts, and the sender that brings them to the server, each once, in order. */
export class Outbox {
  private listeners = new Set<() => void>()
  private current = nothingKept
  private sending = false
  private again = false
  private soon: ReturnType<typeof setTimeout> | undefined
  private writes: Promise<unknown> = Promise.resolve()
  private spare = 0
  private askedAt = 0
  /** Facts that wait for whoever made them to be signed in, and when they were sent last. */
  private readonly waiting = new Map<string, number>()

  private constructor(
    private readonly db: IDBPDatabase<Schema> | undefined,
    private device: string,
    private readonly memory: Map<string, Kept>,
    private seq: number,
  ) {
    if (!db) this.set({ fleeting: true })
  }

  static async open(): Promise<Outbox> {
    try {
      const db = await openDB<Schema>('kibou', 1, {
        upgrade(fresh) {
          fresh.createObjectStore('facts', { keyPath: 'id' })
          fresh.createObjectStore('meta')
        },
      })
      const known = await db.get('meta', 'device')
      const device = typeof known === 'string' ? known : v4()
      if (known === undefined) await db.put('meta', device, 'device')
      const all = await db.getAll('facts')
      const outbox = new Outbox(db, device, new Map(all.map((k) => [k.id, k])), 0)
      const asked = await db.get('meta', 'asked')
      outbox.askedAt = typeof asked === 'number' ? Math.min(asked, Date.now()) : 0
      await outbox.forgetOld()
      for (const fact of leftInFlight()) await outbox.keep(fact)
      outbox.count()
      return outbox
    } catch {
      return new Outbox(undefined, v4(), new Map(), 0)
    }
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }
  readonly status = (): OutboxStatus => this.current

  /** What pages call this device. */
  get deviceId(): string {
    return markOf(this.device)
  }

  /**
   * Keeps a fact of this moment, or of an earlier one that is said; the returned one is stamped but for its lasting
   * sequence number, which its place on disk gives.
   */
  add(fact: NewFact, at = Date.now()): WireFact {
    const stamped = { ...fact, id: v7({ msecs: at }), seq: this.seq++, deviceAt: at } as WireFact
    this.memory.set(stamped.id, { id: stamped.id, fact: stamped, status: this.db ? 'written' : 'unsent' })
    if (this.db) holdInFlight(stamped)
    this.count()
    this.writes = this.writes.then(() => this.keep(stamped)).then(() => this.sendSoon())
    return stamped
  }

  /** All facts still on this device, oldest first. */
  facts(): readonly WireFact[] {
    return [...this.memory.values()].map((k) => k.fact).sort((a, b) => a.deviceAt - b.deviceAt || a.seq - b.seq)
  }

  /** Whether anything here has not reached the kennel. */
  hasUnsent(): boolean {
    return [...this.memory.values()].some((k) => k.status !== 'sent')
  }

  /** Whether the kennel is known to have this fact. */
  isSent(id: string): boolean {
    return this.memory.get(id)?.status === 'sent'
  }

  /** Facts not yet taken by the server, as a file’s text. */
  unsentFile(): string {
    return JSON.stringify(
      { device: this.device, facts: [...this.memory.values()].filter((k) => k.status !== 'sent').map((k) => k.fact) },
      null,
      2,
    )
  }

  /** Tries to send now and whenever the network comes back; returns how to stop. */
  start(): () => void {
    const wake = () => void this.send()
    const timer = setInterval(() => {
      if (this.current.kept > 0 || this.sentTo() !== undefined) wake()
    }, retryMs)
    window.addEventListener('online', wake)
    document.addEventListener('visibilitychange', wake)
    wake()
    return () => {
      clearInterval(timer)
      window.removeEventListener('online', wake)
      document.removeEventListener('visibilitychange', wake)
    }
  }

  /**
   * A disk that is full or gone stops nothing: the fact is sent from memory, and the screen says that it is only there.
   */
  private async keep(fact: WireFact): Promise<void> {
    if (!this.db) return
    try {
      await this.write(this.db, fact)
      landed(fact.id)
    } catch {
      this.spare = Math.max(this.spare + 1, spareFrom + fact.deviceAt - spareEpoch)
      this.memory.set(fact.id, { id: fact.id, fact: { ...fact, seq: this.spare }, status: 'unsent' })
      this.set({ fleeting: true })
    }
  }

  /**
   * The sequence number is drawn in the same transaction that keeps the fact, so two tabs never draw the same; what
   * another tab has found in flight and kept already stands.
   */
  private async write(db: IDBPDatabase<Schema>, fact: WireFact): Promise<void> {
    const tx = db.transaction(['facts', 'meta'], 'readwrite')
    const there = await tx.objectStore('facts').get(fact.id)
    if (there) {
      await tx.done
      this.memory.set(fact.id, there)
      return
    }
    const last = await tx.objectStore('meta').get('seq')
    const seq = typeof last === 'number' ? last + 1 : 0
    const entry: Kept = { id: fact.id, fact: { ...fact, seq }, status: 'unsent' }
    await Promise.all([tx.objectStore('meta').put(seq, 'seq'), tx.objectStore('facts').put(entry), tx.done])
    this.memory.set(fact.id, entry)
  }

  /** Where the kennel did not answer the last time, the next tap is no reason to ask again at once. */
  private sendSoon(): void {
    this.soon ??= setTimeout(
      () => {
        this.soon = undefined
        void this.send()
      },
      this.current.offline || this.current.signedOut || this.current.heldUp !== '' ? retryMs : gatherMs,
    )
  }

  private async send(): Promise<void> {
    if (this.sending) {
      this.again = true
      return
    }
    this.sending = true
    try {
      do {
        this.again = false
        const batch = this.due().slice(0, perRequest)
        const sentTo = this.sentTo()
        if (batch.length === 0 && sentTo === undefined) break
        await this.sendBatch(batch, sentTo)
      } while (this.again || this.due().length > 0)
      this.set({ offline: false, signedOut: false, heldUp: '' })
    } catch (error) {
      const signedOut = error instanceof SignedOut
      const heldUp = error instanceof HeldUp ? error.message : ''
      this.set({ offline: !signedOut && heldUp === '', signedOut, heldUp })
    } finally {
      this.sending = false
    }
  }

  /** What is to be sent now, in order; what waits for somebody is tried again in a while. */
  private due(): readonly Kept[] {
    const from = Date.now() - waitMs
    return [...this.memory.values()]
      .filter((k) => k.status === 'unsent' && (this.waiting.get(k.id) ?? 0) <= from)
      .sort((a, b) => a.fact.seq - b.fact.seq)
  }

  /**
   * The device's name belongs to another, or the kennel no longer knows it for this one: it takes a new name, and all
   * that lies here is numbered and sent under it. What the kennel has already it knows by its id.
   */
  private async takeNewName(): Promise<void> {
    this.device = v4()
    const all = [...this.memory.values()].filter((k) => k.status !== 'written')
    const ordered = all.sort((a, b) => a.fact.deviceAt - b.fact.deviceAt || a.fact.seq - b.fact.seq)
    const renamed = ordered.map((k, seq): Kept => ({ id: k.id, fact: { ...k.fact, seq }, status: 'unsent' }))
    if (this.db) {
      const tx = this.db.transaction(['facts', 'meta'], 'readwrite')
      await Promise.all([
        tx.objectStore('meta').put(this.device, 'device'),
        tx.objectStore('meta').put(renamed.length - 1, 'seq'),
        ...renamed.map((k) => tx.objectStore('facts').put(k)),
        tx.done,
      ])
    }
    this.seq = Math.max(this.seq, renamed.length)
    for (const k of renamed) this.memory.set(k.id, k)
    this.count()
  }

  /** The highest number that was sent, where it is time to ask whether all up to it is still there. */
  private sentTo(): number | undefined {
    if (!this.db || Date.now() - this.askedAt < askMs) return undefined
    const sent = [...this.memory.values()].filter((k) => k.status === 'sent' && k.fact.seq < spareFrom)
    return sent.length === 0 ? undefined : Math.max(...sent.map((k) => k.fact.seq))
  }

  private async sendBatch(batch: readonly Kept[], sentTo: number | undefined): Promise<void> {
    const response = await fetch('/api/facts', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        device: this.device,
        deviceNow: Date.now(),
        facts: batch.map((k) => k.fact),
        ...(sentTo === undefined ? {} : { sentTo }),
      }),
    })
    if (response.status === 401) throw new SignedOut()
    if (response.status === 503 || response.status === 507) throw new HeldUp(await reasonOf(response))
    if (!response.ok) throw new Error(`the server answered ${response.status}`)
    // Asked for with the first answer, and not by every page that has an outbox.
    const { receipt } = await import('@/core/facts/receipt')
    const { results, wanted, rename } = receipt.parse(await response.json())
    if (rename) return this.takeNewName()
    for (const result of results) {
      const was = this.memory.get(result.id)
      if (!was) continue
      if (result.status === 'waits') {
        this.waiting.set(result.id, Date.now())
        continue
      }
      const now: Kept =
        result.status === 'refused'
          ? { ...was, status: 'refused', reason: result.reason ?? 'refused' }
          : { ...was, status: 'sent' }
      this.memory.set(result.id, now)
      await this.db?.put('facts', now)
      landed(result.id)
    }
    if (sentTo !== undefined) {
      this.askedAt = Date.now()
      await this.db?.put('meta', this.askedAt, 'asked')
    }
    for (const was of [...this.memory.values()]) {
      const { seq } = was.fact
      if ((was.status !== 'sent' && was.status !== 'refused') || !wanted.some(([from, to]) => seq >= from && seq <= to))
        continue
      const now: Kept = { ...was, status: 'unsent' }
      this.memory.set(was.id, now)
      await this.db?.put('facts', now)
    }
    this.count()
  }

  private async forgetOld(): Promise<void> {
    const before = Date.now() - keepSentMs
    for (const entry of [...this.memory.values()]) {
      if (entry.status !== 'sent' || entry.fact.deviceAt > before) continue
      this.memory.delete(entry.id)
      await this.db?.delete('facts', entry.id)
    }
  }

  private count(): void {
    const all = [...this.memory.values()]
    this.set({
      kept: all.filter((k) => k.status === 'unsent' || k.status === 'written').length,
      sent: all.filter((k) => k.status === 'sent').length,
      refused: all.filter((k) => k.status === 'refused').map((k) => ({ id: k.id, reason: k.reason ?? '' })),
    })
  }

  private set(change: Partial<OutboxStatus>): void {
    if (
      (Object.keys(change) as (keyof OutboxStatus)[]).every(
        (k) =>
          change[k] === this.current[k] ||
          (k === 'refused' && change[k]?.length === 0 && this.current.refused.length === 0),
      )
    )
      return
    this.current = { ...this.current, ...change }
    for (const listener of this.listeners) listener()
  }
}

class SignedOut extends Error {}
/** The office machine is there and cannot take facts; it says why. */
class HeldUp extends Error {}

/** Why the office machine takes nothing, for a line on a pad: it is tried again by itself; everything waits here. */
const reasons: Readonly<Record<string, string>> = {
  full: 'the office machine’s disk is full',
  busy: 'the office machine is busy',
  'read-only': 'the office machine may not write',
  broken: 'the office machine’s database is damaged',
  unreadable: 'the office machine cannot reach its disk',
}

async function reasonOf(response: Response): Promise<string> {
  const answer: unknown = await response.json().catch(() => undefined)
  const trouble = typeof answer === 'object' && answer !== null && 'trouble' in answer ? String(answer.trouble) : ''
  const known = Object.hasOwn(reasons, trouble) ? reasons[trouble] : undefined
  return known ?? 'the office machine takes nothing just now'
}

let shared: Promise<Outbox> | undefined
/** The one outbox of this tab. */
export const openOutbox = (): Promise<Outbox> => (shared ??= Outbox.open())
