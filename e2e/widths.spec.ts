import { expect, test } from './support/kibou'

/** Every screen of a kennel in season; a page that is wider than its window is drawn small or must be pushed sideways. */
const screens = (wren: string, heron: string): readonly string[] => [
  '/', '/coming', '/bowls', '/handoffs', '/curriculum', '/curriculum/edit', '/method', '/bench', '/dogs/new', '/dogs/table', '/people/new', '/paper', '/house', '/words',
  ...['', '/commands/sit', '/food', '/handoff', '/intake', '/reward', '/version', '/card', '/baseline'].map((part) => `/dogs/${wren}${part}`),
  `/dogs/${heron}/block`, `/dogs/${heron}/work/down`,
]

for (const [what, width, height] of [['a phone', 390, 844], ['an upright tablet', 820, 1180]] as const)
  test.describe(what, () => {
    test.use({ viewport: { width, height }, hasTouch: true, isMobile: true })

    test('no screen is wider than the window', async ({ page, kibou }) => {
      const wide: string[] = []
      for (const path of screens(kibou.dog('Wren'), kibou.dog('Heron'))) {
        const answer = await page.goto(`${kibou.url}${path}`)
        expect([path, answer?.status()]).toEqual([path, 200])
        await expect(page.getByRole('main')).toBeVisible()
        // A phone draws too wide a page smaller, so that the window itself says more than it has.
        const [drawn, shown] = await page.evaluate(() => [document.documentElement.scrollWidth, innerWidth])
        if (drawn !== width || shown !== width) wide.push(`${path}: ${drawn} in ${shown}`)
      }
      expect(wide).toEqual([])
    })
  })

test.describe('a small laptop', () => {
  test.use({ viewport: { width: 1024, height: 768 } })

  test('pages and tools have room in the head', async ({ page, kibou }) => {
    await page.goto(kibou.url)
    for (const name of ['Small thing', 'Night', 'Keys']) await expect(page.getByRole('button', { name })).toBeInViewport()
    await expect(page.getByRole('link', { name: 'House' })).toBeInViewport()
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1024)
  })
})
