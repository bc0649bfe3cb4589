import { expect, test } from './support/kibou'

/**
 * Every screen of a kennel in season; a page that is wider than its window is drawn small or must be pushed sideways.
 */
const screens = (wren: string, heron: string): readonly string[] => [
  '/',
  '/coming',
  '/bowls',
  '/handoffs',
  '/curriculum',
  '/curriculum/edit',
  '/method',
  '/bench',
  '/dogs/new',
  '/dogs/table',
  '/people/new',
  '/paper',
  '/house',
  '/words',
  ...['', '/commands/sit', '/food', '/handoff', '/intake', '/reward', '/version', '/card', '/baseline'].map(
    (part) => `/dogs/${wren}${part}`,
  ),
  `/dogs/${heron}/block`,
  `/dogs/${heron}/work/down`,
]

for (const [what, width, height] of [
  ['a phone', 390, 844],
  ['an upright tablet', 820, 1180],
] as const)
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

test('the head has room for pages and tools at any width of a desk', async ({ page, kibou }) => {
  const wide: string[] = []
  for (const width of [721, 820, 1024, 1260, 1280, 1381, 1440]) {
    await page.setViewportSize({ width, height: 768 })
    await page.goto(kibou.url)
    for (const name of ['Small thing', 'Night', 'Keys'])
      await expect(page.getByRole('button', { name })).toBeInViewport({ ratio: 1 })
    if (width >= 820) await expect(page.getByRole('link', { name: 'House' })).toBeInViewport({ ratio: 1 })
    const [drawn, shown] = await page.evaluate(() => [document.documentElement.scrollWidth, innerWidth])
    if ((drawn ?? 0) > (shown ?? 0)) wide.push(`${drawn} in ${shown}`)
    // From 1280 on all of it is one line.
    const head = await page.getByRole('banner').boundingBox()
    if (width >= 1280 && (head?.height ?? 999) > 70) wide.push(`${width}: the head is ${head?.height} high`)
  }
  expect(wide).toEqual([])
})
