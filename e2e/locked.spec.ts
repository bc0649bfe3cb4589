import Database from 'better-sqlite3'
import { z } from 'zod'
import { alive, expect, expectNoAxeFindings, signIn, test, visit } from './support/kibou'

const names = z.array(z.object({ name: z.string() }))

/** Every word by which an owner of a dog could be known. */
function ownerWords(file: string): readonly string[] {
  const db = new Database(file, { readonly: true })
  const owners = names.parse(db.prepare('SELECT owner_name AS name FROM dog').all())
  const dogs = names.parse(db.prepare('SELECT name FROM dog').all()).map((d) => d.name)
  db.close()
  return owners.flatMap((o) => o.name.split(' ')).filter((word) => word.length > 2 && !dogs.includes(word))
}

test('a tablet on the wall, locked: the wall without owners, nothing to press, and a passcode opens it', async ({
  page,
  kibou,
}) => {
  await signIn(page.context().request, kibou, 'maud')
  await visit(page, `${kibou.url}/house#wall-tablet`)
  await page.getByRole('button', { name: 'Show the wall when this device locks' }).click()
  await expect(page.getByRole('button', { name: 'Lock this device like any other' })).toBeVisible()
  await visit(page, `${kibou.url}/`)
  await page.getByRole('button', { name: /Maud Ferrow is signed in/ }).click()
  await expect(page.getByRole('heading', { name: 'Osier Bank' })).toBeVisible()
  await expect(page).toHaveURL(/\/locked$/)
  await alive(page)
  await expectNoAxeFindings(page)
  await expect(page.getByRole('rowheader', { name: /Mallet/ })).toBeVisible()
  // Neither on the screen nor in what was sent to draw it.
  const sent = await (await page.context().request.get(`${kibou.url}/locked`)).text()
  const owners = ownerWords(kibou.file)
  expect(owners.length).toBeGreaterThan(20)
  expect(owners.filter((word) => new RegExp(`(?<!\\p{L})${word}(?!\\p{L})`, 'u').test(sent))).toEqual([])
  expect(
    await page.evaluate(() => [...document.querySelectorAll('a, button, input, select')].map((e) => e.textContent)),
  ).toEqual(['Unlock'])
  // It is no sign-in: every other page asks who is there.
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Mallet')}`)
  await expect(page.getByRole('heading', { name: 'Who is it?' })).toBeVisible()
  await visit(page, `${kibou.url}/locked`)
  await page.getByRole('link', { name: 'Unlock' }).click()
  await page.getByRole('radio', { name: /Ebba Sallow/ }).check()
  await page.getByLabel('Passcode').fill('osier bank')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Wall' })).toBeVisible()
  await alive(page)
  // Ended by a lead from anywhere, it is locked like any other.
  const db = new Database(kibou.file)
  db.prepare(
    `INSERT INTO wall_tablet (id, device, shows, at, by)
      SELECT 'ended', device, 0, at + 1, by FROM wall_tablet ORDER BY at DESC LIMIT 1`,
  ).run()
  db.close()
  await visit(page, `${kibou.url}/`)
  await page.getByRole('button', { name: /Ebba Sallow is signed in/ }).click()
  await expect(page.getByRole('heading', { name: 'Who is it?' })).toBeVisible()
  await visit(page, `${kibou.url}/locked`)
  await expect(page.getByRole('heading', { name: 'Who is it?' })).toBeVisible()
})

test('nobody at the door of a tablet on the wall: it goes back to the wall', async ({ page, kibou }) => {
  await signIn(page.context().request, kibou, 'maud')
  await visit(page, `${kibou.url}/house#wall-tablet`)
  await page.getByRole('button', { name: 'Show the wall when this device locks' }).click()
  await expect(page.getByRole('button', { name: 'Lock this device like any other' })).toBeVisible()
  await page.context().request.post(`${kibou.url}/api/sign-out`, { headers: { origin: kibou.url } })
  await page.clock.install()
  await page.goto(`${kibou.url}/sign-in`)
  await alive(page)
  await page.clock.runFor(110_000)
  await page.getByLabel('Passcode').fill('not yet')
  await page.keyboard.press('ArrowLeft')
  await page.clock.runFor(60_000)
  await expect(page.getByRole('heading', { name: 'Who is it?' })).toBeVisible()
  await page.clock.runFor(70_000)
  await expect(page).toHaveURL(/\/locked$/)
})
