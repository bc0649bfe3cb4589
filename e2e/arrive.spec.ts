import { setTimeout as sleep } from 'node:timers/promises'
import type { Page } from '@playwright/test'
import Database from 'better-sqlite3'
import sharp from 'sharp'
import { everyAction } from './support/addresses'
import { expect, expectNoAxeFindings, signIn, tabTo, test, type Kibou, visit } from './support/kibou'

const dayFromToday = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)

/** Fields that must be typed into: marked as required, and empty when the form opens. */
const toBeTyped = (page: Page) =>
  page
    .locator('input[required], input[aria-required="true"], textarea[aria-required="true"]')
    .evaluateAll(
      (all) =>
        all.filter((e) => (e as HTMLInputElement).value === '' && (e as HTMLElement).offsetParent !== null).length,
    )
    .then(async (n) => n + (await page.locator('[data-needed="true"]:has(input[type="hidden"][value=""])').count()))

/** Types into the field that has the focus. */
async function type(page: Page, field: RegExp, text: string, most = 120): Promise<void> {
  await tabTo(page, field, most)
  await page.keyboard.press('Control+A')
  await page.keyboard.type(text)
}

async function press(page: Page, name: RegExp, most = 200): Promise<void> {
  await tabTo(page, name, most)
  await page.keyboard.press('Enter')
}

test('by keyboard alone, from an empty database to the first step of a dog of yesterday, in twelve fields', async ({
  page,
  empty,
}) => {
  let required = 0
  await visit(page, empty.url)
  required += await toBeTyped(page)
  await type(page, /^ {2}name /, 'Maud Ferrow')
  for (const field of [/^ {2}passcode /, /^ {2}again /]) await type(page, field, 'willow ferry rod')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'No dog is here yet' })).toBeVisible()

  await visit(page, `${empty.url}/house`)
  await press(page, /Save kennel/)
  await expect(page.getByText('Saved.').first()).toBeVisible()
  const spacesBefore = await toBeTyped(page)
  for (const name of ['Hay barn', 'Orchard paddock']) {
    await press(page, /Another location/)
    await page.keyboard.press('Shift+Tab')
    // The new row stands before the button: back to its first field.
    for (let i = 0; i < 12; i++) {
      const at = await page.evaluate(() => document.activeElement?.getAttribute('name') ?? '')
      if (/^spaces\.\d+\.name$/.test(at)) break
      await page.keyboard.press('Shift+Tab')
    }
    await page.keyboard.type(name)
  }
  await press(page, /Save locations/)
  await expect
    .poll(() =>
      empty.count("SELECT count(*) AS n FROM place WHERE closed = 0 AND name IN ('Hay barn', 'Orchard paddock')"),
    )
    .toBe(2)
  required += 2
  // What is left to be typed on this page are the feed's two.
  required += spacesBefore
  await type(page, /feeds\.0\.name/, 'House kibble')
  await type(page, /feeds\.0\.kcalPer100g/, '360')
  await page.keyboard.press('Enter')
  await expect.poll(() => empty.count('SELECT count(*) AS n FROM feed')).toBe(1)

  await visit(page, `${empty.url}/dogs/new`)
  required += (await toBeTyped(page)) + 1 // and one promise
  await type(page, /^ {2}name /, 'Gorse')
  await type(page, /^ {2}run /, '3')
  await type(page, /^ {2}owner /, 'Tamsin Orrel')
  for (const [field, days] of [
    [/^day, .*Arrives on/, -1],
    [/^day, .*Goes home on/, 20],
  ] as const) {
    await tabTo(page, field)
    const [year, month, day] = dayFromToday(days).split('-')
    await page.keyboard.type(`${day}${month}${year}`)
  }
  await expect(page.locator('input[name="arrivesOn"]')).toHaveValue(dayFromToday(-1))
  await press(page, /Sit up to/)
  await expect(page.getByRole('option', { name: /Word alone/ })).toBeVisible()
  await page.keyboard.type('word al')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /Sit up to/ })).toContainText('Word alone')
  await press(page, /Add dog/)
  await expect(page.getByRole('heading', { name: 'Intake' })).toBeVisible()
  await expectNoAxeFindings(page)
  await press(page, /^ Later/)
  await expect(page.getByRole('heading', { name: 'Gorse' })).toBeVisible()
  expect(required).toBeLessThanOrEqual(12)

  // The one thing to do now on its page is the baseline.
  await press(page, /^ Baseline/)
  await expect(page.getByRole('heading', { name: 'Baseline', exact: true })).toBeVisible()
  await press(page, /^ Sit /)
  for (let i = 0; i < 8 && (await page.getByText(/^Sit, rep/).count()) > 0; i++) {
    // This dog can do the first four rungs.
    const rung = await page.getByRole('region', { name: 'Ask for this now' }).getByRole('heading').textContent()
    const can = ['Any move of the rear', 'Full sit', 'Empty hand', 'Word, then hand'].includes(rung ?? '')
    const before = empty.count('SELECT count(*) AS n FROM baseline_rep')
    const said = (await page.getByText(/^Sit, rep/).textContent()) ?? ''
    if (i === 0) await press(page, /^ I gave the cue/)
    await tabTo(page, can ? /^ Clean/ : /^ Not clean/)
    await page.keyboard.press('Enter')
    await expect.poll(() => empty.count('SELECT count(*) AS n FROM baseline_rep')).toBe(before + 1)
    // What is asked next is read once it is there.
    await expect(page.getByText(said, { exact: true })).toBeHidden()
  }
  expect(empty.count('SELECT count(*) AS n FROM baseline_rep WHERE latency_s BETWEEN 0 AND 60')).toBe(1)
  await press(page, /Begin it as proposed/)
  await expect.poll(() => empty.count("SELECT count(*) AS n FROM baseline_start WHERE command = 'sit'")).toBe(1)
  expect(empty.count('SELECT count(*) AS n FROM rep')).toBe(0)

  await press(page, /What the dog works for/)
  await press(page, /taken at once/)
  await expect(
    page.getByText('The dog works for the regular meal. Train before dinner, and reward from the ration.'),
  ).toBeVisible()
  await press(page, /Back to /)
  await expect(page.getByRole('heading', { name: 'Gorse' })).toBeVisible()
  // The right first steps: the mark, which this dog has not met, then sit, at the rung that the baseline found.
  expect(
    empty.count(
      `SELECT count(*) AS n FROM baseline_start
       WHERE command = 'sit' AND rung_id = 'sit.empty' AND proposed = 'sit.empty'`,
    ),
  ).toBe(1)
  const steps = page.getByRole('region', { name: 'Next' }).getByRole('heading', { level: 3 })
  await expect(steps.nth(0)).toHaveText('Marker: Mark and reward')
  await expect(steps.nth(1)).toHaveText('Sit: Empty hand')
  await press(page, /Work Sit/)
  await expect(page.getByRole('button', { name: 'Begin set' })).toBeVisible()
})

