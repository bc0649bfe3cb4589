import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { isKept, keptPages } from '@/device/offline'
import { pageNamed, pages, sampleAddress } from '@/screens/pages'

const built = readdirSync('src/app', { recursive: true, encoding: 'utf8' })
  .filter((p) => p.endsWith('page.tsx'))
  .map((p) => ({ file: `src/app/${p}`, address: `/${p.replace(/\([a-z]+\)\//, '').replace(/\/?page\.tsx$/, '')}` }))

describe('the list of pages', () => {
  it('names every page that is built, and no other', () => {
    expect(built.length).toBeGreaterThan(20)
    expect(pages.map((p) => p.address).sort()).toEqual(built.map((p) => p.address).sort())
  })

  it.each(built)('$address lets in whom the list says', ({ file, address }) => {
    const least = pages.find((p) => p.address === address)?.least
    const asks =
      /export default async function \w+\([^()]*\) \{\n {2}(?:const \w+ = )?await enter\((?:'(\w+)')?\)/.exec(
        readFileSync(file, 'utf8'),
      )
    // The pages of the door are there for who is not signed in; every other asks for itself, before anything else.
    expect(asks ? (asks[1] ?? 'hand') : 'nobody').toBe(least)
  })

  it('is found by the name of a page, of today or before; an empty name and that of a dog’s page are none', () => {
    expect(['Settings', 'house', ' Bowls ', 'rule bench', 'Rules', 'days'].map(pageNamed)).toEqual([
      '/house',
      '/house',
      '/bowls',
      '/bench',
      '/bench',
      '/coming',
    ])
    expect(['', 'Dog', 'Wren', 'Sign in'].map(pageNamed)).toEqual([undefined, undefined, undefined, undefined])
  })

  it('keeps for offline what the device keeps, has one page a key, and samples that fit their address', () => {
    // What is worked outdoors, and nothing else.
    const yard = new Set(built.filter((b) => b.file.startsWith('src/app/(yard)/')).map((b) => b.address))
    expect(new Set<string>(keptPages)).toEqual(yard)
    for (const page of pages) {
      const sample = sampleAddress(page, (dog) => dog.toLowerCase())
      expect(isKept(sample), page.address).toBe(yard.has(page.address))
      const pattern = page.address.replace(/\[\w+\]/g, '[^/?]+')
      expect(sample).toMatch(new RegExp(`^${pattern}(\\?.*)?$`))
    }
    const keys = pages.flatMap((p) => p.key ?? [])
    expect(new Set(keys).size).toBe(keys.length)
  })
})
