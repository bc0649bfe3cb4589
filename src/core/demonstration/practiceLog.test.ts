import { crc32 as reference } from 'node:zlib'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { crc32 } from '../crc'
import { leastProcessorMs } from '../tests/processorMs'
import { impossibleIn, mostLetters, readPractice, writePractice, type PracticeEntry } from './practiceLog'

const dog = '0193c9a2-1111-7000-8000-00000000abcd'
const entry = (n: number, more: Partial<PracticeEntry> = {}): PracticeEntry => ({
  entry: `k3f9-${n}`,
  day: '2026-12-01',
  minute: 18 * 60 + 5,
  command: 'sit-stay',
  clean: 5,
  reps: 6,
  seconds: 45,
  revision: 6,
  ...more,
})
const anyEntry = (n: number) =>
  fc
    .record({
      minute: fc.integer({ min: 0, max: 1439 }),
      command: fc.constantFrom('sit', 'sit-stay', 'recall', 'own:a1'),
      reps: fc.integer({ min: 1, max: 60 }),
      seconds: fc.option(fc.integer({ min: 1, max: 600 })),
      day: fc.constantFrom('2026-12-01', '2026-12-31', '2028-02-29'),
    })
    .map((e): PracticeEntry => ({ ...e, entry: `dev1-${n}`, clean: Math.floor(e.reps / 2), revision: e.reps }))
const anyLog = fc
  .integer({ min: 0, max: 12 })
  .chain((n) => fc.tuple(...Array.from({ length: n }, (_, i) => anyEntry(i))))

describe('CRC-32', () => {
  it('has the check value of the catalogues for “123456789” (from memory), and zlib’s of any text', () => {
    expect(crc32('123456789')).toBe('cbf43926')
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        // A lone half of a pair has no UTF-8 of its own: both sides write the same sign in its stead.
        expect(crc32(text)).toBe(reference(Buffer.from(text, 'utf8')).toString(16).padStart(8, '0'))
      }),
    )
  })
})

describe('a practice log', () => {
  it('comes back as it was written, also with its breaks lost and words around it', () => {
    fc.assert(
      fc.property(anyLog, fc.constantFrom('\n', ' ', '\r\n> ', '\n\n   '), (log, breaks) => {
        const text = `Hi! Here it is:\n${writePractice(dog, log)}\nBest, N.`.replaceAll('\n', breaks)
        expect(readPractice(text, dog)).toEqual({ ok: true, entries: log })
      }),
    )
  })

  it('sent twice in one message it is read once', () => {
    const text = writePractice(dog, [entry(1), entry(2)])
    expect(readPractice(text + text, dog)).toEqual({ ok: true, entries: [entry(1), entry(2)] })
  })

  it('of one entry that comes twice the higher revision holds, in whatever order; of equals none is guessed', () => {
    const [early, late] = [entry(1, { clean: 2, reps: 3, revision: 3 }), entry(1)]
    const back = entry(1, { clean: 0, reps: 0, seconds: null, revision: 7 })
    for (const log of [
      [early, late, back],
      [back, late, early],
    ])
      expect(readPractice(log.map((e) => writePractice(dog, [e])).join(''), dog)).toEqual({ ok: true, entries: [back] })
    expect(readPractice(writePractice(dog, [late, { ...late, clean: 1 }]), dog).ok).toBe(false)
  })

  it('of the version before, which had no revisions, is read as it was: its counts only grew', () => {
    const words = `kibou-practice 1 ${dog} 2026-12-01 18:05 sit-stay 5/6 45s #k3f9-1`
    const text = `${words} sum ${crc32(words)} 1`
    expect(readPractice(text, dog)).toEqual({ ok: true, entries: [entry(1)] })
    for (const no of ['2026-12-01 18:05 sit 0/0 #k3f9-1', '2026-12-01 18:05 sit 1/1 #k3f9-1.2']) {
      const other = `kibou-practice 1 ${dog} ${no}`
      expect(readPractice(`${other} sum ${crc32(other)} 1`, dog).ok).toBe(false)
    }
  })

  it('cut anywhere it is refused whole', () => {
    const text = writePractice(dog, [entry(1), entry(2), entry(3)])
    const whole = text.lastIndexOf(' 3')
    for (let end = 0; end < whole; end++) expect([end, readPractice(text.slice(0, end), dog).ok]).toEqual([end, false])
  })

  it('with any letter altered it is refused, but for blanks', () => {
    const text = writePractice(dog, [entry(1), entry(2)])
    fc.assert(
      fc.property(fc.integer({ min: 0, max: text.length - 2 }), fc.constantFrom('0', '7', 'x', '#'), (at, letter) => {
        fc.pre(text[at] !== letter && !/\s/.test(text[at] ?? ''))
        expect(readPractice(text.slice(0, at) + letter + text.slice(at + 1), dog).ok).toBe(false)
      }),
    )
  })

  it('of another dog, without a log, of another version or endless it says so', () => {
    const why = (text: string) => {
      const read = readPractice(text, dog)
      return read.ok ? '' : read.why
    }
    expect(why(writePractice('0193c9a2-1111-7000-8000-00000000ffff', [entry(1)]))).toContain('another dog')
    expect(why('Dear all')).toContain('no practice log')
    expect(why(writePractice(dog, [entry(1)]).replace('practice 2', 'practice 9'))).toContain('version')
    expect(why('x'.repeat(mostLetters + 1))).toContain('far too long')
  })

  it('reads a thousand lines, and refuses what cannot have been', () => {
    const many = Array.from({ length: 1000 }, (_, n) => entry(n))
    expect(readPractice(writePractice(dog, many), dog)).toMatchObject({ ok: true, entries: { length: 1000 } })
    for (const wrong of [{ clean: 7 }, { day: '2026-02-30' }, { seconds: 9999 }])
      expect(readPractice(writePractice(dog, [entry(1, wrong)]), dog).ok).toBe(false)
    expect(readPractice(writePractice(dog, [entry(1), entry(1, { clean: 2 })]), dog).ok).toBe(false)
  })
})

