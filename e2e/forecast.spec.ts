import { readFileSync } from 'node:fs'
import { expect, expectNoAxeFindings, signIn, test, visit } from './support/kibou'

test('will it be ready: wall and dog’s page say one chance, why, and what would change it', async ({ page, kibou }) => {
  await signIn(page.request, kibou, 'maud')
  await visit(page, `${kibou.url}/`)
  const row = page.getByRole('row', { name: /Trowel/ })
  const said = (await row.locator('.ready b').textContent()) ?? ''
  expect(said).toMatch(/^(\d\d?%|over 95%|under 5%)$/)
  const rail = page.getByRole('complementary', { name: 'Up next' })
  await rail.getByRole('button', { name: 'why' }).first().click()
  await expect(rail.getByText(/simulations the dog is ready/).first()).toBeVisible()

  await visit(page, `${kibou.url}/dogs/${kibou.dog('Trowel')}`)
  await page.getByRole('link', { name: said }).click()
  const part = page.getByRole('region', { name: 'Forecast' })
  await expect(
    part.getByText(new RegExp(`^(?:About )?${said} likely to be ready by going home on`, 'i')),
  ).toBeInViewport()
  await part.getByRole('button', { name: 'why' }).press('Enter')
  await expect(part.getByText(/training days? with .* useful sets a day/)).toBeVisible()
  await expect(part.getByText('One more block a day')).toBeVisible()
  await expect(part.getByText(/staff minutes and food for about \d+ reps/)).toBeVisible()
})

test('room for another dog: the weeks ahead, and what one more would take from the others', async ({ page, kibou }) => {
  await signIn(page.request, kibou, 'maud')
  await visit(page, `${kibou.url}/coming/another`)
  await expect(page.getByRole('table').getByRole('row')).toHaveCount(9)
  await page.getByRole('button', { name: 'Run forecast' }).click()
  await expect(page.getByText(/to be ready on/)).toBeVisible()
  await expect(page.getByText(/the dog can arrive as late as|plan a longer stay/)).toBeVisible()
  await expectNoAxeFindings(page)
})

test('learned rates go out as a file and come in again; a wrong file changes nothing and says why', async ({
  page,
  kibou,
}) => {
  await signIn(page.request, kibou, 'maud')
  await visit(page, `${kibou.url}/forecasts`)
  const coming = page.waitForEvent('download')
  await page.getByRole('link', { name: 'What was learned here (.json)' }).click()
  const text = readFileSync((await (await coming).path()) ?? '', 'utf8')
  expect(JSON.parse(text)).toMatchObject({ format: 'kibou-learned-rates', from: 'Osier Bank' })
  const file = page.getByLabel('File of learned rates')
  const put = (content: string) =>
    file.setInputFiles({ name: 'rates.json', mimeType: 'application/json', buffer: Buffer.from(content) })
  await put('{"format":"other"}')
  await expect(page.getByRole('alert').filter({ hasText: 'no file of learned rates' })).toBeVisible()
  expect(kibou.count('SELECT count(*) AS n FROM learned_elsewhere')).toBe(0)
  await put(text.replace('Osier Bank', 'Elm Yard'))
  await expect(page.getByText(/began with the rates of Elm Yard/)).toBeVisible()
  await page.getByRole('button', { name: 'Back to the shipped rates' }).click()
  await expect(page.getByText(/began with the shipped rates/)).toBeVisible()
})

test('the week’s report: its words are changed and kept, and stand in its PDF', async ({ page, kibou }) => {
  await signIn(page.request, kibou, 'maud')
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Heron')}/report`)
  const sheet = page.getByRole('region', { name: 'What the owner reads' })
  await expect(sheet.getByText(/^Heron trained on .* (He|She|Heron) had .* short sessions? with/)).toBeVisible()
  await page.getByLabel('What is new').fill('Heron waits at every door now.')
  await page.getByRole('button', { name: 'Save report' }).press('Enter')
  await expect(page.getByText(/^Written by Maud Ferrow/)).toBeVisible()
  await expect(sheet.getByText('Heron waits at every door now.')).toBeVisible()
  // Written from the records once more, changed and saved: what was saved stands in its field, not what was made.
  await page.getByRole('button', { name: 'From the facts again' }).press('Enter')
  await expect(page.getByLabel('What is new')).not.toHaveValue('Heron waits at every door now.')
  await page.getByLabel('What is new').fill('Heron waits at doors.')
  await page.getByRole('button', { name: 'Save report' }).press('Enter')
  await expect(sheet.getByText('Heron waits at doors.')).toBeVisible()
  await expect(page.getByLabel('What is new')).toHaveValue('Heron waits at doors.')
  const address = (await sheet.getByRole('link', { name: 'As a PDF' }).getAttribute('href')) ?? ''
  const answer = await page.request.get(kibou.url + address)
  expect([answer.status(), answer.headers()['content-type']]).toEqual([200, 'application/pdf'])
  await expectNoAxeFindings(page)
})