test('an intake begun on one device is gone on with on another, and nothing wrong is kept', async ({
  page,
  browser,
  kibou,
}) => {
  const id = kibou.dog('Siskin')
  await visit(page, `${kibou.url}/dogs/${id}/intake?step=health`)
  await page.getByRole('textbox', { name: 'To what' }).fill('beef')
  await expect(page.getByText('Saved as typed. Go on here or on another device.')).toBeVisible()
  const other = await browser.newContext()
  await signIn(other.request, kibou, 'joss')
  const tablet = await other.newPage()
  await tablet.setViewportSize({ width: 390, height: 844 })
  await visit(tablet, `${kibou.url}/dogs/${id}/intake?step=health`)
  await expect(tablet.getByRole('textbox', { name: 'To what' })).toHaveValue('beef')
  await expect(tablet.getByText(/Typed by Maud Ferrow/)).toBeVisible()
  expect(await tablet.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true)
  await tablet.getByRole('button', { name: 'Save and continue' }).click()
  await expect(tablet.getByRole('heading', { name: 'Equipment', exact: true })).toBeVisible()
  await visit(tablet, `${kibou.url}/dogs/${id}/intake?step=arrival`)
  await tablet.getByRole('textbox', { name: 'Weight' }).fill('400')
  await tablet.getByRole('button', { name: 'Save and continue' }).click()
  await expect(tablet.getByText('A dog weighs between 0.5 and 120 kg.')).toBeVisible()
  await expect(tablet.getByRole('textbox', { name: 'Weight' })).toHaveValue('400')
  await other.close()
})

