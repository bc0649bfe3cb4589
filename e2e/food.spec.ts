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
