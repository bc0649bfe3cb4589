import { buildSync } from 'esbuild'
import { createHash } from 'node:crypto'
import ICAL from 'ical.js'
import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { insertBooklet } from '@/store/booklets'
import { plainHomework } from '@/core/demonstration/homeworkChange'
import { homeFile } from '@/core/demonstration/homeFile'
import { writePractice, type PracticeEntry } from '@/core/demonstration/practiceLog'
import { bookletForm, giveBooklet } from '../actions/booklet'
import { changeHomework, homeworkForm, practiceForm, readBackPractice } from '../actions/homework'
import { bookletPdf } from '../pdf/booklet'
import { dog, msPerDay } from '../tests/kennel'
import { pagesOf, readPdf } from '../tests/pdf'
import { readyKennel, sessionOf } from '../tests/shown'
import { loadAfter } from './after'
import { loadBooklet, practiceCalendar } from './booklet'
import { loadHandoffs } from './handoff'
import { practiceFile } from './practiceFile'
import type { ResidencyId } from '@/core/ids'

/** Shown: the owner missed once with two cues, then it worked. */
function shownKennel(more: Record<string, unknown> = {}) {
  const k = readyKennel(more)
  const phone = k.phone()
  const session = sessionOf(k.view(), phone)
  session.begin({ placeId: 'room', leashHolder: k.ada })
  session.goTo({ turn: 'trainer', itemId: 'seated' })
  session.tap('clean')
  session.goTo({ turn: 'owner', itemId: 'seated' })
  session.hand('one-cue')
  session.tap('miss')
  session.tap('clean')
  session.leave('done', '')
  phone.send(k.db)
  const at = phone.tablet.at
  const booklet = () => {
    const made = loadBooklet(k.db, k.residencyId, at)
    if (!made) throw new Error('no booklet')
    return made
  }
  const after = () => {
    const view = loadAfter(k.db, k.residencyId, at)
    if (!view) throw new Error('no page')
    return view
  }
  return { ...k, at, booklet, after }
}
const program = buildSync({
  entryPoints: ['src/home/practice.ts'],
  bundle: true,
  minify: true,
  write: false,
  format: 'iife',
  target: 'es2022',
}).outputFiles[0]?.text

describe('the booklet', () => {
  it.each(['half', 'whole'] as const)(
    'on %s reads back: words, what was shown, each week, cautions, whom to ring',
    async (size) => {
      const k = shownKennel()
      const bytes = await bookletPdf(k.booklet(), size)
      const { pages, width } = await readPdf(bytes)
      const text = pages.join(' ')
      // ISO 216: A5 is 148 mm wide, A4 210 mm; a point is 1/72 inch.
      expect(Math.round((width / 72) * 25.4)).toBe(size === 'half' ? 148 : 210)
      for (const said of [
        'Bramble at home',
        'for Tamsin',
        '“Sit”',
        'What was shown',
        'Seated at the side',
        'worked later',
      ])
        expect(text).toContain(said)
      for (const week of [1, 2, 3, 4]) expect(text).toContain(`Week ${week}`)
      for (const said of ['Last time you repeated it', 'If something goes wrong', 'xylitol', 'local law'])
        expect(text).toContain(said)
      expect(text).toContain('Call Ada')
    },
  )

  it('that lacks what is practiced is listed to be printed again, until it is given or its weeks are over', () => {
    const k = shownKennel()
    const listed = (at = k.at) => loadHandoffs(k.db, at).anew.map((b) => [b.name, ...b.missing])
    // What was shown is in the booklet that goes home that day.
    expect(listed()).toEqual([])
    insertBooklet(k.db, { id: v7(), residencyId: k.residencyId, commands: ['heel'], at: k.at, by: k.ada })
    expect(listed()).toEqual([['Bramble', 'Sit']])
    expect(listed(k.at + 40 * msPerDay)).toEqual([])
    const give = (residencyId: ResidencyId) =>
      giveBooklet(k.db, bookletForm.parse({ residencyId, recordedBy: k.ada }), k.at + 1000)
    expect(give(v7())).toMatchObject({ ok: false })
    expect(give(k.residencyId)).toEqual({ ok: true, residencyId: k.residencyId })
    expect(listed()).toEqual([])
  })

  it('of a dog that holds nothing is a booklet all the same', async () => {
    const k = readyKennel()
    const other = dog(k.db, { run: '2', name: 'Awl' })
    const made = loadBooklet(k.db, other, k.now)
    expect(made?.homework.weeks.every((w) => w.lines.length === 0)).toBe(true)
    if (made)
      expect((await pagesOf(await bookletPdf(made, 'half'))).join(' ')).toContain(
        'There is nothing to practice this week',
      )
    expect(loadBooklet(k.db, '00000000-0000-7000-8000-000000000000', k.now)).toBeUndefined()
  })

  it('with names and notes of any length and letters stays on its pages', async () => {
    const k = shownKennel({ name: '=HYPERLINK("x")', owner: `<b>${'Ó'.repeat(40)}</b>` })
    changeHomework(
      k.db,
      homeworkForm.parse({
        residencyId: k.residencyId,
        from: '',
        change: { ...plainHomework, note: '<script>alert(1)</script> '.repeat(20), weeks: 5 },
        recordedBy: k.ada,
      }),
      k.at,
    )
    const pages = await pagesOf(await bookletPdf(k.booklet(), 'half'))
    expect(pages.length).toBeLessThan(9)
    expect(pages.join(' ')).toContain('<script>alert(1)</script>')
  })
})