test('two people in one long form: both changes are kept, and it is said where the button was pressed', async ({
  page,
  context,
  kibou,
}) => {
  const address = `${kibou.url}/dogs/${kibou.dog('Mallet')}/intake?step=health`
  const open = async (tab: Page) => {
    await visit(tab, address)
    const note = tab.getByRole('textbox', { name: 'Anything else a vet should hear' })
    const keep = tab.getByRole('button', { name: /^(Save and continue|Save both)$/ })
    const said = tab.getByText('Nothing is lost: both changes stand above.')
    return { tab, note, keep, said, allergy: tab.getByRole('textbox', { name: 'To what' }).last() }
  }
  const [mine, hers, theirs] = [
    await open(page),
    await open(await context.newPage()),
    await open(await context.newPage()),
  ]
  // The network is slower than the pause after which what is typed is kept: no draft comes after it is kept for good.
  await mine.tab.route(/intake\?step=health/, async (route) => {
    if (route.request().method() === 'POST') await sleep(1500)
    await route.continue()
  })
  await mine.allergy.fill('beef')
  await mine.keep.press('Enter')
  await expect(mine.tab.getByRole('heading', { name: 'Equipment', exact: true })).toBeVisible()
  await mine.tab.unroute(/intake\?step=health/)
  await visit(mine.tab, address)
  await expect(mine.tab.getByText('not saved for good yet')).toBeHidden()
  // Each changed something else: one more press keeps both.
  await hers.note.fill('Sore left ear.')
  await hers.keep.press('Enter')
  await expect(hers.said).toBeInViewport()
  await expect(hers.keep).toBeFocused()
  await hers.keep.press('Enter')
  await expect(hers.tab.getByRole('heading', { name: 'Equipment', exact: true })).toBeVisible()
  // Both changed the same: the choice is where the keyboard is.
  await theirs.note.fill('Sore right ear.')
  await theirs.keep.press('Enter')
  await expect(theirs.said).toBeInViewport()
  await expect(theirs.tab.getByRole('radio', { name: /^yours/ })).toBeFocused()
  await theirs.tab.keyboard.press('ArrowDown')
  await expect(theirs.tab.getByRole('radio', { name: /^theirs/ })).toBeChecked()
  await theirs.keep.press('Enter')
  await expect(theirs.tab.getByRole('heading', { name: 'Equipment', exact: true })).toBeVisible()
  const now = await open(page)
  await expect(now.allergy).toHaveValue('beef')
  await expect(now.note).toHaveValue('Sore left ear.')
  await expect(page.getByText('not saved for good yet')).toBeHidden()
})

test('a photo is taken in small, and what is none is refused', async ({ page, kibou }) => {
  const id = kibou.dog('Siskin')
  const at = `${kibou.url}/dogs/${id}/photo`
  const png = await sharp({ create: { width: 900, height: 900, channels: 3, background: '#7a5' } })
    .png()
    .toBuffer()
  const send = (buffer: Buffer) =>
    page.request.post(at, { multipart: { photo: { name: 'x.png', mimeType: 'image/png', buffer } } })
  expect((await send(Buffer.from('no picture'))).status()).toBe(400)
  expect((await send(Buffer.alloc(80_000_000))).status()).toBe(413)
  expect(
    (
      await page.request.post(at, {
        multipart: { photo: { name: 'x.png', mimeType: 'image/png', buffer: png } },
        headers: { origin: 'http://elsewhere.example' },
      })
    ).status(),
  ).toBe(403)
  expect((await page.request.get(at)).status()).toBe(404)
  expect((await send(png)).status()).toBe(200)
  expect((await sharp(await (await page.request.get(at)).body()).metadata()).width).toBe(640)
})

