import { expect, test, visit } from './support/kibou'

test('the head has room for pages and tools at any width of a desk', async ({ page, kibou }) => {
  const wide: string[] = []
  for (const width of [721, 820, 1024, 1260, 1280, 1381, 1440]) {
    await page.setViewportSize({ width, height: 768 })
    await visit(page, kibou.url)
    for (const name of ['Quick log', 'Night', 'Keys'])
      await expect(page.getByRole('button', { name })).toBeInViewport({ ratio: 1 })
    if (width >= 820) await expect(page.getByRole('link', { name: 'Settings' })).toBeInViewport({ ratio: 1 })
    const [drawn, shown] = await page.evaluate(() => [document.documentElement.scrollWidth, innerWidth])
    if ((drawn ?? 0) > (shown ?? 0)) wide.push(`${drawn} in ${shown}`)
    // From 1280 on all of it is one line.
    const head = await page.getByRole('banner').boundingBox()
    if (width >= 1280 && (head?.height ?? 999) > 70) wide.push(`${width}: the head is ${head?.height} high`)
  }
  expect(wide).toEqual([])
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })

  test('nothing lies over what keeps a form: the corner of small things is free of it', async ({ page, kibou }) => {
    for (const [address, name] of [
      [`/dogs/${kibou.dog('Wren')}/handoff`, 'Book this time'],
      ['/dogs/new', 'Add dog'],
    ] as const) {
      await visit(page, kibou.url + address)
      const [keep, small] = await Promise.all(
        [name, 'Quick log'].map((n) => page.getByRole('button', { name: n, exact: true }).boundingBox()),
      )
      if (!keep || !small) throw new Error(`${address}: not to be seen`)
      const apart = keep.x + keep.width <= small.x || small.x + small.width <= keep.x || keep.y + keep.height <= small.y
      expect([address, apart]).toEqual([address, true])
    }
  })
})