describe('homework', () => {
  it('is made from the gap, changed in versions with who and when, and not written over', () => {
    const k = shownKennel()
    const [line] = k.after().homework.weeks[0]?.lines ?? []
    expect(line).toMatchObject({ id: 'w1:sit', command: 'sit' })
    const keep = (from: string, words: string) =>
      changeHomework(
        k.db,
        homeworkForm.parse({
          residencyId: k.residencyId,
          from,
          change: { ...plainHomework, lines: { 'w1:sit': { words } } },
          recordedBy: k.ada,
        }),
        k.at,
      )
    expect(keep('', 'In the kitchen first.')).toEqual({ ok: true })
    expect(keep('', 'No.')).toMatchObject({ ok: false, code: 'changed-meanwhile' })
    expect(k.after().homework.weeks[0]?.lines[0]).toMatchObject({ words: 'In the kitchen first.', written: true })
    expect(keep(k.after().versionId, 'In the yard.')).toEqual({ ok: true })
    expect(k.after().versions).toMatchObject([{ by: 'Ada' }, { by: 'Ada' }])
  })
})

describe('the practice file', () => {
  it('holds all of it, lets nothing out and runs its own program alone', () => {
    const k = shownKennel({ name: '</script><img src=x onerror=alert(1)>', owner: '"><script>alert(2)</script>' })
    const file = practiceFile(k.booklet(), program ?? '')
    // Every script there is: the data, which is none, and the program.
    expect(file.match(/<script/g)).toHaveLength(2)
    expect(file).not.toContain('<img src=x')
    const [, data = ''] = /<script type="application\/json" id="data">(.*?)<\/script>/s.exec(file) ?? []
    expect(homeFile.parse(JSON.parse(data)).name).toBe('</script><img src=x onerror=alert(1)>')
    const [, script = ''] = /<\/script><script>([\s\S]*)<\/script><\/body>/.exec(file) ?? []
    const policy = /Content-Security-Policy" content="([^"]*)"/.exec(file)?.[1] ?? ''
    expect(policy).toContain(`script-src 'sha256-${createHash('sha256').update(script).digest('base64')}'`)
    expect(policy).toContain("default-src 'none'")
    expect(policy).not.toMatch(/https?:|connect-src/)
    // Nothing is named that a browser would fetch.
    expect(file.replaceAll('http://www.w3.org/2000/svg', '')).not.toMatch(/(src|href|url)\s*[=(]\s*["']?https?:/i)
  })
})

describe('practice times', () => {
  it('are read by a general iCalendar library: three a day for four weeks, from the day after', () => {
    const k = shownKennel()
    const file = practiceCalendar(k.db, k.residencyId, k.at)
    const events = new ICAL.Component(ICAL.parse(file?.text ?? ''))
      .getAllSubcomponents('vevent')
      .map((e) => new ICAL.Event(e))
    expect(new Set(events.map((e) => e.uid)).size).toBe(events.length)
    // As the library itself goes through what comes back.
    const times = events.flatMap((e) => {
      const each = e.iterator()
      const all: string[] = []
      for (let at = each.next(); at; at = each.next()) all.push(at.toString())
      expect(e.duration.toSeconds()).toBe(5 * 60)
      return all
    })
    expect(times).toHaveLength(3 * 7 * 4)
    expect(new Set(times).size).toBe(times.length)
    const sorted = [...times].sort()
    // At the wall clock of whoever opens it, wherever the kennel is.
    expect([sorted[0], sorted.at(-1)]).toEqual(['2026-03-05T07:30:00', '2026-04-01T19:30:00'])
    expect(events[0]?.summary).toBe('Practice with Bramble, week 1')
    expect(events[0]?.description).toContain('Last time you repeated it')
    expect(practiceCalendar(k.db, '00000000-0000-7000-8000-000000000000', k.at)).toBeUndefined()
  })
})

describe('a practice log that comes back', () => {
  const entry = (n: number): PracticeEntry => ({
    entry: `dev1-${n}`,
    day: '2026-03-06',
    minute: 600,
    command: 'sit',
    clean: 4,
    reps: 5,
    seconds: null,
    revision: 5,
  })
  const read = (k: ReturnType<typeof shownKennel>, text: string) =>
    readBackPractice(k.db, practiceForm.parse({ residencyId: k.residencyId, text, recordedBy: k.ada }), k.at + msPerDay)

  it('is read once: a second time changes nothing, a longer one adds what is new', () => {
    const k = shownKennel()
    const text = writePractice(k.residencyId, [entry(1), entry(2)])
    expect(read(k, text)).toEqual({ ok: true, read: 2, fresh: 2 })
    const log = k.after().log
    expect(log).toMatchObject([{ name: 'Sit', clean: 4, reps: 5 }, { entry: 'dev1-2' }])
    expect(read(k, text + text)).toEqual({ ok: true, read: 2, fresh: 0 })
    expect(k.after().log).toEqual(log)
    expect(read(k, writePractice(k.residencyId, [entry(1), entry(3)]))).toEqual({ ok: true, read: 2, fresh: 1 })
  })

  it('that was sent while it went on is gone on with; what was taken back afterward counts no more', () => {
    const k = shownKennel()
    const of = (more: Partial<PracticeEntry>) => writePractice(k.residencyId, [{ ...entry(1), ...more }])
    const counts = () => k.after().log.map((e) => [e.clean, e.reps])
    expect(read(k, of({ clean: 2, reps: 2, revision: 2 }))).toMatchObject({ fresh: 1 })
    expect(read(k, of({}))).toMatchObject({ fresh: 1 })
    expect(counts()).toEqual([[4, 5]])
    // The first message, found again later, changes nothing.
    expect(read(k, of({ clean: 2, reps: 2, revision: 2 }))).toMatchObject({ fresh: 0 })
    expect(counts()).toEqual([[4, 5]])
    expect(read(k, of({ clean: 0, reps: 0, revision: 6 }))).toMatchObject({ fresh: 1 })
    expect(counts()).toEqual([])
  })

  it('cut, altered or another dog’s it is refused and nothing of it is kept', () => {
    const k = shownKennel()
    const other = dog(k.db, { run: '2', name: 'Awl' })
    const text = writePractice(k.residencyId, [entry(1), entry(2)])
    for (const [bad, why] of [
      [text.slice(0, -30), 'cut'],
      [text.replace('4/5', '5/5'), 'altered'],
      [writePractice(other, [entry(1)]), 'another dog'],
      ['<b>hello</b>', 'no practice log'],
    ] as const)
      expect(read(k, bad)).toMatchObject({ ok: false, reason: expect.stringContaining(why) })
    expect(k.after().log).toEqual([])
  })

  it('is not believed beyond the homework, the days at home and what anybody can do in a day', () => {
    const k = shownKennel()
    const of = (...more: Partial<PracticeEntry>[]) =>
      read(
        k,
        writePractice(
          k.residencyId,
          more.map((m, n) => ({ ...entry(n), ...m })),
        ),
      )
    for (const [more, why] of [
      [{ day: '2026-03-01' }, 'Sun 1 Mar'],
      [{ day: '2026-12-01' }, 'Tue 1 Dec'],
      [{ command: 'agility' }, 'homework'],
      [{ reps: 501 }, '500'],
    ] as const)
      expect(of(more)).toMatchObject({ ok: false, reason: expect.stringContaining(why) })
    expect(k.after().log).toEqual([])
    expect(of({ reps: 300 }, { reps: 200 })).toEqual({ ok: true, read: 2, fresh: 2 })
    // What is here already counts: a log in two halves is no way around it.
    expect(read(k, writePractice(k.residencyId, [entry(9)]))).toMatchObject({ ok: false })
  })
})