test('bowls: what is owed is given, by whoever feeds; the card and the lists are PDFs', async ({ page, kibou }) => {
  await page.context().clearCookies()
  await signIn(page.context().request, kibou, 'ebba')
  await visit(page, `${kibou.url}/bowls`)
  const wren = page.getByRole('listitem').filter({ hasText: 'Wren' })
  await expect(wren).toContainText('no chicken')
  await wren.getByRole('button', { name: 'Bowl given: Wren' }).press('Enter')
  await expect(wren).toContainText('fed')
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Wren')}/food`)
  await expect(page.getByRole('heading', { name: 'Feeding plan' })).toBeHidden()
  await page.getByRole('button', { name: /Undo: from the bowl/ }).press('Enter')
  await expect(page.getByRole('button', { name: /Undo: / })).toHaveCount(0)
  for (const path of [`/dogs/${kibou.dog('Wren')}/card.pdf`, '/bowls/list.pdf', '/words/list.pdf']) {
    const answer = await page.request.get(`${kibou.url}${path}`)
    expect([
      path,
      answer.status(),
      answer.headers()['content-type'],
      (await answer.body()).subarray(0, 5).toString(),
    ]).toEqual([path, 200, 'application/pdf', '%PDF-'])
  }
})

test('the table: a look names row and column, then all or nothing', async ({ page, kibou }) => {
  await visit(page, `${kibou.url}/dogs/table`)
  const dogs = () => kibou.count('SELECT count(*) AS n FROM dog')
  const before = dogs()
  const csv = (rows: string) => ({
    name: 'dogs.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`run;dog;owner;arrives;goes home\r\n${rows}`),
  })
  const [soon, later] = [dayFromToday(5), dayFromToday(25)]
  await page.getByLabel('A table').setInputFiles(csv(`30;Fern;A;${later};${soon}\r\n31;Reed;B;${soon};${later}\r\n`))
  await expect(page.getByRole('row', { name: '2 goes home Goes home on must lie after the arrival.' })).toBeVisible()
  expect(dogs()).toBe(before)
  await page.getByLabel('A table').setInputFiles({
    name: 'x.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(Uint8Array.from({ length: 3000 }, (_, i) => (i * 37) % 256)),
  })
  await expect(page.getByText(/This is no t/)).toBeVisible()
  await page.getByLabel('A table').setInputFiles(csv(`30;Fern;A;${soon};${later}\r\n31;Reed;B;${soon};${later}\r\n`))
  await page.getByRole('button', { name: 'Add all 2' }).click()
  await expect(page.getByText('2 dogs were added.')).toBeVisible()
  expect(dogs()).toBe(before + 2)
  const out = await page.request.get(`${kibou.url}/dogs/table.csv`)
  expect(await out.text()).toContain(`30,Fern,A,${soon},${later}`)
  // It can be taken back, also after the page was left.
  await visit(page, `${kibou.url}/dogs/table`)
  await page.getByRole('button', { name: 'Remove all 2' }).press('Enter')
  await expect(page.getByText('2 dogs were removed.')).toBeVisible()
  expect(dogs()).toBe(before)
})

test('a long table: a page is answered meanwhile, it is stopped, gone on with and found again', async ({
  page,
  kibou,
}) => {
  await visit(page, `${kibou.url}/dogs/table`)
  const dogs = () => kibou.count('SELECT count(*) AS n FROM dog')
  const before = dogs()
  const [soon, later] = [dayFromToday(5), dayFromToday(25)]
  const rows = Array.from({ length: 400 }, (_, i) => `t${i},Dog ${i},Owner ${i},${soon},${later}`)
  await page.getByLabel('A table').setInputFiles({
    name: 'many.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['run,dog,owner,arrives,goes home', ...rows].join('\n')),
  })
  await page.getByRole('button', { name: 'Add all 400' }).press('Enter')
  await expect.poll(dogs).toBeGreaterThan(before + 5)
  expect((await page.request.get(`${kibou.url}/`)).status()).toBe(200)
  await page.getByRole('button', { name: 'Stop' }).press('Enter')
  await expect(page.getByText(/It was stopped\. \d+ of 400 are in: rows 2 to \d+ \(Dog 0 to Dog \d+\)\./)).toBeVisible()
  const there = dogs() - before
  await visit(page, `${kibou.url}/dogs/table`)
  await expect(page.getByText(`${there} of 400 are in`)).toBeVisible()
  await page.getByRole('button', { name: `Add the other ${400 - there}` }).press('Enter')
  await expect(page.getByRole('progressbar', { name: 'Adding the dogs' })).toBeVisible()
  // Whoever comes back to the page finds it going on.
  await visit(page, `${kibou.url}/dogs/table`)
  await expect(page.getByText('400 dogs were added.')).toBeVisible({ timeout: 30_000 })
  expect(dogs()).toBe(before + 400)
})

