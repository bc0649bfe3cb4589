import { describe, expect, it } from 'vitest'
import { reportParts, weekReport, weeksOf, type ReportFacts } from '@/core/views/weekReport'
import { houseCurriculum } from '@/core/curriculum/house'
import { emptyDogState } from '@/core/progress/state'
import { summarise } from '@/core/promise/summary'
import { passTo, work } from '@/core/tests/facts'
import { loadReport } from '../page/report'
import { reportPdf } from '../pdf/report'
import { recordFacts } from '../record/accept'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { readPdf } from '../tests/pdf'
import { keepReport, reportForm } from './report'

const promises = [
  { rungId: 'sit.word-hand', level: 0, places: 1, people: 1 },
  { rungId: 'sit-stay.30s', level: 0, places: 1, people: 1 },
]
const standing = (state = emptyDogState()) => summarise(houseCurriculum, state, promises, { days: 3, reps: 90 })
const facts = (more: Partial<ReportFacts> = {}): ReportFacts => ({
  name: 'Wren',
  owner: 'Gwen Sparrack',
  week: { number: 2, from: '2026-03-08', to: '2026-03-14' },
  today: '2026-03-14',
  leavesOn: '2026-03-22',
  days: 5,
  blocks: 14,
  people: ['Ada Holt', 'Ben Rush'],
  places: ['Hay barn'],
  curriculum: houseCurriculum,
  before: standing(),
  now: standing(),
  passed: ['sit.rear', 'sit.full', 'sit-stay.3s'],
  paused: '',
  chance: 0.9,
  kennel: 'Osier Bank',
  dates: 'day-first' as const,
  ...more,
})

describe('a week in plain words', () => {
  it('says what was done, what is new and what comes, without a figure of chance', () => {
    const report = weekReport(facts())
    expect(report.opening).toBe('Dear Gwen, this is week 2 of Wren, Sun 8 Mar to Sat 14 Mar.')
    expect(report.done).toBe(
      'Wren was worked on 5 days, in 14 short blocks with Ada and Ben, in these places: Hay barn.',
    )
    expect(report.learned).toMatch(/^New this week: Sit as far as “Full sit” and Sit-stay as far as “3 s”\.$/)
    expect(report.held).toBe('We agreed on 2 commands. Wren is still learning sit and sit-stay.')
    expect(report.ahead).toBe('Wren goes home on Sun 22 Mar. It is well on its way to be ready by then.')
    expect(Object.values(report).join(' ')).not.toMatch(/in 10|in 100|%/)
  })

  it('is honest about a tight date and one that will not be made', () => {
    expect(weekReport(facts({ chance: 0.5 })).ahead).toContain('may need a little longer')
    expect(weekReport(facts({ chance: 0.02 })).ahead).toContain('Please ring us')
    expect(weekReport(facts({ chance: undefined })).ahead).toBe('Wren goes home on Sun 22 Mar.')
    expect(weekReport(facts({ today: '2026-03-30' })).ahead).toBe('')
  })

  it('says of a week without work that it was none, and why', () => {
    const quiet = weekReport(facts({ days: 0, blocks: 0, passed: [], paused: 'Not worked: sick since Mon 9 Mar.' }))
    expect(quiet.done).toBe('Wren was not worked this week. Not worked: sick since Mon 9 Mar.')
    expect(quiet.learned).toBe('')
    expect(weekReport(facts({ passed: [] })).learned).toContain('Nothing new was passed this week')
    expect(weekReport(facts({ passed: ['gone.rung'] })).learned).toContain('Nothing new')
  })

  it('counts what is held as agreed, and since when', () => {
    const sit = work(houseCurriculum, [
      ...passTo(houseCurriculum, 'sit.word'),
      ...passTo(houseCurriculum, 'sit.word', 1),
    ])
    expect(weekReport(facts({ now: standing(sit.state) })).held).toBe(
      'We agreed on 2 commands. Wren now knows sit. Sit is new this week. Wren is still learning sit-stay.',
    )
    expect(weekReport(facts({ now: summarise(houseCurriculum, emptyDogState(), [], { days: 0, reps: 0 }) })).held).toBe(
      '',
    )
  })

  it('has a week from the day it came, the last until it goes home', () => {
    expect(weeksOf('2026-03-01', '2026-03-20', '2026-03-01')).toEqual([
      { number: 1, from: '2026-03-01', to: '2026-03-07' },
    ])
    expect(weeksOf('2026-03-01', '2026-03-20', '2026-03-16').map((w) => w.to)).toEqual([
      '2026-03-07',
      '2026-03-14',
      '2026-03-20',
    ])
    expect(weeksOf('2026-03-01', '2026-03-10', '2027-01-01')).toHaveLength(2)
    expect(weeksOf('2026-03-09', '2026-03-20', '2026-03-01')).toHaveLength(1)
  })
})

