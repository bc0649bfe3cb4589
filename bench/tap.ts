import { chromium, type Page } from '@playwright/test'
import Database from 'better-sqlite3'
import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { z } from 'zod'

/** From a tap to the picture that answers it, on a phone's page with the processor slowed four times, beside a button that does nothing. */
const taps = Number(process.env['KIBOU_BENCH_TAPS'] ?? 500)
const slower = 4
/** Between two taps: no dog does a rep faster, and what a tap leaves to do afterwards is not counted against the next. */
const gapMs = Number(process.env['KIBOU_BENCH_GAP'] ?? 250)
const port = 4878
const file = join(mkdtempSync(join(tmpdir(), 'kibou-tap-')), 'kennel.db')
const demo = spawn(process.execPath, ['scripts/demo.mjs'], { env: { ...process.env, PORT: String(port), HOST: '127.0.0.1', KIBOU_DB: file }, stdio: 'ignore' })
const url = `http://127.0.0.1:${port}`
for (let i = 0; ; i++) {
  if (await fetch(`${url}/api/health`).then((r) => r.ok, () => false)) break
  if (i > 1200) throw new Error('the demo did not start')
  await new Promise((done) => setTimeout(done, 250))
}
const db = new Database(file, { readonly: true })
const dog = z.object({ id: z.string() }).parse(db.prepare("SELECT r.id FROM residency r JOIN dog d ON d.id = r.dog_id WHERE d.name = 'Heron'").get()).id
db.close()

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic'] })
try {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })
  await context.request.post(`${url}/api/sign-in`, { data: { personId: 'maud', passcode: 'osier bank' } })
  // tsx names functions with this helper, and the page is handed such functions.
  await context.addInitScript({ content: 'globalThis.__name = (f) => f' })
  const page = await context.newPage()
  await page.goto(`${url}/dogs/${dog}/work/down`, { waitUntil: 'networkidle' })
  await page.getByRole('button', { name: 'Begin set' }).tap()
  await page.evaluate(() => {
    const idle = document.createElement('button')
    idle.textContent = 'Nothing'
    idle.id = 'nothing'
    idle.style.cssText = 'position:fixed;top:0;right:0;width:64px;height:64px;z-index:9'
    document.body.append(idle)
    // Event Timing (W3C): from the touch to the next picture, for each phase of a tap; the longest phase is what is felt.
    const longest = new Map<number, number>()
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) {
        const e = entry as PerformanceEventTiming & { interactionId: number }
        if (e.interactionId > 0 && e.target instanceof Element && e.target.closest('#nothing, [data-outcome]')) longest.set(e.interactionId, Math.max(longest.get(e.interactionId) ?? 0, e.duration))
      }
    }).observe({ type: 'event', durationThreshold: 16 } as PerformanceObserverInit)
    Object.assign(window, { taken: () => [...longest.values()], forget: () => longest.clear() })
  })
  const session = await context.newCDPSession(page)
  await session.send('Emulation.setCPUThrottlingRate', { rate: slower })
  await context.setOffline(true)
  const nothing = await run(page, async () => { await page.locator('#nothing').tap({ force: true }) })
  const real = await run(page, () => tapClean(page))
  console.log(`tap to paint, ${taps} taps, processor slowed ${slower} times, network cut, ${gapMs} ms between them: p50 ${real.p50.toFixed(1)} ms, p95 ${real.p95.toFixed(1)} ms (aim: p95 under 50); ${real.measured} of ${taps} took longer than a frame`)
  console.log(`a button that does nothing on the same page: p50 ${nothing.p50.toFixed(1)} ms, p95 ${nothing.p95.toFixed(1)} ms; ratio p50 ${(real.p50 / nothing.p50).toFixed(2)}, p95 ${(real.p95 / nothing.p95).toFixed(2)}`)
} finally {
  await browser.close()
  demo.kill('SIGTERM')
}

/** One tap of clean; sets that end are gone on from, which is not measured. */
async function tapClean(page: Page): Promise<void> {
  for (;;) {
    const clean = page.locator('[data-outcome="clean"]')
    if (await clean.isVisible()) return clean.tap({ force: true })
    await page.waitForTimeout(450)
    for (const name of [/^Begin/, /^Next set/, /^Close this/, /^No break/]) {
      const button = page.getByRole('button', { name }).first()
      if (await button.isVisible()) {
        await button.tap()
        break
      }
    }
  }
}

/** What the page measured; a tap whose picture came within 16 ms is not reported by the browser and counts as 16. */
async function run(page: Page, tap: () => Promise<void>): Promise<{ readonly p50: number; readonly p95: number; readonly measured: number }> {
  await page.evaluate(() => { (window as unknown as { forget: () => void }).forget() })
  for (let i = 0; i < taps; i++) {
    await tap()
    await page.waitForTimeout(gapMs)
  }
  await page.waitForTimeout(500)
  const reported = await page.evaluate(() => (window as unknown as { taken: () => number[] }).taken())
  const times = [...reported, ...Array.from({ length: Math.max(0, taps - reported.length) }, () => 16)].sort((a, b) => a - b)
  return { measured: reported.length, p50: times[Math.floor(times.length * 0.5)] ?? 0, p95: times[Math.floor(times.length * 0.95)] ?? 0 }
}
