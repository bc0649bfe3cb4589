import { Device } from './device'

/** Devices that open a set every five seconds or so, and tell their parent what the kennel acknowledged. */
const [url = '', cookie = '', devices = '1', ...dogs] = process.argv.slice(2)

async function record(residencyId: string): Promise<never> {
  const device = new Device(url, cookie)
  for (let told = 0; ;) {
    device.add(device.tablet.set(residencyId, 'a'))
    await device.send()
    const acknowledged = [...device.acknowledged]
    for (; told < acknowledged.length; told++) process.send?.(acknowledged[told])
    await new Promise((done) => setTimeout(done, 10_000 * Math.random()))
  }
}
await Promise.all(Array.from({ length: Number(devices) }, (_, i) => record(dogs[i] ?? '')))