describe('a report that is kept', () => {
  function kennel() {
    const db = newKennel()
    const ada = trainer(db)
    const id = dog(db)
    const tablet = new Tablet()
    const set = tablet.set(id, ada)
    recordFacts(db, tablet.batch([set, ...Array.from({ length: 12 }, () => tablet.rep(set.id))]), tablet.at)
    const form = (more: object = {}) => reportForm.parse({ residencyId: id, from: '', recordedBy: ada, ...more })
    return { db, ada, id, form }
  }

  it('reads as somebody wrote it, week by week, and never over another’s', async () => {
    const { db, id, form } = kennel()
    const now = monday + 10 * msPerDay
    const first = loadReport(db, id, now, 1)
    expect(first?.texts).toEqual(first?.made)
    expect(first?.made.done).toBe(
      'Bramble was worked on 1 day, in 1 short block with Ada, in these places: Training room.',
    )
    expect(first?.made.learned).toContain('Sit as far as')
    expect(loadReport(db, id, now)?.week.number).toBe(2)
    expect(loadReport(db, id, now - 3 * msPerDay)?.week.number).toBe(1)
    expect(loadReport(db, id, now)?.made.done).toBe('Bramble was not worked this week.')

    const texts = { ...first?.made, done: 'It was a fine week.\nEven in the rain.', ahead: '' }
    const change = { from: first?.week.from, to: first?.week.to, texts }
    expect(keepReport(db, form({ change }), now)).toEqual({ ok: true })
    const kept = loadReport(db, id, now, 1)
    expect([kept?.texts.done, kept?.texts.ahead, kept?.kept?.by]).toEqual([texts.done, '', 'Ada'])
    // The other week is as it was made.
    expect(loadReport(db, id, now, 2)?.kept).toBeUndefined()
    expect(keepReport(db, form({ change }), now)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('meantime'),
    })
    expect(keepReport(db, form({ change, from: kept?.version }), now)).toEqual({ ok: true })

    const page = loadReport(db, id, now, 1)
    const printed = page && (await readPdf(await reportPdf(page))).pages.join(' ')
    expect(printed).toContain('Bramble, week 1')
    expect(printed).toContain('It was a fine week.')
    expect(printed).not.toContain('goes home on')
  })

  it('refuses odd input whole, and knows no dog that is none', () => {
    const { db, form, id } = kennel()
    for (const change of [
      {},
      { from: 'x', to: '2026-03-07', texts: {} },
      { from: '2026-03-01', to: '2026-03-07', texts: { other: 'x' } },
      { from: '2026-03-01', to: '2026-03-07', texts: { done: 'x'.repeat(1201) } },
    ])
      expect(() => form({ change })).toThrow()
    expect(loadReport(db, '01890000-0000-7000-8000-000000000001', monday)).toBeUndefined()
    expect(loadReport(db, id, monday, 99)?.week.number).toBe(1)
    expect(reportParts).toHaveLength(6)
  })
})
