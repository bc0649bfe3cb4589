import { describe, expect, it } from 'vitest'
import { addDays, dayIn, daysBetween, momentAt, startOfDay, weekdaysFrom } from './days'
import { seeded } from './seeded'
import type { EpochMs } from './epochMs'

/** The day as the zone database of the machine says it (ICU’s, by Intl, en-CA writes YYYY-MM-DD). */
const byIntl = (timeZone: string) => {
  const format = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' })
  return (at: EpochMs) => format.format(at)
}

describe('the day that a clock shows', () => {
  it('is the one that the zone database says, in every zone, to a minute around each midnight', () => {
    const chance = seeded(20261128)
    const zones = Intl.supportedValuesOf('timeZone')
    expect(zones.length).toBeGreaterThan(300)
    for (const timeZone of zones) {
      const says = byIntl(timeZone)
      for (let n = 0; n < 6; n++) {
        const day = dayIn('UTC', Date.UTC(1975, 0, 1) + Math.floor(chance() * 60 * 365.25) * 86_400_000)
        const start = startOfDay(timeZone, day)
        for (const at of [start - 60_000, start - 1, start, start + 1, start + 60_000, start + chance() * 86_400_000])
          expect([timeZone, at, dayIn(timeZone, at)]).toEqual([timeZone, at, says(at)])
      }
    }
  }, 120_000)

  it('changes in the minute of a clock change that is no whole hour: half an hour, on Lord Howe', () => {
    // 2026-04-05 02:00 summer time becomes 01:30 (zone database; the moment is 15:00 UTC of the day before).
    const change = Date.UTC(2026, 3, 4, 15)
    for (let minutes = -60; minutes <= 60; minutes++) {
      const at = change + minutes * 60_000
      expect(dayIn('Australia/Lord_Howe', at)).toBe(byIntl('Australia/Lord_Howe')(at))
    }
  })

  it('is asked of the zone itself where its clock was no whole quarter from another, as in Monrovia until 1972', () => {
    const says = byIntl('Africa/Monrovia')
    const midnight = Date.UTC(1970, 5, 2) + 44 * 60_000 + 30_000
    for (const at of [midnight - 1, midnight, midnight + 1]) expect(dayIn('Africa/Monrovia', at)).toBe(says(at))
  })

  it('begins at its first moment where midnight is skipped', () => {
    // Cairo sprang forward at midnight on 2024-04-26 (zone database).
    expect(momentAt('Africa/Cairo', '2024-04-26', 0)).toBeUndefined()
    const start = startOfDay('Africa/Cairo', '2024-04-26')
    expect([dayIn('Africa/Cairo', start - 1), dayIn('Africa/Cairo', start)]).toEqual(['2024-04-25', '2024-04-26'])
  })
})

describe('days and moments that nobody lives in', () => {
  const longAgo = '-009998-04-20'
  it('break nothing', () => {
    expect(daysBetween(longAgo, '2026-03-02')).toBeGreaterThan(700_000)
    expect(addDays(longAgo, 1)).toBe('0001-01-03')
    expect(addDays('+275760-09-13', -1)).toBe('9999-12-29')
    expect(startOfDay('Europe/London', longAgo)).toBeLessThan(0)
    for (const at of [-8.64e15, 8.64e15])
      for (const zone of ['Europe/London', 'Pacific/Kiritimati', 'Pacific/Pago_Pago'])
        expect(dayIn(zone, at)).toMatch(/^\d{4}-\d{2}-\d{2}$/)
  })
  it('a day that is none at all is still an error of the program', () => {
    expect(() => addDays('soon', 1)).toThrow()
  })
})

it('the days of a week begin where the house’s week does, and keep their numbers', () => {
  expect(weekdaysFrom('monday').map((d) => d.number)).toEqual([1, 2, 3, 4, 5, 6, 7])
  expect(weekdaysFrom('sunday').map((d) => `${d.name} ${d.number}`)).toEqual([
    'Sunday 7',
    'Monday 1',
    'Tuesday 2',
    'Wednesday 3',
    'Thursday 4',
    'Friday 5',
    'Saturday 6',
  ])
})
