import { keptPages } from '../src/device/offline'
import { pages, sampleAddress } from '../src/screens/pages'
import { expect, expectNoAxeFindings, expectPlain, expectReadable, test, visit, type Kibou } from './support/kibou'

/**
 * Every page of the list: at a desk for axe, by day and at night (the yard pages in the yard’s colors), on a phone and
 * an upright tablet for its width.
 */
const inner = pages.filter((p) => p.least !== 'nobody')
const addressOf = (kibou: Kibou, page: (typeof pages)[number]) => kibou.url + sampleAddress(page, kibou.dog)
const parts = 4
const part = (n: number) => inner.filter((_, i) => i % parts === n)

for (let n = 0; n < parts; n++)
  test(`no findings at a desk, by day and in its other colors: ${part(n)
    .map((p) => p.name)
    .join(', ')}`, async ({ page, kibou }) => {
    // What is only looked at asks for no other page.
    const early: string[] = []
    page.on('request', (r) => (r.url().includes('_rsc=') ? early.push(r.url()) : undefined))
    for (const one of part(n)) {
      await visit(page, addressOf(kibou, one))
      await expect(page.getByRole('main')).toBeVisible()
      await expectNoAxeFindings(page)
      await expectPlain(page, one.address)
      // The yard’s colors are for the pages that are worked by outdoors.
      const theme = keptPages.some((kept) => kept === one.address) ? 'yard' : 'night'
      await page.evaluate((t) => {
        document.documentElement.dataset['theme'] = t
      }, theme)
      await expectReadable(page, `${one.address} ${theme}`)
    }
    expect(early).toEqual([])
  })

test.describe('a phone, and an upright tablet', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })

  for (let n = 0; n < parts; n++)
    test(`no wider than the window: ${part(n)
      .map((p) => p.name)
      .join(', ')}`, async ({ page, kibou }) => {
      for (const one of part(n)) {
        await page.setViewportSize({ width: 390, height: 844 })
        await visit(page, addressOf(kibou, one))
        // What a phone folds away is opened.
        await page
          .locator('h2 > button[aria-expanded="false"]')
          .evaluateAll((folds: HTMLElement[]) => folds.forEach((fold) => fold.click()))
        await expectPlain(page, `${one.address} on a phone`)
        for (const [width, height] of [
          [390, 844],
          [820, 1180],
        ] as const) {
          await page.setViewportSize({ width, height })
          // A phone draws too wide a page smaller, so that the window itself says more than it has. What is drawn again
          // when a device is turned (a chart) may take a moment.
          const widths = () => page.evaluate(() => [document.documentElement.scrollWidth, innerWidth])
          await expect.poll(widths, { message: one.address, timeout: 10_000 }).toEqual([width, width])
        }
      }
    })
})
