import Database from 'better-sqlite3'
import { v7 } from 'uuid'
import { expect, expectNoAxeFindings, signIn, test, type Kibou, received, visit, reload } from './support/kibou'
import { sent } from './support/block'

test(
  'a paper sheet is typed in by keyboard alone, survives a reload, says what it cannot read, and is kept as ' +
    'sets of several dogs',
  async ({ page, kibou }) => {
    const since = Date.now()
    await visit(page, `${kibou.url}/paper`)
    await page.keyboard.type('8 sit-stay 10 s CCM4C')
    await page.keyboard.press('Enter')
    await page.keyboard.type('2 recall CHL')
    await page.keyboard.press('Enter')
    await page.keyboard.type('99 sit CC')
    await page.keyboard.press('Enter')
    await expect(page.getByText('No dog here has the run or the name “99”.')).toBeVisible()
    await expect(page.getByRole('list', { name: 'Read so far' }).getByRole('listitem')).toHaveCount(2)
    await reload(page)
    await expect(page.getByRole('list', { name: 'Read so far' }).getByRole('listitem')).toHaveCount(2)
    await expect(page.getByLabel('Next line; Enter takes it')).toHaveValue('99 sit CC')
    await page.getByLabel('Next line; Enter takes it').fill('')
    await page.keyboard.type('17 sit CCCCC')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'Level' }).focus()
    await page.keyboard.press('Enter')
    await expect(page.getByRole('listbox')).toBeVisible()
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
    await expectNoAxeFindings(page)
    await page.getByRole('button', { name: 'Save 3 sets' }).press('Enter')
    await expect(page.getByText('Saved: 3 sets.')).toBeVisible()
    await expect.poll(() => kibou.count(`SELECT count(*) AS n FROM rep WHERE id ${received}`, since)).toBe(12)
    await kibou.becomes(3, `SELECT count(*) AS n FROM training_set WHERE id ${received} AND level = 1`, since)
    await kibou.becomes(3, `SELECT count(DISTINCT residency_id) AS n FROM training_set WHERE id ${received}`, since)
    await kibou.becomes(
      1,
      `SELECT count(*) AS n FROM rep WHERE id ${received} AND outcome = 'miss' AND broke_s = 4`,
      since,
    )
    await kibou.becomes(3, `SELECT count(*) AS n FROM set_close WHERE id ${received}`, since)
    await reload(page)
    await expect(page.getByRole('list', { name: 'Read so far' })).toHaveCount(0)
  },
)

test('small things are two taps from anywhere, in a block too, can be undone, count for the day and its food', async ({
  page,
  kibou,
}) => {
  const since = Date.now()
  const things = () =>
    kibou.count(
      `SELECT count(*) AS n
        FROM small_thing s
        WHERE id ${received} AND NOT EXISTS (SELECT 1
        FROM voided v
        WHERE v.target_id = s.id)`,
      since,
    )
  await visit(page, `${kibou.url}/handoffs`)
  await page.getByRole('button', { name: 'Quick log' }).click()
  await page.getByRole('button', { name: 'Ten: Heron' }).click()
  await expect(page.getByText('Saved: 8 Heron: ten reps in the corridor.')).toBeVisible()
  await expectNoAxeFindings(page)
  await expect.poll(things).toBe(1)
  await page.getByRole('button', { name: 'Tether: Wren' }).click()
  await expect.poll(things).toBe(2)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(things).toBe(1)
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Heron')}/block`)
  await page.getByRole('button', { name: 'Quick log' }).click()
  await page.getByRole('button', { name: 'Name: Heron' }).click()
  await expect.poll(things).toBe(2)
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Heron')}`)
  await expect(
    page.getByText('Quick log today: 1 name calls, 1 tens in the corridor; 11 reps, 11 pieces.'),
  ).toBeVisible()
})

test('signing out with facts that have not arrived warns and offers them as a file', async ({
  page,
  kibou,
  context,
}) => {
  const since = Date.now()
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Heron')}`)
  await context.route('**/api/facts', (route) => route.abort())
  await page.getByRole('button', { name: 'Quick log' }).click()
  await page.getByRole('button', { name: 'Ten: Heron' }).click()
  await page.getByRole('button', { name: 'Close' }).click()
  await expect(page.getByText(/On this device, waiting for the network: 1/)).toBeVisible()
  await page.getByRole('button', { name: /is signed in/ }).click()
  await expect(page.getByRole('heading', { name: 'Not everything has reached the kennel' })).toBeVisible()
  await expectNoAxeFindings(page)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save them as a file' }).click(),
  ])
  expect(download.suggestedFilename()).toBe('kibou-unsent.json')
  await page.getByRole('button', { name: 'Stay signed in' }).click()
  await page.getByRole('button', { name: /is signed in/ }).click()
  await page.getByRole('button', { name: 'Sign out all the same' }).click()
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible()
  // The fact waits on the device and goes once somebody signs in.
  await context.unroute('**/api/facts')
  await signIn(context.request, kibou)
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Heron')}`)
  await kibou.becomes(1, `SELECT count(*) AS n FROM small_thing WHERE id ${received}`, since)
})

