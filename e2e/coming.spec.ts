import { expect, expectNoAxeFindings, signIn, tabTo, test, typeDay, visit } from './support/kibou'

test(
  'coming and going: who leaves without a handoff, a stay made longer by keyboard, refused into a booked ' +
    'handoff; a hand only reads',
  async ({ page, kibou }) => {
    await visit(page, `${kibou.url}/coming`)
    const rook = page.getByRole('button', { name: 'Change dates: Rook' })
    await expect(page.getByText('No handoff is booked.').first()).toBeVisible()
    await tabTo(page, /Change dates: Rook/)
    await page.keyboard.press('Enter')
    const leaves = new Date(Date.now() + 9 * 86_400_000).toISOString().slice(0, 10)
    const reason = page
      .getByLabel(/^Reason/)
      .locator('visible=true')
      .first()
    await typeDay(page, 'Goes home on', leaves)
    await page.getByRole('button', { name: 'Change the stay' }).first().press('Enter')
    await expect(page.getByText('Give a reason. It stays beside the stay.')).toBeVisible()
    await reason.fill('needs more days')
    await page.keyboard.press('Enter')
    await expect
      .poll(() =>
        kibou.count('SELECT count(*) AS n FROM residency WHERE id = ? AND leaves_on = ?', kibou.dog('Rook'), leaves),
      )
      .toBe(1)
    await expect(
      page.getByRole('listitem').filter({ has: rook }).filter({ hasText: 'stay changed' }).last(),
    ).toBeVisible()
    expect(
      kibou.count("SELECT count(*) AS n FROM stay_change WHERE recorded_by = 'maud' AND reason = 'needs more days'"),
    ).toBe(1)

    const soon = new Date(Date.now()).toISOString().slice(0, 10)
    await page.getByRole('button', { name: 'Change dates: Gimlet' }).press('Enter')
    await typeDay(page, 'Goes home on', soon)
    await reason.fill('owner is early')
    await page.keyboard.press('Enter')
    await expect(page.getByText(/The handoff is booked for/)).toBeVisible()
    await page.setViewportSize({ width: 390, height: 844 })
    await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    await expectNoAxeFindings(page)
    await signIn(page.request, kibou, 'ebba')
    await page.reload()
    await expect(page.getByRole('heading', { name: 'Arrivals and departures' })).toBeVisible()
    await expect(rook).toBeHidden()
  },
)
