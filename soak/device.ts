import { receipt } from '@/core/facts/receipt'
import type { WireFact } from '@/core/facts/wire'
import { Tablet } from '@/work/tests/kennel'

/** A tablet of this very moment. */
class TabletNow extends Tablet {
  override stamp() {
    this.at = Date.now() - 1000
    return super.stamp()
  }
}

type Asking = (ask: () => Promise<Response>) => Promise<string | undefined>
const plainly: Asking = async (ask) => {
  const answer = await ask()
  return answer.ok ? answer.text() : undefined
}

/** A device over HTTP: what was not acknowledged is sent again with what comes next. */
export class Device {
  tablet = new TabletNow()
  readonly made: string[] = []
  /** Under which names it sent, and how far the numbers of each go. */
  readonly names: { readonly device: string; upTo: number }[] = [{ device: this.tablet.device, upTo: -1 }]
  readonly acknowledged = new Set<string>()
  readonly refused: string[] = []
  private unsent: WireFact[] = []

  constructor(
    private readonly url: string,
    private cookie: string,
  ) {}

  get waits(): boolean {
    return this.unsent.length > 0
  }

  add(...facts: readonly WireFact[]): void {
    this.made.push(...facts.map((f) => f.id))
    this.unsent.push(...facts)
    const name = this.names.at(-1)
    if (name) name.upTo += facts.length
  }

  /** Sends what waits, a hundred facts at the most; throws where the server is gone. `asking`: who measures it. */
  async send(asking = plainly): Promise<void> {
    const facts = this.unsent.slice(0, 100)
    const text = await asking(async () => {
      const answer = await fetch(`${this.url}/api/facts`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie: this.cookie },
        body: JSON.stringify({ device: this.tablet.device, deviceNow: Date.now(), facts }),
      })
      // As a browser does: the name that the device is given is shown from then on.
      for (const given of answer.headers.getSetCookie()) this.cookie += `; ${given.split(';')[0] ?? ''}`
      return answer
    })
    if (text === undefined) return
    const { results, rename } = receipt.parse(JSON.parse(text))
    if (rename) return this.takeNewName()
    for (const { id, status, reason } of results)
      if (status === 'refused') this.refused.push(reason ?? '')
      else this.acknowledged.add(id)
    this.unsent = this.unsent.slice(facts.length)
  }

  /** Its name was bound to a cookie that it never heard of: what waits goes on under another, numbered anew. */
  private takeNewName(): void {
    const old = this.names.at(-1)
    if (old) old.upTo -= this.unsent.length
    this.tablet = new TabletNow()
    this.unsent = this.unsent.map((fact) => ({ ...fact, seq: this.tablet.stamp().seq }))
    this.names.push({ device: this.tablet.device, upTo: this.unsent.length - 1 })
  }
}
