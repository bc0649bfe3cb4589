import { describe, expect, it } from 'vitest'
import { plainWays } from '../measures'
import { letterSheets } from '../paper'
import { proposedWays, timeZones } from './proposed'

describe('what a house is proposed', () => {
  // Unicode CLDR, supplemental measurement, paper and week data; from memory. The clock is the browser's own (ICU).
  it.each([
    ['en-US', { unit: 'lb', lengths: 'ft', temperatures: 'F', clock: '12', dates: 'month-first', week: 'sunday' }],
    ['en-GB', { unit: 'kg', lengths: 'm', temperatures: 'C', clock: '24', dates: 'day-first', week: 'monday' }],
    ['en-CA', { unit: 'kg', lengths: 'm', temperatures: 'C', clock: '12', dates: 'day-first', week: 'sunday' }],
    ['de-DE', { unit: 'kg', lengths: 'm', temperatures: 'C', clock: '24', dates: 'day-first', week: 'monday' }],
    ['en', { unit: 'lb', temperatures: 'F', clock: '12' }],
    ['de', { unit: 'kg', temperatures: 'C', clock: '24' }],
  ] as const)('%s', (language, ways) => {
    expect(proposedWays(language)).toMatchObject(ways)
  })

  it('paper follows: letter size in North America, A sizes elsewhere; what no browser says is a plain house', () => {
    expect(['en-US', 'fr-CA', 'es-MX', 'en-AU', 'ja'].map((l) => proposedWays(l).paper)).toEqual([
      'Letter',
      'Letter',
      'Letter',
      'A',
      'A',
    ])
    for (const odd of ['', 'x', '___', 'en-', '1']) expect(proposedWays(odd)).toEqual(plainWays)
  })

  it('letter, half letter and the 4 by 6 inch card are of the sizes they are sold in', () => {
    // ANSI/ASME Y14.1 size A (8.5 by 11 in), its half, and the common index card.
    expect(Object.values(letterSheets).map((size) => size.map((points) => points / 72))).toEqual([
      [8.5, 11],
      [5.5, 8.5],
      [4, 6],
    ])
  })

  it('every zone of the list is one, and the house’s own is among them', () => {
    const zones = timeZones('Etc/GMT-3')
    expect(zones).toEqual(expect.arrayContaining(['UTC', 'Europe/London', 'America/New_York', 'Etc/GMT-3']))
    for (const timeZone of zones) expect(() => new Intl.DateTimeFormat('en', { timeZone })).not.toThrow()
    expect(timeZones('')).not.toContain('')
  })
})
