import { expect, test, visit } from './support/kibou'

test('the head has room for pages and tools at any width of a desk', async ({ page, kibou }) => {
  const wide: string[] = []
  for (const width of [721, 820, 1024, 1260, 1280, 1381, 1440]) {
    await page.setViewportSize({ width, height: 768 })
    await visit(page, kibou.url)
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
