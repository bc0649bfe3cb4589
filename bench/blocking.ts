import type { BrowserContext } from '@playwright/test'
import { startBrowser, startDemo } from './support/demo'
import { watchOthers } from './support/others'

/**
 * Total blocking time after a load: of every task of the main thread longer than 50 ms, what is beyond that, from the
 * first picture until nothing long came for a while (W3C Long Tasks; the sum’s name and its 50 ms are common practice).
 * On a phone’s page with the processor slowed four times. Prints, never fails.
 */
const slower = 4
const loads = 5
const quietMs = 2500

const demo = await startDemo(4877)
const browser = await startBrowser()
try {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  await context.request.post(`${demo.url}/api/sign-in`, { data: { personId: 'maud', passcode: 'osier bank' } })
  await context.addInitScript(() => {
    const tasks: { at: number; ms: number }[] = []
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) tasks.push({ at: e.startTime, ms: e.duration })
    }).observe({ type: 'longtask', buffered: true })
    Object.assign(window, { longTasks: tasks })
  })
  const heron = demo.idOf('Heron')
  const pages = [
    ['open to all, light', '/timing', undefined],
    ['wall', '/', 1000],
    ['dog’s page', `/dogs/${heron}`, 1000],
    ['block', `/dogs/${heron}/block`, 500],
  ] as const
  for (const [name, address, aim] of pages) {
    const others = watchOthers()
    const all: number[] = []
    for (let i = 0; i < loads; i++) all.push(await blocking(context, `${demo.url}${address}`))
    all.sort((a, b) => a - b)
    console.log(
      `${name}: the thread is blocked for ${Math.round(all[Math.floor(loads / 2)] ?? 0)} ms after a load ` +
        `(${all.map((ms) => Math.round(ms)).join(', ')})${aim === undefined ? '' : `; aim: ${aim}`}; ${others()}`,
    )
  }
} finally {
  await browser.close()
  demo.stop()
}

async function blocking(context: BrowserContext, address: string): Promise<number> {
  const page = await context.newPage()
  const session = await context.newCDPSession(page)
  await session.send('Emulation.setCPUThrottlingRate', { rate: slower })
  await page.goto(address, { waitUntil: 'load' })
  const sum = await page.evaluate(async (quiet) => {
    const { longTasks } = window as unknown as { longTasks: { at: number; ms: number }[] }
    for (let last = performance.now(), seen = 0; performance.now() - last < quiet;) {
      await new Promise((done) => setTimeout(done, 200))
      if (longTasks.length > seen) {
        seen = longTasks.length
        last = performance.now()
      }
    }
    const painted = performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0
    return longTasks.reduce((n, t) => n + Math.max(0, t.at + t.ms - Math.max(t.at, painted) - 50), 0)
  }, quietMs)
  await page.close()
  return sum
}
