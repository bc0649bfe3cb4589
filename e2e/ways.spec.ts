import Database from 'better-sqlite3'
import { keptPages } from '../src/device/offline'
import { pages, sampleAddress } from '../src/screens/pages'
import { expect, expectPlain, signIn, test, typeDay, visit, type Kibou } from './support/kibou'

/** Other browsers’ languages say nothing here: the house’s own order, clock and week hold. */
test.use({ locale: 'de-DE' })

/** The house says that it reads clock and calendar so. */
function houseWith(kibou: Kibou, ways: Record<string, string>): void {
  const db = new Database(kibou.file)
  db.prepare(
    `INSERT INTO house_setting (id, settings, at, recorded_by)
     SELECT 'ways-' || @n, json_patch(settings, @ways), at + 1, recorded_by
     FROM house_setting ORDER BY at DESC LIMIT 1`,
  ).run({ n: String(Object.values(ways)), ways: JSON.stringify(ways) })
  db.close()
}

test('days and times are typed as the house reads them, whatever the browser’s language', async ({ page, kibou }) => {
  await signIn(page.request, kibou, 'maud')
  const wrong: string[] = []
  page.on('console', (m) => (/hydrat/i.test(m.text()) ? wrong.push(m.text()) : undefined))
  page.on('pageerror', (e) => wrong.push(e.message))
  for (const [dates, clock, order, time] of [
    ['day-first', '24', '30/04/2031', '17:05'],
    ['day-first', '12', '30/04/2031', '05:05 pm'],
    ['month-first', '24', '04/30/2031', '17:05'],
    ['month-first', '12', '04/30/2031', '05:05 PM'],
  ] as const) {
    houseWith(kibou, { dates, clock })
    await visit(page, `${kibou.url}/dogs/new`)
    const day = page.getByRole('group', { name: 'Goes home on', exact: true })
    await day.getByRole('spinbutton').first().click()
    await page.keyboard.type(order.replaceAll('/', ''))
    await expect(day).toContainText(order)
    await expect(page.locator('input[name="leavesOn"]')).toHaveValue('2031-04-30')
    await visit(page, `${kibou.url}/people/new`)
    const to = page.getByRole('group', { name: 'To', exact: true })
    await to.getByRole('spinbutton').first().click()
    await page.keyboard.type(time.replace(/[: ]|m$/gi, ''))
    // The browser isolates figures from letters by marks that nobody sees.
    await expect
      .poll(async () => (await to.innerText()).replace(/[\u2066-\u2069\n]/g, ''))
      .toMatch(new RegExp(time, 'i'))
    await expect(page.locator('input[name="to"]')).toHaveValue('17:05')
  }
  expect(wrong).toEqual([])
})

test('a month begins on the house’s first weekday, and a day is picked by keys', async ({ page, kibou }) => {
  await signIn(page.request, kibou, 'maud')
  for (const [week, first] of [
    ['monday', 'M'],
    ['sunday', 'S'],
  ] as const) {
    houseWith(kibou, { week })
    await visit(page, `${kibou.url}/dogs/new`)
    await typeDay(page, 'Goes home on', '2031-04-30')
    await page.keyboard.press('Alt+ArrowDown')
    await expect(page.getByRole('grid').locator('th').first()).toHaveText(first)
    await page.keyboard.press('ArrowLeft')
    await page.keyboard.press('Enter')
    await expect(page.locator('input[name="leavesOn"]')).toHaveValue('2031-04-29')
  }
})

test('a house in feet, pounds and Fahrenheit is shown no meter, kilogram or degree Celsius', async ({
  page,
  kibou,
}) => {
  houseWith(kibou, { unit: 'lb', lengths: 'ft', temperatures: 'F' })
  const other = /(?<![\w.])\d+(\.\d+)? ?(m|kg|°C)(?![\w²/])/
  const metric = (words: string) => {
    const found = other.exec(words)
    return found ? words.slice(Math.max(0, found.index - 40), found.index + 30) : ''
  }
  const more = ['Mallet/commands/down', 'Heron/work/sit-stay', 'Siskin/intake?step=promises', 'Wren/demonstration'].map(
    (at) => `/dogs/${at.replace(/^\w+/, (name) => kibou.dog(name))}`,
  )
  // A draft is a file with its meters; a table that goes out says its unit in its head.
  const own = ['/curriculum/edit', '/dogs/table']
  for (const one of pages.filter((p) => p.least !== 'nobody' && !own.includes(p.address))) {
    const address = kibou.url + sampleAddress(one, kibou.dog)
    if (keptPages.some((kept) => kept === one.address)) {
      await visit(page, address)
      expect(metric((await page.locator('main').first().textContent()) ?? ''), one.address).toBe('')
    } else more.push(sampleAddress(one, kibou.dog))
  }
  for (const path of more) {
    // What is folded away is in the page, and is read all the same.
    const answer = await page.request.get(kibou.url + path)
    expect(new URL(answer.url()).pathname).toBe(path.replace(/\?.*/, ''))
    // Wording alone: what it runs is of another answer than the page it is put into.
    const words = (await answer.text()).replace(/<(script|style)\b[\s\S]*?<\/\1>|<link\b[^>]*>/g, '')
    await page.setContent(words)
    expect(metric((await page.locator('main').first().textContent()) ?? ''), path).toBe('')
    await expectPlain(page, path)
  }
})
