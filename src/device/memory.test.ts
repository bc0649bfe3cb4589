import { afterEach, describe, expect, it, vi } from 'vitest'
import { readPrefs, recall } from './memory'
import { prefsPlace, usualPrefs, withKey } from './prefs'
import { rememberedPlace } from './remembered'

const holding = (place: string, text: string) =>
  vi.stubGlobal('localStorage', { getItem: (asked: string) => (asked === place ? text : null) })
afterEach(() => {
  vi.unstubAllGlobals()
})

describe('what a device remembers', () => {
  it('is taken setting by setting: an odd one is the usual one, the others stay', () => {
    const own = { ...withKey(usualPrefs, 'late', 'F9'), thumb: 'left', sounds: true }
    holding(prefsPlace, JSON.stringify(own))
    expect(readPrefs()).toEqual(own)
    holding(prefsPlace, JSON.stringify({ ...own, thumb: 'both', remote: { go: [7] }, unknown: 1 }))
    expect(readPrefs()).toEqual({ ...usualPrefs, sounds: true })
    for (const text of ['', 'null', '[]', '"x"', '{']) {
      holding(prefsPlace, text)
      expect(readPrefs()).toEqual(usualPrefs)
    }
    vi.stubGlobal('localStorage', {
      getItem: () => {
        throw new Error('no storage')
      },
    })
    expect(readPrefs()).toEqual(usualPrefs)
  })

  it('says where it last worked for three hours, and nothing that is odd', () => {
    holding(rememberedPlace, JSON.stringify({ at: 1000, placeId: 'yard' }))
    expect(recall(2000)).toMatchObject({ placeId: 'yard', partners: [], helper: false })
    expect([recall(1000 + 3 * 3_600_000), recall(999)]).toEqual([undefined, undefined])
    holding(rememberedPlace, JSON.stringify({ at: 1000, partners: 'all' }))
    expect(recall(2000)).toBeUndefined()
  })
})
