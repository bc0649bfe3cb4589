import { describe, expect, it } from 'vitest'
import { leastAt, pages, sampleAddress } from './pages'

describe('who may go where', () => {
  it('every page is found by an address of its own, with its query and place on it', () => {
    for (const page of pages) {
      const address = sampleAddress(page, (dog) => `0189-${dog}`)
      const least = page.least === 'nobody' ? 'hand' : page.least
      expect([page.name, leastAt(address), leastAt(`${address}?a=1#b`)]).toEqual([page.name, least, least])
    }
  })

  it('a page with a name of its own is not taken for a dog’s, and one that is not listed is a lead’s', () => {
    expect([leastAt('/dogs/new'), leastAt('/dogs/table'), leastAt('/dogs/x')]).toEqual(['trainer', 'trainer', 'hand'])
    expect(leastAt('/nowhere')).toBe('lead')
  })
})
