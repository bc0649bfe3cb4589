import { expect, expectNoAxeFindings, reload, signIn, tabTo, test, visit } from './support/kibou'

const changes = 'SELECT count(*) AS n FROM script_change'

test('a lead changes the script by keyboard, sees who changed it, and prints it', async ({ page, kibou }) => {
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Gimlet')}/handoff`)
  await tabTo(page, /^\s*What is shown/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: /^Shown to/ })).toBeVisible()
  const titles = () =>
    page.getByRole('region', { name: 'The order' }).getByRole('heading', { level: 3 }).allTextContents()
  const before = await titles()
  expect(before[0]).toBe('The equipment')
  expect(before.at(-1)).toBe('Questions')
  const [, second = '', third = ''] = before

  await tabTo(page, new RegExp(`^Change ${second} `))
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: new RegExp(`^${second} later`) })).toBeVisible()
  await tabTo(page, new RegExp(`^${second} later `))
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await titles())[1]).toBe(third)

  await page.getByRole('button', { name: `Change ${third}`, exact: true }).press('Enter')
  await page.getByRole('button', { name: `Leave ${third} out` }).press('Enter')
  const left = page.getByRole('region', { name: 'Not shown' })
  await expect(left).toContainText('Left out by the lead.')
  expect(await titles()).not.toContain(third)
  await left.getByRole('button', { name: `Put ${third} back` }).press('Enter')
  await expect.poll(titles).toContain(third)

  const words = page.getByRole('textbox', { name: /is told$/ }).first()
  await words.fill('Breathe. Then say it, once.')
  await page.getByRole('button', { name: 'Save wording' }).first().press('Enter')
  await expect(page.getByText('Changed by Maud Ferrow', { exact: false })).toContainText('4 times in all')
  await kibou.becomes(4, changes)
  await reload(page)
  await expect(page.getByText('Breathe. Then say it, once.').first()).toBeVisible()
  await expectNoAxeFindings(page)

  const pdf = await page.request.get(`${kibou.url}/dogs/${kibou.dog('Gimlet')}/script.pdf`)
  expect(pdf.headers()['content-type']).toBe('application/pdf')
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-')
})

test('what somebody else changed in between is not written over, and a hand is offered no change', async ({
  page,
  kibou,
  browser,
}) => {
  const address = `${kibou.url}/dogs/${kibou.dog('Gimlet')}/demonstration`
  await visit(page, address)
  const other = await browser.newContext()
  await signIn(other.request, kibou)
  const desk = await other.newPage()
  await visit(desk, address)
  await desk.getByRole('button', { name: 'Change Questions' }).click()
  await desk.getByRole('button', { name: 'Questions earlier' }).click()
  await kibou.becomes(1, changes)
  await page.getByRole('button', { name: 'Change Questions' }).click()
  await page.getByRole('button', { name: 'Leave Questions out' }).click()
  await expect(page.getByRole('region', { name: 'The order' }).getByRole('alert')).toContainText(
    'Maud Ferrow changed this script in the meantime',
  )
  await kibou.becomes(1, changes)
  await other.close()

  await signIn(page.request, kibou, 'ebba')
  await visit(page, address)
  await expect(page.getByRole('heading', { name: 'The equipment' })).toBeVisible()
  await expect(page.getByRole('button', { name: /^Change / })).toHaveCount(0)
})
