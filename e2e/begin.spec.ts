import { expect, expectNoAxeFindings, reload, settled, signIn, tabTo, test, typeDay, visit } from './support/kibou'
import { sent } from './support/block'

test('an empty kennel is no dead end: trainer, dog and first set, by keyboard', async ({ page, empty }) => {
  await visit(page, `${empty.url}/handoffs`)
  await expect(page).toHaveURL(/\/set-up$/)
  await expectNoAxeFindings(page)
  await page.getByRole('textbox', { name: 'Name of the kennel' }).fill('Osier Bank')
  await page.keyboard.press('Tab')
  for (const text of ['Maud', 'short', 'other']) {
    await page.keyboard.type(text)
    if (text !== 'other') await page.keyboard.press('Tab')
  }
  await page.keyboard.press('Enter')
  await expect(page.getByText('A passcode has at least six letters or digits.')).toBeVisible()
  for (const label of ['Passcode', 'The same passcode again'])
    await page.getByLabel(label, { exact: true }).fill('willow ferry rod')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'No dog is here yet' })).toBeVisible()
  await page.goto(`${empty.url}/set-up`)
  await expect(page).toHaveURL(/\/sign-in$/)
  expect(
    (
      await page.request.post(`${empty.url}/api/set-up`, {
        data: { kennel: 'Mine', name: 'Eve', passcode: 'willow ferry rod', again: 'willow ferry rod' },
      })
    ).status(),
  ).toBe(409)
  await visit(page, empty.url)
  await expectNoAxeFindings(page)
  await tabTo(page, /^\s*Settings/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Settings' }).first()).toBeVisible()
  await tabTo(page, /People and hours/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'People', exact: true })).toBeVisible()

  // An empty name comes back with what was wrong and everything that was typed.
  await tabTo(page, /^hour, .*To/)
  await page.keyboard.press('Enter')
  await expect(page.getByText('The name is missing.')).toBeVisible()
  await expectNoAxeFindings(page)
  await page.getByRole('textbox', { name: 'Name' }).focus()
  await page.keyboard.type('<script>alert(1)</script>')
  await page.keyboard.press('Enter')
  await expect(page.getByText('<script>alert(1)</script>', { exact: true })).toBeVisible()

  await page.keyboard.press('Escape')
  await visit(page, `${empty.url}/dogs/new`)
  await page.getByRole('textbox', { name: 'Name' }).focus()
  await page.keyboard.type('كلب 🐕 Bramble')
  await page.keyboard.press('Tab')
  await page.keyboard.type('7')
  await page.getByRole('textbox', { name: 'Owner' }).focus()
  await page.keyboard.type('Tamsin')
  await page.keyboard.press('Enter')
  await expect(page.getByText('2 things are not right yet. Nothing you typed is lost.')).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Name' })).toHaveValue('كلب 🐕 Bramble')
  await expect(page.getByText('Promise at least one command.')).toBeVisible()

  const leaves = new Date(Date.now() + 14 * 86_400_000).toISOString().slice(0, 10)
  await typeDay(page, 'Goes home on', leaves)
  await page.getByRole('button', { name: /Sit up to/ }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('option', { name: /Full sit/ }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'Owner' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Intake' })).toBeVisible()
  await tabTo(page, /^ Later/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'كلب 🐕 Bramble' })).toBeVisible()
  await expectNoAxeFindings(page)

  await tabTo(page, /Work sit/i)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Begin set' })).toBeVisible()
  await page.keyboard.press('Enter')
  for (let i = 0; i < 10; i++) await page.keyboard.press('c')
  await expect(page.getByRole('heading', { name: 'Moves on to Full sit' })).toBeVisible()
  await sent(page)
  await empty.becomes(10, 'SELECT count(*) AS n FROM rep')
  // One key goes on: the next rung, in the same place, with the same person.
  await settled(page)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Full sit' })).toBeVisible()
  await expect(page.getByText('0/10')).toBeVisible()
  await sent(page)
  await empty.becomes(1, "SELECT count(*) AS n FROM training_set WHERE rung_id = 'sit.full' AND place_id = 'room'")
  await empty.becomes(1, "SELECT count(*) AS n FROM set_close WHERE ended_by = 'rule'")
})

