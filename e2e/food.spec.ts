import { expect, expectNoAxeFindings, signIn, tabTo, test, visit } from './support/kibou'

test('food is logged by keyboard and undone; a weight that looks like pounds is kept once it is right', async ({
  page,
  kibou,
}) => {
  await visit(page, `${kibou.url}/dogs/${kibou.dog('Mallet')}/food`)
  const amount = page.getByLabel(/^Amount/)
  await tabTo(page, /Log food/)
  await page.keyboard.press('Enter')
  // The fault stands at its field, which has the focus.
  await expect(page.getByText('The amount is missing.')).toBeVisible()
  await expect(amount).toBeFocused()
  await amount.fill('41,5')
  // Without a connection the form stands as it was typed, and is sent again.
  await page.context().setOffline(true)
  await page.keyboard.press('Enter')
  await expect(page.getByText('No connection. Your change was not saved. Try again.')).toBeVisible()
  await expect(amount).toHaveValue('41,5')
  await page.context().setOffline(false)
  await page.getByRole('button', { name: 'Log food' }).press('Enter')
  const fed = page.getByRole('list', { name: 'Fed today' })
  await expect(fed.getByRole('listitem').filter({ hasText: 'weighed out' }).first()).toBeVisible()
  const grams = 'SELECT count(*) AS n FROM fed WHERE residency_id = ? AND grams = 41.5'
  expect(kibou.count(grams, kibou.dog('Mallet'))).toBe(1)
  await expect(amount).toHaveValue('')
  await fed
    .getByRole('button', { name: /^Undo: weighed out/ })
    .first()
    .press('Enter')
  await expect(fed).toBeHidden()

  const weight = page.getByLabel(/^Weighed today/)
  await weight.fill('45')
  await page.keyboard.press('Enter')
  const right = page.getByRole('checkbox', { name: 'This is right' })
  await expect(page.getByText(/Were pounds typed for kilograms/).first()).toBeVisible()
  await expect(weight).toHaveValue('45')
  await expectNoAxeFindings(page)
  await right.check({ force: true })
  await page.getByRole('button', { name: 'Save weight' }).press('Enter')
  await expect(page.getByText(/^45 kg on/)).toBeVisible()
  await expect(right).toBeHidden()

  // A kennel assistant logs and weighs, and decides nothing.
  await signIn(page.request, kibou, 'ebba')
  await page.reload()
  await expect(page.getByRole('button', { name: 'Log food' })).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Feeding plan' })).toBeHidden()
})

test('a page from before an upgrade leaves what was typed to the page after, and writes over nobody', async ({
  page,
  kibou,
}) => {
  const food = `${kibou.url}/dogs/${kibou.dog('Mallet')}/food`
  await visit(page, food)
  const goal = page.getByLabel(/^Goal/)
  const save = page.getByRole('button', { name: 'Change', exact: true })
  await goal.fill('31.5')
  // The kennel no longer knows what this page asks for.
  await page.route('**/food', (route) =>
    route.request().method() === 'POST'
      ? route.continue({ headers: { ...route.request().headers(), 'next-action': '0'.repeat(42) } })
      : route.fallback(),
  )
  await save.press('Enter')
  await expect(page.getByText(/Kibou was updated after this page was opened/)).toBeVisible()
  await expect(goal).toHaveValue('31.5')
  await page.unroute('**/food')

  // Meanwhile somebody else changes the plan.
  const other = await page.context().newPage()
  await visit(other, food)
  await other.getByLabel(/^Other factor/).fill('1.3')
  await other.getByRole('button', { name: 'Change', exact: true }).press('Enter')
  await expect(other.getByText('Saved.')).toBeVisible()
  await other.close()

  await page.getByRole('button', { name: 'Load the page again' }).press('Enter')
  await expect(page.getByText(/Kibou was updated. This is what you typed before/)).toBeVisible()
  await expect(goal).toHaveValue('31.5')
  await expectNoAxeFindings(page)
  await save.press('Enter')
  await page.getByRole('button', { name: 'Save both' }).press('Enter')
  await expect(page.getByText('Saved.')).toBeVisible()
  await page.reload()
  await expect(goal).toHaveValue('31.5')
  await expect(page.getByLabel(/^Other factor/)).toHaveValue('1.3')
  await expect(page.getByText(/Kibou was updated/)).toBeHidden()
})
