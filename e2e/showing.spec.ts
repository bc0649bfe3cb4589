import AxeBuilder from '@axe-core/playwright'
import { devices, type Page } from '@playwright/test'
import { writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import {
  alive,
  expect,
  expectNoAxeFindings,
  launch,
  received,
  reload,
  signIn,
  tabTo,
  test,
  visit,
  type Kibou,
} from './support/kibou'
import { sent } from './support/block'

// What a demonstration keeps on the device is tested here.
test.use({ serviceWorkers: 'allow' })

const handset = {
  viewport: { width: 390, height: 844 },
  hasTouch: true,
  isMobile: true,
  userAgent: devices['Pixel 7'].userAgent,
}
const live = (kibou: Kibou, dog: string) => `${kibou.url}/dogs/${kibou.dog(dog)}/demonstration/live`
const tries = `SELECT count(*) AS n FROM rep r JOIN training_set s ON s.id = r.set_id
  WHERE s.item_id IS NOT NULL AND r.id ${received}`
const next = (page: Page) => page.getByRole('button', { name: /^(Next:|Now |The end)/ })
const title = (page: Page) => page.getByRole('heading', { level: 2 }).innerText()

/** Nothing of it asks for a scroll, a dialog or a text field. */
async function byOneThumb(page: Page): Promise<void> {
  expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBeLessThanOrEqual(844)
  expect(
    await page.evaluate(() =>
      [...document.querySelectorAll('main *')]
        .filter((e) => e.scrollHeight > e.clientHeight + 1 && getComputedStyle(e).overflowY === 'auto')
        .map((e) => e.textContent?.slice(0, 40)),
    ),
  ).toEqual([])
  expect(await page.locator('[role="dialog"], input[type="text"], textarea').count()).toBe(0)
}

/** Goes through items, each with these outcomes where something is tried, until the turn or the end is there. */
async function show(page: Page, outcomes: readonly string[], until: RegExp, hands: RegExp[] = []): Promise<number> {
  let n = 0
  for (let i = 0; i < 20; i++) {
    if (until.test(await page.getByRole('heading', { level: 1 }).innerText())) return n
    const clean = page.getByRole('button', { name: /^Clean/ })
    await byOneThumb(page)
    if (await clean.isVisible())
      for (const outcome of outcomes) {
        for (const hand of hands)
          if (await page.getByRole('button', { name: hand }).isVisible())
            await page.getByRole('button', { name: hand }).tap()
        await page.getByRole('button', { name: new RegExp(`^${outcome}`) }).tap()
        n++
        await byOneThumb(page)
      }
    await next(page).tap()
  }
  throw new Error('the turn does not end')
}

test.describe('a demonstration on a phone', () => {
  test.use(handset)

  test('whole, without network, reloaded in the middle, the server killed, gone on with on a second phone', async ({
    page,
    launched: kibou,
    context,
    browser,
  }) => {
    const since = Date.now()
    await visit(page, live(kibou, 'Wren'))
    await expect
      .poll(() => page.evaluate(async () => (await (await caches.open('kibou-blocks')).keys()).length))
      .toBeGreaterThan(0)
    await byOneThumb(page)
    await page.getByRole('button', { name: /^Begin/ }).tap()
    await context.setOffline(true)
    const server = kibou.serverPid()
    kibou.launcher.kill('SIGKILL')
    process.kill(server, 'SIGKILL')

    // A hold that breaks, by its clock; then two tries more of it without.
    while (!(await page.getByRole('button', { name: /^Start hold/ }).isVisible())) await next(page).tap()
    await page.getByRole('button', { name: /^Start hold/ }).tap()
    await expect(page.getByRole('timer')).toBeVisible()
    await byOneThumb(page)
    await page.getByRole('button', { name: /^Broke/ }).tap()
    await expect(page.getByRole('status', { name: 'Tries: miss' })).toBeVisible()
    const held = await title(page)
    await page.reload()
    await alive(page)
    expect(await title(page)).toBe(held)
    await expect(page.getByRole('status', { name: 'Tries: miss' })).toBeVisible()
    let done = 1 + (await show(page, ['Clean'], /Edda’s turn/))

    // The owner's hands go with the try they are marked in; none is needed.
    const first = await show(page, ['Miss', 'Clean'], /Edda’s turn 4 of/, [/^One cue/])
    done += first
    await page.getByRole('button', { name: /^Disruption/ }).tap()
    await page.getByRole('button', { name: 'Half of it done' }).tap()
    await byOneThumb(page)
    await page.getByRole('button', { name: 'Stop here' }).tap()
    await expect(page.getByRole('heading', { name: 'Half of it done' })).toBeVisible()

    await context.setOffline(false)
    const again = await launch(Number(new URL(kibou.url).port), kibou.file)
    try {
      await sent(page)
      const other = await browser.newContext({ ...handset, serviceWorkers: 'block' })
      await signIn(other.request, again, 'joss')
      const second = await other.newPage()
      await visit(second, live(again, 'Wren'))
      await expect(second.getByRole('heading', { name: 'Begun on another device' })).toBeVisible()
      await second.getByRole('button', { name: 'Go on here' }).tap()
      await second.getByRole('button', { name: 'Continue' }).tap()
      await expect(second.getByRole('heading', { level: 1 })).toContainText('Edda’s turn 4 of')
      done += await show(second, ['Clean'], /The end/)
      await second.getByRole('button', { name: 'Done' }).tap()
      await expect(second.getByText('Saved.')).toBeVisible()
      await sent(second)
      await again.becomes(done, tries, since)
      await again.becomes(1, `SELECT count(*) AS n FROM demonstration WHERE id ${received}`, since)
      await again.becomes(1, `SELECT count(*) AS n FROM demonstration WHERE whole > 0 AND id ${received}`, since)
      await again.becomes(2, `SELECT count(*) AS n FROM demonstration_close WHERE id ${received}`, since)
      await again.becomes(first, `SELECT count(*) AS n FROM owners_hands WHERE id ${received}`, since)
      const by = `SELECT count(DISTINCT device) AS n FROM training_set WHERE item_id IS NOT NULL AND id ${received}`
      await again.becomes(2, by, since)
      await second.getByRole('link', { name: 'What worked, and homework' }).tap()
      await expect(second.getByRole('heading', { name: 'The gap' })).toBeVisible()
      await other.close()
    } finally {
      await again.stop()
    }
  })

  test('is readable at 7 to 1 before, in either turn, in a disruption and at the end', async ({ page, kibou }) => {
    const strong = async () => {
      const { violations } = await new AxeBuilder({ page })
        .withRules(['color-contrast-enhanced', 'target-size'])
        .analyze()
      expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`)).toEqual([])
    }
    await visit(page, live(kibou, 'Wren'))
    await strong()
    await expectNoAxeFindings(page)
    await page.getByRole('button', { name: 'Owner late' }).tap()
    await strong()
    await page.getByRole('button', { name: /^Begin/ }).tap()
    await next(page).tap()
    await page.getByRole('button', { name: /^Miss/ }).tap()
    await strong()
    await expectNoAxeFindings(page)
    while (!/Edda’s turn 2/.test(await page.getByRole('heading', { level: 1 }).innerText())) await next(page).tap()
    await page.getByRole('button', { name: /^One cue/ }).tap()
    await page.getByRole('button', { name: /^Calm voice/ }).tap()
    await page.getByRole('button', { name: /^Calm voice/ }).tap()
    await page.getByRole('button', { name: /^Helped/ }).tap()
    await strong()
    await expectNoAxeFindings(page)
    await page.getByRole('button', { name: /^Disruption/ }).tap()
    await strong()
    await page.getByRole('button', { name: 'Owner upset' }).tap()
    await strong()
    await page.getByRole('button', { name: 'Go on' }).tap()
    while (!(await page.getByRole('button', { name: 'Done' }).isVisible())) await next(page).tap()
    await strong()
    await expectNoAxeFindings(page)
  })
})

test('a second phone scores beside: both are kept, and the page after says how far they agree', async ({
  page,
  kibou,
  browser,
}) => {
  const since = Date.now()
  await visit(page, live(kibou, 'Gimlet'))
  await page.getByRole('button', { name: /^Begin/ }).click()
  await page.keyboard.press('n')
  await page.keyboard.press('c')
  await sent(page)
  const other = await browser.newContext({ serviceWorkers: 'block' })
  await signIn(other.request, kibou, 'joss')
  const beside = await other.newPage()
  await visit(beside, live(kibou, 'Gimlet'))
  await beside.getByRole('button', { name: 'Score as second observer' }).click()
  await beside.keyboard.press('l')
  await sent(beside)
  await kibou.becomes(2, tries, since)
  await kibou.becomes(1, `SELECT count(*) AS n FROM training_set WHERE beside = 1 AND id ${received}`, since)
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Gimlet')}/demonstration/after`)
  await expect(page.getByText('Two scored 1 try and said the same of 0')).toBeVisible()
  await other.close()
})

test('from the gap to homework to the printed booklet, by keyboard alone', async ({ page, kibou }) => {
  const address = `/dogs/${kibou.dog('Lapwing')}`
  await visit(page, `${kibou.url}${address}/demonstration/after`)
  await expect(
    page.getByText(/^Heel: for you 5 of 5, for Nell 2 of 7; in 4 of the 5 misses the leash was tight/),
  ).toBeVisible()
  await expectNoAxeFindings(page)
  await tabTo(page, /^Change week 1, Heel/)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Tab')
  await expect(page.getByRole('textbox', { name: 'Words, week 1, Heel' })).toBeFocused()
  await page.keyboard.press('Control+A')
  await page.keyboard.type('Only in the hall, the leash slack before the first step.')
  await tabTo(page, /^\s*(Keep|Save) /)
  await page.keyboard.press('Enter')
  await kibou.becomes(1, 'SELECT count(*) AS n FROM homework_change')
  await expect(page.getByText(/Version 1, Maud Ferrow/)).toBeVisible()
  await reload(page)
  await expect(page.getByText('Only in the hall, the leash slack before the first step.').first()).toBeVisible()
  await tabTo(page, /^\s*Booklet, A5/)
  // What the browser itself is answered: its viewer may drop the connection before a second request.
  const answered = page.waitForResponse(/booklet\.pdf\?size=half/)
  await page.keyboard.press('Enter')
  const pdf = await answered
  expect([pdf.status(), pdf.headers()['content-type']]).toEqual([200, 'application/pdf'])
})

test('the practice file runs from a disk without any network, and its log is read back once', async ({
  page,
  kibou,
  browser,
}) => {
  const address = `${kibou.url}/dogs/${kibou.dog('Lapwing')}`
  const file = join(tmpdir(), `practice-${process.env['TEST_PARALLEL_INDEX'] ?? 0}.html`)
  writeFileSync(file, await (await page.request.get(`${address}/practice.html`)).body())
  const home = await browser.newContext({ ...handset, offline: true })
  const phone = await home.newPage()
  const asked: string[] = []
  const wrong: string[] = []
  phone.on('request', (r) => {
    if (!r.url().startsWith('file:')) asked.push(r.url())
  })
  phone.on('pageerror', (e) => wrong.push(e.message))
  phone.on('console', (m) => {
    if (m.type() === 'error') wrong.push(m.text())
  })
  // A browser may read as empty, and lose, what is asked of its storage before it answered anything.
  await phone.addInitScript(() => {
    const [ask, read] = [navigator.locks.request.bind(navigator.locks), Storage.prototype.getItem]
    let answered = false
    // A listener of its own from before the program’s: it can keep what another tab did from it.
    window.addEventListener('storage', (e) => {
      if ('deaf' in window) e.stopImmediatePropagation()
    })
    navigator.locks.request = async (name: string, ...rest: unknown[]) => {
      const got: unknown = await (ask as (...a: unknown[]) => Promise<unknown>)(name, ...rest)
      answered = true
      return got
    }
    Storage.prototype.getItem = function (key) {
      if (!answered) throw new Error('read before the browser answered')
      return read.call(this, key)
    }
  })
  await phone.goto(`file://${file}`)
  await phone.getByRole('button', { name: 'week 1' }).tap()
  await phone.getByRole('button', { name: 'Good' }).first().tap()
  await phone.getByRole('button', { name: 'Good' }).first().tap()
  await phone.getByRole('button', { name: 'Not yet' }).first().tap()
  await expect(phone.getByText('today: 2 of 3 good')).toBeVisible()
  await phone.getByRole('button', { name: 'Undo' }).tap()
  await expect(phone.getByText('today: 2 of 2 good')).toBeVisible()
  await phone.getByRole('button', { name: /^30 seconds/ }).tap()
  await expect(phone.getByRole('timer').filter({ hasText: /\d\.\d/ })).toBeVisible()
  await phone.reload()
  await expect(phone.getByText('today: 2 of 2 good')).toBeVisible()
  // Open twice: neither writes over what the other logged.
  const twice = await home.newPage()
  await twice.goto(`file://${file}`)
  await twice.getByRole('button', { name: 'week 1' }).tap()
  await twice.getByRole('button', { name: 'Not yet' }).first().tap()
  await phone.getByRole('button', { name: 'week 1' }).tap()
  await expect(phone.getByText('today: 2 of 3 good')).toBeVisible()
  await twice.getByRole('button', { name: 'Undo' }).tap()
  await expect(phone.getByText('today: 2 of 2 good')).toBeVisible()
  await phone.getByRole('button', { name: 'Good' }).first().tap()
  await expect(twice.getByText('today: 3 of 3 good')).toBeVisible()
  await phone.getByRole('button', { name: 'Undo' }).tap()
  await expect(twice.getByText('today: 2 of 2 good')).toBeVisible()
  // Nor where a tab was not told, as one that slept: it looks before it writes.
  await phone.evaluate(() => Object.assign(window, { deaf: true }))
  await twice.getByRole('button', { name: 'Not yet' }).first().tap()
  await expect(twice.getByText('today: 2 of 3 good')).toBeVisible()
  await expect(phone.getByText('today: 2 of 2 good')).toBeVisible()
  await phone.getByRole('button', { name: 'Good' }).first().tap()
  await expect(phone.getByText('today: 3 of 4 good')).toBeVisible()
  await phone.getByRole('button', { name: 'Undo' }).tap()
  await expect(twice.getByText('today: 2 of 3 good')).toBeVisible()
  await twice.close()
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await expectNoAxeFindings(phone)
  const log = await phone.getByLabel('The log').inputValue()
  expect(log).toMatch(
    /^kibou-practice 2 [0-9a-f-]{36}\n\d{4}-\d\d-\d\d \d\d:\d\d recall 2\/3 #\w+-0\.\d+\nsum [0-9a-f]{8} 1\n$/,
  )
  const [download] = await Promise.all([
    phone.waitForEvent('download'),
    phone.getByRole('button', { name: 'Save as a file' }).tap(),
  ])
  const saved = await download.path()
  expect(asked.filter((a) => !a.startsWith('blob:'))).toEqual([])
  expect(wrong).toEqual([])

  const entries = "SELECT count(*) AS n FROM practice_log WHERE entry NOT LIKE 'lapw-%'"
  await visit(page, `${address}/demonstration/after`)
  const paste = page.getByRole('textbox', { name: /^A log that Nell Harrowby sent/ })
  await paste.fill(`Hello! ${log} Nell`)
  await page.getByRole('button', { name: 'Read it' }).click()
  await kibou.becomes(1, entries)
  await page.locator('input[type="file"]').setInputFiles(saved)
  await kibou.becomes(1, entries)
  await paste.fill(log.replace('2/3', '1/3'))
  await page.getByRole('button', { name: 'Read it' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'altered' })).toBeVisible()
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Wren')}/demonstration/after`)
  await page.getByRole('textbox', { name: /^A log that/ }).fill(log)
  await page.getByRole('button', { name: 'Read it' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'another dog' })).toBeVisible()
  await kibou.becomes(1, entries)
  await home.close()
})
