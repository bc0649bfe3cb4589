import { ShowSession } from '@/device/live/demonstration'
import type { LiveOutbox } from '@/device/live/session'
import type { Showing } from '@/core/facts/words'
import type { WireFact } from '@/core/facts/wire'
import { groundOf } from '@/screens/showing/ground'
import type { Db } from '@/store/database'
import { recordFacts } from '../record/accept'
import { loadShowing, type ShowingView } from '../page/showing'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from './kennel'
import { markOf } from '@/core/facts/deviceMark'

/** A phone that keeps what it made and sends when it is told to. */
export class Phone {
  readonly facts: WireFact[] = []
  private readonly sent = new Set<string>()
  constructor(readonly tablet = new Tablet()) {}

  get outbox(): LiveOutbox {
    return {
      deviceId: markOf(this.tablet.device),
      isSent: (id) => this.sent.has(id),
      facts: () => this.facts,
      add: (fact) => {
        const stamped = { ...fact, ...this.tablet.stamp() } as WireFact
        this.facts.push(stamped)
        return stamped
      },
    }
  }

  /** Sends what was not sent yet; gives what became of it. */
  send(db: Db, now = this.tablet.at, order: (facts: readonly WireFact[]) => readonly WireFact[] = (f) => f) {
    const batch = order(this.facts.filter((f) => !this.sent.has(f.id)))
    for (const f of batch) this.sent.add(f.id)
    return recordFacts(db, { device: this.tablet.device, deviceNow: this.tablet.at, facts: batch }, now).results
  }
}

/** A session as the screen makes it, at this phone’s own moment. */
export const sessionOf = (view: ShowingView, phone: Phone): ShowSession =>
  new ShowSession({ ...groundOf(view), now: phone.tablet.at }, phone.outbox)

/** A dog that holds its sit and is to be rehearsed, and two who may show it. */
export function readyKennel(more: Record<string, unknown> = {}) {
  const db = newKennel()
  const ada = trainer(db)
  const ben = trainer(db, 'Ben')
  const residencyId = dog(db, { run: '1', ...more })
  db.prepare('UPDATE residency SET rehearse = 1 WHERE id = ?').run(residencyId)
  const tablet = new Tablet()
  for (const day of [0, 1]) {
    tablet.at = monday + day * msPerDay
    const set = tablet.set(residencyId, ada)
    recordFacts(db, tablet.batch([set, ...Array.from({ length: 10 }, () => tablet.rep(set.id))]), tablet.at)
  }
  const now = monday + 2 * msPerDay
  const view = (what: Showing = 'demonstration', at = now) => {
    const found = loadShowing(db, residencyId, what, at, { me: ada })
    if (!found) throw new Error('no such page')
    return found
  }
  const phone = () => {
    const made = new Phone()
    made.tablet.at = now
    return made
  }
  return { db, ada, ben, residencyId, now, view, phone }
}
