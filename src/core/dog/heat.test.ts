import { describe, expect, it } from 'vitest'
import { addDays } from '../days'
import { heatFor, heatIndexC, tenderBecause } from './heat'
import { plainDog } from './traits'

const toC = (f: number) => ((f - 32) * 5) / 9
const toF = (c: number) => (c * 9) / 5 + 32
const today = '2026-07-01'

describe('heat', () => {
  // Table of the US National Weather Service, made from Rothfusz (1990); whole degrees Fahrenheit. From memory, where
  // the table knows of no adjustment: it is without the one for damp air.
  it.each([
    [80, 40, 80],
    [84, 85, 96],
    [86, 90, 105],
    [88, 65, 98],
    [90, 50, 95],
    [90, 70, 106],
    [94, 60, 110],
    [100, 40, 109],
    [100, 50, 118],
    [110, 40, 136],
  ])('%i °F at %i %% feels like %i °F', (f, humidity, index) => {
    expect(Math.round(toF(heatIndexC(toC(f), humidity)))).toBe(index)
  })

  // The two adjustments of the same regression, worked by hand: dry from 80 to 112 °F, and damp from 80 to 87 °F.
  it('is less in dry air, and more in very damp air that is warm', () => {
    const plain = (t: number, h: number) =>
      -42.379 +
      2.04901523 * t +
      10.14333127 * h -
      0.22475541 * t * h -
      0.00683783 * t * t -
      0.05481717 * h * h +
      0.00122874 * t * t * h +
      0.00085282 * t * h * h -
      0.00000199 * t * t * h * h
    const more = (f: number, h: number) => toF(heatIndexC(toC(f), h)) - plain(f, h)
    // ((13 − 5) / 4) · √((17 − |95 − 95|) / 17) = 2
    expect(more(95, 5)).toBeCloseTo(-2, 6)
    // ((13 − 9) / 4) · √((17 − 10) / 17) = .642
    expect(more(105, 9)).toBeCloseTo(-0.6417, 3)
    expect(more(95, 13)).toBeCloseTo(0, 6)
    expect(more(113, 9)).toBeCloseTo(0, 6)
    // ((95 − 85) / 10) · ((87 − 84) / 5) = .6
    expect(more(84, 95)).toBeCloseTo(0.6, 6)
    expect(more(84, 85)).toBeCloseTo(0, 6)
    expect(more(88, 95)).toBeCloseTo(0, 6)
    // What no meter shows is taken for the nearest that one does.
    expect(heatIndexC(32, 140)).toBe(heatIndexC(32, 100))
    expect(heatIndexC(32, -5)).toBe(heatIndexC(32, 0))
  })

  it('is about the air temperature when it is cool, and never falls as the air gets damper', () => {
    expect(Math.abs(heatIndexC(15, 50) - 15)).toBeLessThan(2)
    for (const t of [20, 25, 28, 32, 36])
      for (let h = 20; h < 95; h += 5) expect(heatIndexC(t, h + 5)).toBeGreaterThan(heatIndexC(t, h) - 0.6)
  })

  it('warns from 27 and stops from 32, four lower for a dog that bears it badly, and says nothing indoors', () => {
    const at = (t: number, traits = plainDog, indoors = false) => heatFor(t, 40, indoors, traits, today)?.say
    expect([24, 28, 33].map((t) => at(t))).toEqual(['fine', 'care', 'stop'])
    expect([22, 24, 29].map((t) => at(t, { ...plainDog, flat: true }))).toEqual(['fine', 'care', 'stop'])
    expect(at(40, plainDog, true)).toBeUndefined()
    expect(heatFor(null, 40, false, plainDog, today)).toBeUndefined()
  })

  it.each([
    ['flat-faced', { flat: true }],
    ['heavy', { heavy: true }],
    ['dark-coated', { dark: true }],
    ['old or stiff', { stiff: true }],
    ['old or stiff', { bornOn: '2015-01-01' }],
    ['very young', { bornOn: '2026-04-01' }],
  ])('%s bears heat badly', (words, traits) => {
    expect(tenderBecause({ ...plainDog, ...traits }, today)).toEqual([words])
  })

  it('counts from the birthday on: old from eight years, very young until six months', () => {
    const born = (bornOn: string) => tenderBecause({ ...plainDog, bornOn }, today)
    expect(born(addDays(today, -8 * 365))).toEqual(['old or stiff'])
    expect(born(addDays(today, -8 * 365 + 1))).toEqual([])
    expect(born(addDays(today, -26 * 7))).toEqual([])
    expect(born(addDays(today, -26 * 7 + 1))).toEqual(['very young'])
    expect(tenderBecause({ ...plainDog, giant: true, flat: true }, today)).toEqual(['flat-faced', 'heavy'])
  })

  it('says the limits themselves, which are reached at them and not above, with 60 % where nobody read it', () => {
    const heat = heatFor(30, null, false, { ...plainDog, dark: true }, today)
    expect(heat).toEqual({
      indexC: heatIndexC(30, 60),
      say: 'stop',
      careFrom: 23,
      stopFrom: 28,
      because: ['dark-coated'],
    })
    for (let t = 15; t < 40; t += 0.25) {
      const at = heatFor(t, 50, false, plainDog, today)
      expect(at?.say).toBe((at?.indexC ?? 0) >= 32 ? 'stop' : (at?.indexC ?? 0) >= 27 ? 'care' : 'fine')
    }
  })
})