test('unknown addresses are a real 404 and bad requests a named error', async ({ page, kibou }) => {
  const { request } = page
  const none = '01890000-0000-7000-8000-000000000001'
  for (const path of [
    '/dogs/none',
    `/dogs/${none}`,
    `/dogs/${none}/handoff`,
    `/dogs/${none}/work/sit`,
    `/dogs/${kibou.dog('Wren')}/work/fly`,
    '/nowhere',
  ]) {
    const answer = await page.goto(`${kibou.url}${path}`)
    expect([path, answer?.status()]).toEqual([path, 404])
    await expect(page.getByRole('heading', { name: 'Nothing here by that address' })).toBeVisible()
    expect(await page.content()).not.toMatch(/at \w+ \(|node_modules/)
  }
  await expectNoAxeFindings(page)
  expect((await request.get(`${kibou.url}/handoffs/${none}/invitation.ics`)).status()).toBe(404)
  const post = (data: unknown, headers: Record<string, string> = {}) =>
    request.post(`${kibou.url}/api/facts`, {
      data: typeof data === 'string' ? data : JSON.stringify(data),
      headers: { 'content-type': 'application/json', ...headers },
    })
  expect((await post('{not json')).status()).toBe(400)
  expect((await post({ device: 'x', deviceNow: 0, facts: [] })).status()).toBe(400)
  expect(await (await post({ device: none, deviceNow: 'soon', facts: [1] })).json()).toMatchObject({
    fields: { deviceNow: expect.any(String) },
  })
  expect((await post('x'.repeat(2_100_000))).status()).toBe(413)
  expect(
    (await request.post(`${kibou.url}/api/facts`, { data: 'a=1', headers: { 'content-type': 'text/plain' } })).status(),
  ).toBe(415)
  expect((await post({}, { origin: 'http://elsewhere.example' })).status()).toBe(403)
  expect((await post({}, { origin: 'null' })).status()).toBe(403)
  const refused = await post({ device: none, deviceNow: Date.now(), facts: [{ kind: 'rep', id: none }, 7] })
  expect(refused.status()).toBe(200)
  expect((await refused.json()).results.map((r: { status: string }) => r.status)).toEqual(['refused', 'refused'])
})

test('the wall sorts by address, moves by arrow keys and opens a dog by Enter', async ({ page, kibou }) => {
  await visit(page, `${kibou.url}/?sort=days`)
  const firstRow = page.getByRole('row').nth(1)
  await expect(firstRow).toContainText('Rook')
  await page.getByRole('columnheader', { name: /Run, dog/ }).click()
  await expect(page).toHaveURL(/sort=run/)
  await expect(firstRow).toContainText('Bramble')
  await reload(page)
  await expect(firstRow).toContainText('Bramble')
  await firstRow.getByRole('link').focus()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Wren' })).toBeVisible()
})

test('two people choose the same time: one gets it, the other is told', async ({ page, kibou, browser }) => {
  const other = await browser.newPage()
  await signIn(other.request, kibou, 'joss')
  const confirmed = () => kibou.count("SELECT count(*) AS n FROM handoff WHERE status = 'confirmed'")
  const before = confirmed()
  const address = `${kibou.url}/dogs/${kibou.dog('Wren')}/handoff`
  for (const p of [page, other]) {
    await visit(p, address)
    // The last one offered: the first may be this very half hour, and past by the time it is booked.
    await p.getByRole('radio').last().check({ force: true })
  }
  await page.getByRole('button', { name: 'Book this time' }).click()
  await expect(page.getByText('Booked. The invitation is below.')).toBeVisible()
  await other.getByRole('button', { name: 'Book this time' }).click()
  await expect(other.getByText('Wren has a handoff already. Move that one instead.')).toBeVisible()
  expect(confirmed()).toBe(before + 1)
  await other.close()
})

test('a list that comes late does not take the focus from who went on by key', async ({ page, kibou }) => {
  const address = `${kibou.url}/dogs/${kibou.dog('Gimlet')}/demonstration`
  // What the page does not come with is held: the list of a choice is asked for when it is reached.
  const first = await (await page.request.get(address)).text()
  const held = new Map<string, () => void>()
  let open = false
  await page.route('**/_next/static/chunks/*.js', async (route) => {
    const url = route.request().url()
    if (!open && !first.includes(new URL(url).pathname)) await new Promise<void>((go) => held.set(url, go))
    await route.continue()
  })
  await visit(page, address)
  const where = page.getByRole('button', { name: /Location$/ })
  await where.press('Tab')
  const next = page.getByRole('link', { name: 'Print (A5)' })
  await expect(next).toBeFocused()
  await expect.poll(() => held.size).toBeGreaterThan(0)
  open = true
  for (const go of held.values()) go()
  await page.waitForFunction(
    (urls) => urls.every((url) => performance.getEntriesByName(url).length > 0),
    [...held.keys()],
  )
  await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))))
  await expect(next).toBeFocused()
  // Here now, it opens at once.
  await where.press('Enter')
  await expect(page.getByRole('listbox')).toBeVisible()
})