/** What a lead trainer, an owner and a method would have said for leash pressure to be recorded at all. */
function allowPressure(kibou: Kibou, dog: string, consent: boolean): void {
  const db = new Database(kibou.file)
  const at = Date.now()
  const house = JSON.parse(
    String(db.prepare('SELECT settings FROM house_setting ORDER BY at DESC LIMIT 1').pluck().get()),
  ) as Record<string, unknown>
  db.prepare('INSERT INTO house_setting (id, settings, at, recorded_by) VALUES (?, ?, ?, ?)').run(
    v7(),
    JSON.stringify({
      ...house,
      devices: [
        { name: 'slip lead', policy: '' },
        { name: 'flat collar', policy: '' },
      ],
    }),
    at,
    'maud',
  )
  db.prepare('INSERT INTO method_change (id, at, row, option, recorded_by) VALUES (?, ?, ?, ?, ?)').run(
    v7(),
    at,
    'corrections',
    'after-teaching',
    'maud',
  )
  if (consent)
    db.prepare(
      `INSERT INTO intake_entry (id, residency_id, step, entry, at, recorded_by)
        VALUES (?, ?, 'consents', ?, ?, 'maud')`,
    ).run(
      v7(),
      kibou.dog(dog),
      JSON.stringify({
        signed: [{ to: 'leash pressure as the house does it', by: 'Owner', on: '2026-01-01', note: '' }],
      }),
      at,
    )
  db.prepare("UPDATE dog SET traits = json_set(traits, '$.bornOn', '2022-03-01') WHERE name = ?").run(dog)
  db.close()
}

test.describe('leash pressure', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })

  test(
    'where the house and the owner allow it: one tap keeps one, more can be said, and the count stands on the ' +
      'dog’s page',
    async ({ page, kibou }) => {
      const corrections = (also = '') =>
        kibou.count(
          `SELECT count(*) AS n
          FROM correction c
          WHERE NOT EXISTS (SELECT 1
          FROM voided v
          WHERE v.target_id = c.id) ${also}`,
        )
      await visit(page, `${kibou.url}/dogs/${kibou.dog('Heron')}/work/down`)
      await page.getByRole('button', { name: 'Begin set' }).tap()
      // A house without corrections has no such button.
      await expect(page.getByRole('button', { name: /^Pressure/ })).toHaveCount(0)
      allowPressure(kibou, 'Heron', true)
      await reload(page)
      await page.getByRole('button', { name: /^Pressure/ }).tap()
      await expect(page.getByText('Leash pressure saved.')).toBeVisible()
      await expectNoAxeFindings(page)
      expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBeLessThanOrEqual(844)
      await page.getByRole('radio', { name: 'flat collar' }).tap()
      await page.getByRole('radio', { name: 'no', exact: true }).tap()
      await page.getByRole('button', { name: 'Back to the set' }).tap()
      await page.getByRole('button', { name: /^Pressure/ }).tap()
      await sent(page)
      // The first holds what was said of it, the second that it was used and nothing else.
      await expect.poll(() => corrections("AND device_used = 'flat collar' AND asked_first = 0")).toBe(1)
      await expect.poll(() => corrections('AND coalesce(device_used, reason, asked_first, effect) IS NULL')).toBe(1)
      await page.getByRole('button', { name: 'Undo pressure' }).tap()
      await sent(page)
      await expect.poll(() => corrections()).toBe(1)
      await visit(page, `${kibou.url}/dogs/${kibou.dog('Heron')}`)
      await expect(page.getByRole('list', { name: 'Leash pressure by day worked' })).toBeVisible()
      await expect(
        page.getByText('with flat collar; why: not said; asked first: no; effect: not said; Maud'),
      ).toBeVisible()
    },
  )

  test('is refused without the owner’s consent, and says so', async ({ page, kibou }) => {
    allowPressure(kibou, 'Heron', false)
    await visit(page, `${kibou.url}/dogs/${kibou.dog('Heron')}/work/down`)
    await page.getByRole('button', { name: 'Begin set' }).tap()
    await page.getByRole('button', { name: /^Pressure/ }).tap()
    await expect(
      page.getByText(/No leash pressure here\. The owner signed for reward-based training only/),
    ).toBeVisible()
    await sent(page)
    expect(kibou.count('SELECT count(*) AS n FROM correction')).toBe(0)
  })
})

test('a command’s page says what the dog was doing when it was called, and how it was paid', async ({
  page,
  kibou,
}) => {
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Wren')}/commands/recall`)
  const counts = page.locator('dl[aria-label="Counts"]')
  await expect(counts.getByText('When called the dog was')).toBeVisible()
  await expect(counts).toContainText(/sniffing \d+%\s*\d+ of \d+ clean/)
  await expectNoAxeFindings(page)
})
