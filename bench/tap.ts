import type { BrowserContext, CDPSession, Locator, Page } from '@playwright/test'
import { startBrowser, startDemo } from './support/demo'
import { stolen, watchOthers } from './support/others'

/**
 * From a tap to the picture that answers it, on a phone's page with the processor slowed four times, beside a button
 * that does nothing.
 */
const taps = Number(process.env['KIBOU_BENCH_TAPS'] ?? 500)
const slower = 4
/**
 * Waited three times between two taps: no dog does a rep faster, and what a tap leaves to do afterwards is not counted
 * against the next.
 */
const gapMs = Number(process.env['KIBOU_BENCH_GAP'] ?? 150)
/** A quick tap of a finger lies on the glass so long (common practice). */
const onGlassMs = 60
const demo = await startDemo(4878)
const { url } = demo
const [dog, shown] = [demo.idOf('Heron'), demo.idOf('Wren')]

const browser = await startBrowser()
try {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })
  await context.request.post(`${url}/api/sign-in`, { data: { personId: 'maud', passcode: 'osier bank' } })
  await measured(context, `${url}/dogs/${dog}/work/down`, 'a block', async (page) => {
    await page.getByRole('button', { name: 'Begin set' }).tap()
  })
  await measured(context, `${url}/dogs/${shown}/demonstration/live`, 'a demonstration', async (page) => {
    await page.getByRole('button', { name: /^Begin/ }).tap()
    await page.getByRole('button', { name: /^Next/ }).tap()
  })
} finally {
  await browser.close()
  demo.stop()
}

/** Taps on the target of a clean rep of one page, beside those on a button that does nothing. */
async function measured(
  context: BrowserContext,
  address: string,
  what: string,
  begin: (page: Page) => Promise<void>,
): Promise<void> {
  const page = await context.newPage()
  await page.goto(address, { waitUntil: 'networkidle' })
  await begin(page)
  await page.evaluate(() => {
    const idle = document.createElement('button')
    idle.textContent = 'Nothing'
    idle.id = 'nothing'
    idle.style.cssText = 'position:fixed;top:0;right:0;width:64px;height:64px;z-index:9'
    document.body.append(idle)
    // Event Timing (W3C): from the touch to the next picture, for each phase of a tap; the longest phase is what is
    // felt.
    let longest = 0
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) {
        const e = entry as PerformanceEventTiming & { interactionId: number }
        if (e.interactionId > 0) longest = Math.max(longest, e.duration)
      }
    }).observe({ type: 'event', durationThreshold: 16 } as PerformanceObserverInit)
    Object.assign(window, {
      take: () => {
        const took = longest
        longest = 0
        return took
      },
    })
  })
  const session = await context.newCDPSession(page)
  await context.setOffline(true)
  const others = watchOthers()
  const real: Tap[] = []
  const nothing: Tap[] = []
  // In turns, so that whatever else this machine does strikes both alike.
  for (let i = 0; i < taps; i++) {
    nothing.push(await timedTap(session, page, page.locator('#nothing')))
    real.push(await timedTap(session, page, await cleanTarget(page)))
  }
  console.log(
    `${what}: tap to paint, ${taps} taps in turns with ${taps} on a button that does nothing on the same page; ` +
      `processor slowed ${slower} times, network cut; ${others()}`,
  )
  report('all taps', real, nothing)
  report(
    'those during which nobody else had the machine',
    real.filter((t) => t.alone),
    nothing.filter((t) => t.alone),
  )
  await context.setOffline(false)
  await page.close()
}

interface Tap {
  /** A tap whose picture came within 16 ms is not reported by the browser and counts as 16. */
  readonly ms: number
  /** No other guest of the machine took anything of it from the touch until well after the picture. */
  readonly alone: boolean
}

/**
 * A finger put down in the middle of a target and lifted. Where that is, is asked well before: a finger runs no program
 * in the page.
 */
async function timedTap(session: CDPSession, page: Page, target: Locator): Promise<Tap> {
  const box = await target.boundingBox()
  if (!box) throw new Error('what is to be tapped is not there')
  await page.waitForTimeout(gapMs)
  await page.evaluate(() => (window as unknown as { take: () => number }).take())
  // Slowed only around the tap: slowing is done by spinning, and a machine that spins all the time is given less of
  // itself.
  await session.send('Emulation.setCPUThrottlingRate', { rate: slower })
  await page.waitForTimeout(gapMs)
  const before = stolen()
  await session.send('Input.dispatchTouchEvent', {
    type: 'touchStart',
    touchPoints: [{ x: box.x + box.width / 2, y: box.y + box.height / 2 }],
  })
  await page.waitForTimeout(onGlassMs)
  await session.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
  await page.waitForTimeout(gapMs)
  const alone = stolen() === before
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 })
  return { ms: Math.max(16, await page.evaluate(() => (window as unknown as { take: () => number }).take())), alone }
}

/** The target of a clean rep; a set that is over is gone on from first, which is not measured. */
async function cleanTarget(page: Page): Promise<Locator> {
  const clean = page.locator('[data-key="clean"]')
  for (let tries = 0; tries < 60; tries++) {
    await page.waitForTimeout(gapMs)
    if (await clean.isVisible()) return clean
    for (const name of [/^Begin/, /^Next set/, /^Close this/, /^No break/, /^Change set/]) {
      const button = page.getByRole('button', { name }).first()
      if (await button.isVisible()) {
        await button.tap()
        break
      }
    }
  }
  throw new Error(`no target for a clean rep: ${await page.locator('main').innerText()}`)
}

function report(which: string, real: readonly Tap[], nothing: readonly Tap[]): void {
  const [tap, empty] = [real, nothing].map((all) => {
    const times = all.map((t) => t.ms).sort((a, b) => a - b)
    return {
      n: times.length,
      p50: times[Math.floor(times.length * 0.5)] ?? Number.NaN,
      p95: times[Math.floor(times.length * 0.95)] ?? Number.NaN,
    }
  })
  if (!tap || !empty) return
  console.log(
    `${which}: ${tap.n} taps, p50 ${tap.p50.toFixed(0)} ms, p95 ${tap.p95.toFixed(0)} ms (aim: p95 under 50); ` +
      `the empty button ${empty.n}, p50 ${empty.p50.toFixed(0)} ms, p95 ${empty.p95.toFixed(0)} ms; ratio p50 ` +
      `${(tap.p50 / empty.p50).toFixed(2)}, p95 ${(tap.p95 / empty.p95).toFixed(2)}`,
  )
}