describe('a text made to cost much', () => {
  // What is linear takes some ten milliseconds of the processor; what is quadratic took fifteen seconds.
  const mostMs = 500
  const within = (text: string) => ({
    ok: readPractice(text, dog).ok,
    slow: leastProcessorMs(() => readPractice(text, dog)) > mostMs,
  })
  const headed = (body: string) => {
    const words = `kibou-practice 2 ${dog} ${body}`
    return `${words} sum ${crc32(words.split(/\s+/).join(' '))} 1`
  }
  it.each([
    ['one word of one letter, again and again', headed('x '.repeat(32_000).trim())],
    ['one word without an end', headed('#'.repeat(65_000))],
    ['signs of an entry without one', headed('# '.repeat(32_000).trim())],
    ['beginnings only', 'kibou-practice '.repeat(4300)],
    ['beginnings with an end', 'kibou-practice 1 sum '.repeat(3000)],
    ['blanks', ' '.repeat(65_000)],
    ['quotation marks', '> '.repeat(32_000)],
  ])('%s is refused in no time', (_what, text) => {
    expect(text.length).toBeLessThanOrEqual(mostLetters)
    expect(within(text)).toEqual({ ok: false, slow: false })
  })
})

describe('practice that cannot have been', () => {
  const home = {
    from: '2026-12-01',
    until: '2027-03-01',
    commands: new Set(['sit-stay', 'own:a1']),
    repsOn: new Map([['2026-12-02', 490]]),
  }
  it.each<[string, Partial<PracticeEntry>, string | undefined]>([
    ['the first day', {}, undefined],
    ['the day before', { day: '2026-11-30' }, 'Mon 30 Nov'],
    ['the last day', { day: '2027-03-01' }, undefined],
    ['the day after', { day: '2027-03-02' }, 'Tue 2 Mar'],
    ['a line of the kennel’s own', { command: 'own:a1' }, undefined],
    ['a command of no homework', { command: 'agility' }, '“agility”'],
    ['ten more on a day with 490', { day: '2026-12-02', reps: 10, clean: 1 }, undefined],
    ['eleven more on it', { day: '2026-12-02', reps: 11, clean: 1 }, 'more than 500'],
  ])('%s', (_what, more, wrong) => {
    const said = impossibleIn([entry(1, more)], home, 'day-first')
    if (wrong === undefined) expect(said).toBeUndefined()
    else expect(said).toContain(wrong)
  })
  it('counts all entries of a day together', () => {
    const many = Array.from({ length: 6 }, (_, n) => entry(n, { reps: 100, clean: 1 }))
    expect(impossibleIn(many.slice(0, 5), home, 'day-first')).toBeUndefined()
    expect(impossibleIn(many, home, 'day-first')).toContain('more than 500')
  })
})
