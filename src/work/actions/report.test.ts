import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { weekReport, weeksOf, type ReportFacts } from '@/core/views/weekReport'
import { houseCurriculum } from '@/core/curriculum/house'
import { pronounsOf } from '@/core/dog/pronouns'
import { plainDog } from '@/core/dog/traits'
import type { OwnersDog } from '@/core/owner/does'
import { emptyDogState } from '@/core/progress/state'
import { summarize } from '@/core/promise/summary'
import { passTo, work } from '@/core/tests/facts'
import { loadReport } from '../page/report'
import { reportPdf } from '../pdf/report'
import { recordFacts } from '../record/accept'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { readPdf } from '../tests/pdf'
import { addNote } from './journal'
import { tickNoteForOwner } from './noteForOwner'
import { reportParts, reportTyped } from '@/core/views/reportForm'
import { reportChanges } from '@/store/reports'
import { readField, sentForm } from '@/core/clash'
import { keepReport, type AboutWeek } from './report'

const promises = [
  { rungId: 'sit.word-hand', level: 0, places: 1, people: 1 },
  { rungId: 'sit-stay.30s', level: 0, places: 1, people: 1 },
]
const wren: OwnersDog = {
  name: 'Wren',
  pronouns: pronounsOf('female'),
  side: 'left',
  traits: plainDog,
  release: 'Okay',
  marker: 'Yes',
  wordOf: (c) => c.defaultCue,
}
const standing = (state = emptyDogState()) => summarize(houseCurriculum, state, promises, { days: 3, reps: 90 })
const facts = (more: Partial<ReportFacts> = {}): ReportFacts => ({
  dog: wren,
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
  tried: [],
  notes: [],
  pause: undefined,
  chance: 0.9,
  kennel: 'Osier Bank',
  dates: 'day-first' as const,
  ...more,
})

