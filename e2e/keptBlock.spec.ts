import { chromium, type Page } from '@playwright/test'
import { chromiumPath } from '../scripts/lib/chromium.mjs'
import { endBlock, openBlock, pointer, repsSince, sent, workReps } from './support/block'
import { expect, launch, received, reload, signIn, test, visit } from './support/kibou'

// What a block keeps on the device: with the worker that keeps pages.
test.use({ serviceWorkers: 'allow' })

/** Until the open page may be loaded again without network. */
const pageKept = (page: Page) =>
  expect
    .poll(() => page.evaluate(async () => (await (await caches.open('kibou-blocks')).keys()).length))
    .toBeGreaterThan(0)

test('a whole block with the network cut and a reload in the middle: each rep is there once', async ({
  page,
  launched: kibou,
  context,
}) => {
  const since = Date.now()
  await openBlock(page, kibou, 'Heron')
  await pageKept(page)
  await workReps(page, 2, pointer)
  await sent(page)
  await context.setOffline(true)
  const server = kibou.serverPid()
  kibou.launcher.kill('SIGKILL')
  process.kill(server, 'SIGKILL')
  const first = await workReps(page, 14, pointer)
  await expect(page.getByText(/On device: 1\d|On device: 2\d/)).toBeVisible()
  await page.reload()
  await expect(page.getByRole('button', { name: /^Clean|^Next set|^On to|^Begin set/ }).first()).toBeVisible()
  const second = await workReps(page, 14, pointer)
  await endBlock(page)
  await context.setOffline(false)
  const next = await launch(Number(new URL(kibou.url).port), kibou.file)
  try {
    await sent(page)
    await next.becomes(2 + first + second, repsSince, since)
    await next.becomes(1, `SELECT count(DISTINCT block_id) AS n FROM training_set WHERE id ${received}`, since)
    await next.becomes(1, `SELECT count(*) AS n FROM block_close WHERE id ${received}`, since)
  } finally {
    await next.stop()
  }
})

test('a tap in the very moment of a reload is kept', async ({ page, kibou, context }) => {
  const since = Date.now()
  await openBlock(page, kibou, 'Heron')
  await pageKept(page)
  await workReps(page, 1, pointer)
  await sent(page)
  await context.setOffline(true)
  await page.evaluate(() => {
    document.querySelector<HTMLElement>('[data-first=true]')?.click()
    location.reload()
  })
  await expect(page.getByText(/On device: [1-9]/)).toBeVisible()
  await context.setOffline(false)
  await sent(page)
  await kibou.becomes(2, repsSince, since)
})

test(
  'on plain http at a local name: no secure context, the open block runs on, and after the network is back ' +
    'every rep is there once',
  async ({ kibou }) => {
    const since = Date.now()
    const browser = await chromium.launch({
      executablePath: chromiumPath(),
      args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--host-resolver-rules=MAP kennel.test 127.0.0.1'],
    })
    try {
      const context = await browser.newContext({ viewport: { width: 390, height: 844 } })
      const page = await context.newPage()
      const at = kibou.url.replace('127.0.0.1', 'kennel.test')
      await visit(page, `${at}/sign-in?to=/dogs/${kibou.dog('Heron')}/block`)
      await page.getByRole('radio', { name: /Maud Ferrow/ }).check({ force: true })
      await page.getByLabel('Passcode').fill('osier bank')
      await page.getByRole('button', { name: 'Sign in' }).click()
      await expect(page.getByRole('button', { name: 'Begin block' })).toBeVisible()
      expect(
        await page.evaluate(() => ({
          secure: isSecureContext,
          worker: 'serviceWorker' in navigator,
          uuid: 'randomUUID' in crypto,
          lock: 'wakeLock' in navigator,
        })),
      ).toEqual({ secure: false, worker: false, uuid: false, lock: false })
      await page.getByRole('button', { name: 'Controls and sounds' }).click()
      await expect(page.getByText(/The screen may go dark here/)).toBeVisible()
      await page.getByRole('button', { name: 'Back', exact: true }).click()
      const before = await workReps(page, 3, pointer)
      await sent(page)
      await context.setOffline(true)
      const during = await workReps(page, 12, pointer)
      await expect(page.getByText(/no network, do not reload/)).toBeVisible()
      let asked = false
      page.once('dialog', (dialog) => {
        asked = dialog.type() === 'beforeunload'
        void dialog.dismiss()
      })
      await page.reload({ timeout: 3000 }).catch(() => undefined)
      expect(asked).toBe(true)
      await context.setOffline(false)
      await sent(page)
      page.removeAllListeners('dialog')
      await reload(page)
      const after = await workReps(page, 3, pointer)
      await sent(page)
      await kibou.becomes(before + during + after, repsSince, since)
    } finally {
      await browser.close()
    }
  },
)

test('two devices work one dog at once: both are kept, and each is told of the other', async ({
  page,
  kibou,
  browser,
}) => {
  const since = Date.now()
  const other = await browser.newContext()
  await signIn(other.request, kibou, 'joss')
  const second = await other.newPage()
  await openBlock(page, kibou, 'Heron')
  await workReps(page, 2, pointer)
  await sent(page)
  await visit(second, `${kibou.url}/dogs/${kibou.dog('Heron')}/block`)
  // Before anything is begun, and while it is worked.
  await expect(second.getByText(/Maud has been working Heron since \d\d:\d\d \(.*2 reps\)/)).toBeVisible()
  await second.getByRole('button', { name: /^Begin/ }).click()
  await expect(second.getByText(/Maud has been working Heron since \d\d:\d\d \(.*2 reps\)/)).toBeVisible()
  await Promise.all([workReps(page, 9, pointer), workReps(second, 7, pointer)])
  await Promise.all([sent(page), sent(second)])
  await kibou.becomes(18, repsSince, since)
  await kibou.becomes(2, `SELECT count(DISTINCT device) AS n FROM rep WHERE id ${received}`, since)
  await kibou.becomes(2, `SELECT count(DISTINCT recorded_by) AS n FROM training_set WHERE id ${received}`, since)
  await other.close()
})

const kills = Number(process.env['KIBOU_SOAK_KILLS'] ?? 3)
test(`the server killed ${kills} times at moments drawn by chance: every rep is there once`, async ({
  page,
  launched: kibou,
}) => {
  test.setTimeout(300_000 + kills * 20_000)
  const since = Date.now()
  await openBlock(page, kibou, 'Heron')
  let done = 0
  for (let i = 0; i < kills; i++) {
    const wait = Math.random() * 1500
    const killing = page.waitForTimeout(wait).then(() => {
      process.kill(kibou.serverPid(), 'SIGKILL')
    })
    done += await workReps(page, 6, pointer)
    await killing
    await expect
      .poll(
        () =>
          fetch(`${kibou.url}/api/health`).then(
            (r) => r.status,
            () => 0,
          ),
        { timeout: 60_000 },
      )
      .toBe(200)
  }
  // Killed as soon as it stands, again and again: the launcher does not take that for a server that cannot start.
  for (let i = 0; i < 4; i++) {
    const before = kibou.serverPid()
    process.kill(before, 'SIGKILL')
    await expect
      .poll(
        async () =>
          kibou.serverPid() !== before &&
          (await fetch(`${kibou.url}/api/health`).then(
            (r) => r.status,
            () => 0,
          )),
        { timeout: 60_000, intervals: [20] },
      )
      .toBe(200)
  }
  await sent(page)
  await kibou.becomes(done, repsSince, since)
})