test('a sick dog is not worked until somebody says so', async ({ page, kibou }) => {
  await visit(page, `${kibou.url}/coming`)
  await page.getByRole('button', { name: 'Pause a dog’s training' }).press('Enter')
  await page.getByRole('button', { name: /Dog$/ }).press('Enter')
  await page.getByRole('option', { name: '9 Bodkin' }).click()
  await page.getByRole('button', { name: 'Pause training' }).press('Enter')
  await expect(page.getByText(/Not worked: sick since/)).toBeVisible()
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Bodkin')}`)
  await expect(page.getByRole('region', { name: 'Next' })).toContainText('Not worked: sick since')
  await visit(page, `${kibou.url}/coming`)
  // A deed waits for another writer, far longer than a page would.
  const other = new Database(kibou.file)
  other.exec('BEGIN IMMEDIATE')
  const asked = page.waitForRequest((r) => r.method() === 'POST')
  await page.getByRole('button', { name: 'Work Bodkin again' }).press('Enter')
  await asked
  await sleep(700)
  other.exec('COMMIT')
  other.close()
  await expect(page.getByText(/Not worked: sick since/)).toBeHidden()
  await expect(page.getByText(/database is busy/)).toBeHidden()
})

test('hundreds of random inputs over HTTP: no 500, and nothing half-written', async ({ kibou, playwright }) => {
  const request = await playwright.request.newContext({ maxRedirects: 0 })
  await signIn(request, kibou, 'maud')
  const before = halves(kibou)
  const words = [
    '',
    '0',
    '-1',
    'NaN',
    '2026-02-30',
    '=1+1',
    '\u0000',
    '🐕',
    kibou.dog('Wren'),
    'sit',
    'sit.word',
    'kg',
    '__proto__',
    'x'.repeat(3000),
    'maud',
    'yes',
  ]
  let n = 7
  const chance = () => (n = (n * 48_271) % 2_147_483_647) / 2_147_483_647
  const word = () => words[Math.floor(chance() * words.length)] ?? ''
  const thing = (): unknown =>
    [
      word(),
      Math.floor(chance() * 100) - 50,
      null,
      true,
      [word()],
      {
        residencyId: kibou.dog('Wren'),
        id: word(),
        command: word(),
        rungId: word(),
        item: word(),
        weight: word(),
        unit: word(),
        reason: word(),
        key: word(),
        step: word(),
        typed: { [word()]: [word()] },
      },
    ][Math.floor(chance() * 6)]
  // Checks of a length ask whatever has one; this one has none that is a number.
  const inward = { length: { toString: 3 } }
  const fields = ['residencyId', 'id', 'command', 'rungId', 'personId', 'day', 'reason', 'text', 'key', 'name', 'why']
  const reaching = Object.fromEntries(fields.map((field) => [field, inward]))
  const wrong: string[] = []
  for (const action of everyAction())
    for (let i = 0; i < 9; i++) {
      const answer = await request.post(`${kibou.url}/`, {
        headers: { 'next-action': action, 'content-type': 'text/plain;charset=UTF-8', accept: 'text/x-component' },
        data: JSON.stringify(i === 0 ? [reaching, reaching] : Array.from({ length: Math.floor(chance() * 3) }, thing)),
      })
      if (answer.status() >= 500) wrong.push(`${action} ${answer.status()}`)
    }
  expect(wrong).toEqual([])
  expect(halves(kibou)).toBe(before)
  expect((await request.get(kibou.url)).status()).toBe(200)
  await request.dispose()
})

/** Dogs without a residency, residencies without a dog's standing, entries of nobody: there are none. */
const halves = (kibou: Kibou) =>
  kibou.count(
    `SELECT (SELECT count(*) FROM dog d WHERE NOT EXISTS (SELECT 1 FROM residency r WHERE r.dog_id = d.id))
       + (SELECT count(*) FROM pragma_foreign_key_check) AS n`,
  )
