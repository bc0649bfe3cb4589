import { describe, expect, it } from 'vitest'
import { addDays, dayIn, daysBetween, dateText, dayText, dayOfYearText } from '@/core/days'
import { plainWays } from '@/core/measures'
import { minuteText, momentText, wallClock } from './when'

describe('days and clocks in the kennel’s time zone', () => {
  it('says days and moments', () => {
    expect(dayText('2026-04-30', 'day-first')).toBe('Thu 30 Apr')
    expect(dayText('2026-03-08', 'month-first')).toBe('Sun, Mar 8')
    expect([dateText('2026-03-08', 'day-first'), dateText('2026-03-08', 'month-first')]).toEqual(['8 Mar', 'Mar 8'])
    expect(dayOfYearText('2026-03-08', 'day-first')).toBe('Sun 8 Mar 2026')
    expect(dayOfYearText('2026-03-08', 'month-first')).toBe('Sun, Mar 8, 2026')
    expect(momentText(Date.UTC(2026, 6, 1, 8, 5), 'Europe/London', plainWays)).toBe('Wed 1 Jul, 09:05')
    expect(wallClock(Date.UTC(2026, 0, 1, 0, 30), 'America/New_York')).toEqual({ day: '2025-12-31', clock: '19:30' })
  })

  it('says them by a clock of twelve hours where the house has one', () => {
    expect([0, 1, 719, 720, 725, 780, 1439].map((m) => minuteText(m, '12'))).toEqual([
      '12:00 am',
      '12:01 am',
      '11:59 am',
      '12:00 pm',
      '12:05 pm',
      '1:00 pm',
      '11:59 pm',
    ])
    expect(momentText(Date.UTC(2026, 6, 1, 12, 5), 'Europe/London', { clock: '12', dates: 'month-first' })).toBe(
      'Wed, Jul 1, 1:05 pm',
    )
  })

  it('counts calendar days across a clock change and a leap day', () => {
    expect(daysBetween('2026-03-28', '2026-03-30')).toBe(2)
    expect(daysBetween('2028-02-28', '2028-03-01')).toBe(2)
    expect(daysBetween('2026-03-02', '2026-03-01')).toBe(-1)
    expect(addDays('2026-12-31', 1)).toBe('2027-01-01')
    expect(dayIn('Pacific/Auckland', Date.UTC(2026, 0, 1, 12))).toBe('2026-01-02')
  })
})
