import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

/**
 * The browser test asks every address of the build; a page under a guarded layout may also be fetched without it, so
 * each page asks for itself.
 */
describe('every page asks who comes in, by itself', () => {
  const pages = readdirSync('src/app', { recursive: true, encoding: 'utf8' })
    .filter((p) => p.endsWith('page.tsx'))
    .map((p) => `src/app/${p}`)

  it('finds the pages', () => {
    expect(pages.length).toBeGreaterThan(14)
  })

  it.each(pages.filter((p) => !p.startsWith('src/app/(door)/')))('%s', (file) => {
    expect(readFileSync(file, 'utf8')).toMatch(
      /export default async function \w+\([^()]*\) \{\n {2}(const \w+ = )?await enter\(/,
    )
  })
})
