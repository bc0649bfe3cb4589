import { v4, v7 } from 'uuid'
import { nothingSaid } from '@/core/facts/words'

/** Devices that open a set each some times a second, and tell their parent what the kennel acknowledged. */
const [url = '', cookie = '', devices = '1', ...dogs] = process.argv.slice(2)

async function record(residencyId: string | undefined): Promise<never> {
  const device = v4()
  for (let seq = 0; ; seq++) {
    const fact = {
      kind: 'set-opened',
      id: v7(),
      seq,
      deviceAt: Date.now(),
      residencyId,
      rungId: 'sit.rear',
      purpose: 'work',
      blockId: v4(),
      recordedBy: 'a',
      leashHolder: 'a',
      placeId: 'room',
      level: 0,
      distanceBand: null,
      kit: '1.8 m leash',
      temperatureC: null,
      minutesIn: null,
      exerciseMinutesAgo: null,
      ...nothingSaid.set,
      replaces: null,
    }
    const answer = await fetch(`${url}/api/facts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie },
      body: JSON.stringify({ device, deviceNow: Date.now(), facts: [fact] }),
    })
    const said = (await answer.json()) as { results?: { status: string }[] }
    if (said.results?.[0]?.status === 'stored') process.send?.(fact.id)
    await new Promise((done) => setTimeout(done, 400))
  }
}
await Promise.all(Array.from({ length: Number(devices) }, (_, i) => record(dogs[i])))
