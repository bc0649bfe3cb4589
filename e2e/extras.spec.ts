import { doWithoutBaseline, expect, expectNoAxeFindings, test, visit } from './support/kibou'

test('a command that is switched off is promised by keyboard, and then stands on the dog’s page', async ({
  page,
  kibou,
}) => {
  const id = kibou.dog('Heron')
  await visit(page, `${kibou.url}/dogs/${id}/intake?step=words`)
  await expect(page.getByText('Stand: word')).toHaveCount(0)
  await visit(page, `${kibou.url}/dogs/${id}/intake?step=promises`)
  await expect(page.getByText('Stand, held up to')).toHaveCount(0)
  const more = page.getByRole('button', { name: 'More to promise' })
  await more.focus()
  await page.keyboard.press('Enter')
  const choice = page.getByRole('button', { name: /Stand up to/ })
  await choice.focus()
  await page.keyboard.press('Enter')
  await page.getByRole('option', { name: /^Word alone/ }).click()
  await expectNoAxeFindings(page)
  await page.getByRole('button', { name: 'Save and continue' }).click()
  await expect(page).toHaveURL(/step=arrival/)
  await visit(page, `${kibou.url}/dogs/${id}`)
  await expect(page.getByRole('heading', { name: 'Stand', level: 3, exact: true })).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Drop it', exact: true })).toHaveCount(0)
  await visit(page, `${kibou.url}/dogs/${id}/intake?step=words`)
  await expect(page.getByLabel('Stand: word')).toBeVisible()
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })

  test('what was looked at in the last rep is a tap each, and stands in the counts of its command', async ({
    page,
    kibou,
  }) => {
    doWithoutBaseline(kibou, 'Wren')
    const id = kibou.dog('Wren')
    await visit(page, `${kibou.url}/dogs/${id}/work/sit`)
    await page.getByRole('button', { name: /^Begin set/ }).tap()
    await page.getByRole('button', { name: /^Clean/ }).tap()
    await page.getByRole('button', { name: /^Last rep/ }).tap()
    await page.getByRole('button', { name: 'Also looked at' }).tap()
    await page.getByRole('radio', { name: 'loud' }).tap()
    await page.getByRole('button', { name: 'moved by mistake' }).tap()
    await expectNoAxeFindings(page)
    await page.getByRole('button', { name: 'Back to the set' }).tap()
    await kibou.becomes(1, `SELECT count(*) AS n FROM rep WHERE looked = '{"voice":"loud","leashMoved":true}'`)
    await visit(page, `${kibou.url}/dogs/${id}/commands/sit`)
    await page.getByRole('button', { name: 'what was seen' }).click()
    await expect(page.getByText('Clean 1 of 1 said loud.')).toBeVisible()
  })

  test('a walk to sniff is a small thing, with its minutes', async ({ page, kibou }) => {
    await visit(page, `${kibou.url}/dogs/${kibou.dog('Wren')}/block`)
    await page.getByRole('button', { name: 'Quick log' }).tap()
    await page.getByRole('button', { name: 'Sniff: Wren' }).tap()
    await expect(page.getByText(/Saved: .* Wren: a walk to sniff, nothing asked\./)).toBeVisible()
    await page.getByRole('radio', { name: '10', exact: true }).tap()
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  })
})
