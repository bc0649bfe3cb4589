import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readPractice } from '@/core/demonstration/practiceLog'
import { keptIn, nothingKept, takenBack, tapped, textOf, weekOn, type Kept } from './log'

const dog = '0193c9a2-1111-7000-8000-00000000abcd'
const at = (minute: number) => new Date(2026, 11, 1, 18, minute)
const fresh = () => nothingKept(() => 0.5)

describe('what an owner’s browser keeps', () => {
  it('gathers taps of three quarters of an hour into one go, a command each, and a later one anew', () => {
    let kept = fresh()
    kept = tapped(kept, 'sit', true, null, at(0))
    kept = tapped(kept, 'sit', false, null, at(10))
    kept = tapped(kept, 'sit-stay', true, 30, at(11))
    kept = tapped(kept, 'sit-stay', false, 45, at(12))
    kept = tapped(kept, 'sit', true, null, at(56))
    expect(kept.entries.map((e) => [e.command, e.clean, e.reps, e.seconds])).toEqual([
      ['sit', 1, 2, null],
      ['sit-stay', 1, 2, 30],
      ['sit', 1, 1, null],
    ])
    expect(new Set(kept.entries.map((e) => e.entry)).size).toBe(3)
  })

  it('whatever was tapped, what is kept comes back from its text, and the kennel reads all of it', () => {
    const tap = fc.tuple(
      fc.constantFrom('sit', 'own:a1', 'recall'),
      fc.boolean(),
      fc.option(fc.integer({ min: 1, max: 300 })),
    )
    fc.assert(
      fc.property(fc.array(tap, { maxLength: 30 }), (taps) => {
        const kept = taps.reduce<Kept>((k, [c, clean, s], i) => tapped(k, c, clean, s, at(i * 7)), fresh())
        expect(keptIn(JSON.stringify(kept))).toEqual(kept)
        expect(readPractice(textOf(dog, kept), dog)).toMatchObject({
          ok: true,
          entries: { length: kept.entries.length },
        })
      }),
    )
  })

  it('sent while it goes on, undone and tapped again it comes to what was done, in whatever order it is read', () => {
    const step = fc.constantFrom('sit', 'down', 'undo', 'send')
    fc.assert(
      fc.property(fc.array(step, { maxLength: 40 }), fc.integer(), (steps, turn) => {
        let kept = fresh()
        let before: Kept | undefined
        /** What was done, told apart: taps that were not undone. */
        const done: string[] = []
        const sent: string[] = []
        steps.forEach((what, i) => {
          if (what === 'send') sent.push(textOf(dog, kept))
          else if (what === 'undo') {
            if (!before) return
            kept = takenBack(kept, before)
            before = undefined
            done.pop()
          } else {
            before = kept
            kept = tapped(kept, what, true, null, at(i * 20))
            done.push(what)
          }
        })
        sent.push(textOf(dog, kept))
        const by = Math.abs(turn) % sent.length
        const read = readPractice([...sent.slice(by), ...sent.slice(0, by)].join(''), dog)
        const reps = (command: string) =>
          read.ok ? read.entries.reduce((n, e) => n + (e.command === command ? e.reps : 0), 0) : Number.NaN
        for (const command of ['sit', 'down'])
          expect([command, reps(command)]).toEqual([command, done.filter((d) => d === command).length])
        const names = kept.entries.map((e) => e.entry)
        expect(new Set(names).size).toBe(names.length)
      }),
      { numRuns: 300 },
    )
  })

  it('what an earlier file kept without revisions is gone on with', () => {
    const kept = tapped(tapped(fresh(), 'sit', true, null, at(0)), 'sit', true, null, at(1))
    const old = { ...kept, entries: kept.entries.map(({ revision: _, ...e }) => e) }
    expect(keptIn(JSON.stringify(old))).toEqual(kept)
  })

  it('anything else that lies there is nothing kept', () => {
    fc.assert(
      fc.property(fc.json(), (text) => {
        expect(keptIn(text)).toBeUndefined()
      }),
    )
    const kept = tapped(fresh(), 'sit', true, null, at(0))
    for (const wrong of [
      '',
      '{',
      JSON.stringify({ ...kept, device: '<b>' }),
      JSON.stringify({ ...kept, entries: [{}] }),
      JSON.stringify({ ...kept, entries: kept.entries.map((e) => ({ ...e, reps: 'x' })) }),
    ])
      expect(keptIn(wrong)).toBeUndefined()
  })

  it('counts its weeks from the day after the handoff', () => {
    const weeks = (day: string) => weekOn('2026-12-01', day, 4)
    expect(['2026-11-20', '2026-12-01', '2026-12-02', '2026-12-08'].map(weeks)).toEqual([1, 1, 1, 1])
    expect(['2026-12-09', '2026-12-15', '2026-12-16', '2027-03-01'].map(weeks)).toEqual([2, 2, 3, 4])
  })
})

it('a log too long to be read is sent without its oldest entries', () => {
  const entry = (n: number): Kept['entries'][number] => ({
    entry: `dev1-${n}`,
    day: '2026-12-01',
    minute: 600,
    command: 'sit-stay',
    clean: 4,
    reps: 5,
    seconds: 30,
    revision: 5,
    last: 0,
  })
  const kept: Kept = { device: 'dev1', next: 4000, entries: Array.from({ length: 4000 }, (_, n) => entry(n)) }
  const read = readPractice(textOf(dog, kept), dog)
  expect(read.ok).toBe(true)
  const entries = read.ok ? read.entries : []
  expect(entries.length).toBeGreaterThan(1000)
  expect(entries.at(-1)?.entry).toBe('dev1-3999')
})