describe('a week in plain words', () => {
  it('says what was done, what is new and what comes, without a figure of chance', () => {
    const report = weekReport(facts())
    expect(report.opening).toBe('Dear Gwen,\nThis is Wren’s second week with us, 8 to 14 March.')
    expect(report.done).toBe(
      'Wren trained on five days. She had 14 short sessions with Ada and Ben. We used the hay barn.',
    )
    expect(report.learned).toBe(
      'Wren can do two new things. She sits for a treat in your hand. She stays in a sit for 3 seconds.',
    )
    expect(report.held).toBe('We agreed on two commands. She is still learning sit and sit-stay.')
    expect(report.ahead).toBe('Wren goes home on Sunday 22 March. She is well on the way to being ready by then.')
    expect(report.closing).toBe('Best wishes from Osier Bank')
    expect(Object.values(report).join(' ')).not.toMatch(/in 10|in 100|%/)
  })

  it('writes days as the house does, and a week that ends in another month whole', () => {
    const us = (week: ReportFacts['week']) =>
      weekReport(facts({ dates: 'month-first', week, leavesOn: '2026-12-08', today: week.to }))
    expect(us({ number: 2, from: '2026-11-21', to: '2026-11-27' }).opening).toContain('November 21 to 27.')
    expect(us({ number: 13, from: '2026-11-28', to: '2026-12-04' }).opening).toContain(
      '13th week with us, November 28 to December 4.',
    )
    expect(us({ number: 1, from: '2026-11-21', to: '2026-11-27' }).ahead).toContain('on Tuesday, December 8.')
  })

  it('is honest about a tight date and one that will not be made', () => {
    expect(weekReport(facts({ chance: 0.5 })).ahead).toContain('may need a little longer')
    expect(weekReport(facts({ chance: 0.02 })).ahead).toContain('Please call us')
    expect(weekReport(facts({ chance: undefined })).ahead).toBe('Wren goes home on Sunday 22 March.')
    expect(weekReport(facts({ today: '2026-03-30' })).ahead).toBe('')
  })

  it('says of a week without training that it was none, and why', () => {
    const pause = { why: 'sick', fromDay: '2026-03-09' }
    const quiet = weekReport(facts({ days: 0, blocks: 0, passed: [], pause }))
    expect(quiet.done).toBe(
      'Wren had no training this week. She has been sick since Monday 9 March. We train again when the vet agrees.',
    )
    expect(quiet.learned).toBe('')
    expect(weekReport(facts({ days: 0, pause: { ...pause, why: 'other' } })).done).toContain(
      'We have paused her training',
    )
    expect(weekReport(facts({ passed: [] })).learned).toContain('Nothing is new.')
    expect(weekReport(facts({ passed: ['gone.rung'] })).learned).toContain('Nothing is new.')
  })

  it('speaks of a dog whose sex is not known by its name alone', () => {
    const report = weekReport(facts({ dog: { ...wren, pronouns: pronounsOf(undefined) } }))
    expect(report.done).toContain('Wren had 14 short sessions')
    expect(report.learned).toContain('Wren stays in a sit for 3 seconds.')
  })

  it('says what was hard and what slipped, and what is done about it; a few tries say nothing', () => {
    const hard = (of: number) => weekReport(facts({ tried: [{ command: 'recall', clean: 6, of }] })).hard
    expect([hard(8), hard(9), hard(10)]).toEqual([
      '',
      '',
      'Come was hard for her this week. We take smaller steps until it is easy again.',
    ])
  })

  it('has what trainers ticked for the owner, in their own words', () => {
    expect(weekReport(facts({ notes: [{ by: 'Ada Holt', text: 'Loved the barn cat.' }] })).notes).toBe(
      'Ada writes: “Loved the barn cat.”',
    )
  })

  it('counts what is held as agreed, and since when', () => {
    const sit = work(houseCurriculum, [
      ...passTo(houseCurriculum, 'sit.word'),
      ...passTo(houseCurriculum, 'sit.word', 1),
    ])
    expect(weekReport(facts({ now: standing(sit.state) })).held).toBe(
      'We agreed on two commands. Wren now knows one: sit. It is new this week. She is still learning sit-stay.',
    )
    expect(weekReport(facts({ now: summarize(houseCurriculum, emptyDogState(), [], { days: 0, reps: 0 }) })).held).toBe(
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
    const about = (week: AboutWeek['week']) => ({ residencyId: id, recordedBy: ada, week })
    return { db, ada, id, about }
  }

  it('reads as somebody wrote it, week by week, and never over another’s', async () => {
    const { db, id, about } = kennel()
    const now = monday + 10 * msPerDay
    const first = loadReport(db, id, now, 1)
    if (!first) throw new Error('no report')
    expect(first?.texts).toEqual(first?.made)
    expect(first?.made.done).toBe(
      'Bramble trained on one day. Bramble had one short session with Ada. We used the training room.',
    )
    expect(first?.made.learned).toContain(
      'Bramble can do one new thing. Bramble starts to sit for a treat in your hand.',
    )
    expect(loadReport(db, id, now)?.week.number).toBe(2)
    expect(loadReport(db, id, now - 3 * msPerDay)?.week.number).toBe(1)
    expect(loadReport(db, id, now)?.made.done).toBe('Bramble had no training this week.')

    const texts = { ...first?.made, done: 'It was a fine week.\nEven in the rain.', ahead: '' }
    const save = (more: Partial<typeof texts>, read = reportTyped(first.texts)) =>
      keepReport(
        db,
        sentForm({ ...reportTyped({ ...texts, ...more }), [readField]: [JSON.stringify(read)] }),
        about(first.week),
        now,
      )
    expect(save({})).toMatchObject({ ok: true })
    const kept = loadReport(db, id, now, 1)
    expect([kept?.texts.done, kept?.texts.ahead, kept?.kept?.by]).toEqual([texts.done, '', 'Ada'])
    // The other week is as it was made.
    expect(loadReport(db, id, now, 2)?.kept).toBeUndefined()
    expect(save({ done: 'Rain.' })).toMatchObject({ ok: false, code: 'changed-meanwhile' })
    expect(save({}, reportTyped(kept?.texts ?? {}))).toMatchObject({ ok: true })

    const page = loadReport(db, id, now, 1)
    const printed = page && (await readPdf(await reportPdf(page))).pages.join(' ')
    expect(printed).toContain('Bramble, week 1')
    expect(printed).toContain('It was a fine week.')
    expect(printed).not.toContain('goes home on')
  })

  it('has a note once it is ticked for the owner, in the report of its week, until the tick is taken away', () => {
    const { db, ada, id } = kennel()
    addNote(db, { residencyId: id, command: null, text: 'Loved the barn cat.', recordedBy: ada }, monday + 1000)
    const page = () => loadReport(db, id, monday + 10 * msPerDay, 1)
    const [note] = page()?.notes ?? []
    expect([note?.text, note?.shared, page()?.made.notes]).toEqual(['Loved the barn cat.', false, ''])
    const tick = (shared: boolean, noteId = note?.id ?? '') =>
      tickNoteForOwner(db, { residencyId: id, noteId, shared, recordedBy: ada }, monday + 2000)
    expect([tick(true).ok, page()?.made.notes]).toEqual([true, 'Ada writes: “Loved the barn cat.”'])
    expect(loadReport(db, id, monday + 10 * msPerDay, 2)?.made.notes).toBe('')
    expect([tick(false).ok, page()?.made.notes]).toEqual([true, ''])
    expect(tick(true, 'none')).toMatchObject({ ok: false, code: 'note-not-found' })
  })

  it('reads a report that was kept before there was a part as empty there', () => {
    const { db, id, ada } = kennel()
    const now = monday + 10 * msPerDay
    const first = loadReport(db, id, now, 1)
    if (!first) throw new Error('no report')
    const texts = { opening: 'Dear Tamsin', done: 'All well.' }
    const change = { from: first.week.from, to: first.week.to, texts }
    reportChanges.append(db, id, { id: v7(), change, at: now, by: ada })
    expect(loadReport(db, id, now, 1)?.texts).toMatchObject({ ...texts, hard: '', notes: '' })
  })

  it('refuses odd input whole, and knows no dog that is none', () => {
    const { db, id, about } = kennel()
    const week = { from: '2026-03-01', to: '2026-03-07' }
    expect(keepReport(db, {}, about({ from: 'x', to: '2026-03-07' }), monday)).toMatchObject({ code: 'dates' })
    expect(keepReport(db, {}, { ...about(week), recordedBy: 'nobody' }, monday)).toMatchObject({ code: 'not-staff' })
    const elsewhere = { ...about(week), residencyId: '01890000-0000-7000-8000-000000000001' }
    expect(keepReport(db, {}, elsewhere, monday)).toMatchObject({ code: 'dog-not-found' })
    for (const typed of [{ other: ['x'] }, { done: ['x'.repeat(1201)] }, { done: ['a\u0007b'] }])
      expect(keepReport(db, typed, about(week), monday)).toMatchObject({ code: 'fields' })
    expect(reportChanges.read(db, id)).toEqual([])
    expect(loadReport(db, '01890000-0000-7000-8000-000000000001', monday)).toBeUndefined()
    expect(loadReport(db, id, monday, 99)?.week.number).toBe(1)
    expect(reportParts).toHaveLength(8)
  })
})
