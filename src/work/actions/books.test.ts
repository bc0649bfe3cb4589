import { describe, expect, it } from 'vitest'
import { findResident, readCueWords } from '@/store/residents'
import { recordFacts } from '../record/accept'
import { loadIntake } from '../page/intake'
import { loadResident } from '../page/resident'
import { loadWall } from '../page/wall'
import { standingOf } from '../record/standing'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { booksForm, putRight, swapRuns } from './books'
import { keepStep } from './intake'
import type { EpochMs } from '@/core/epochMs'

function stage() {
  const db = newKennel()
  const who = trainer(db)
  const residencyId = dog(db, {})
  const books = (more: Record<string, string> = {}) => {
    const r = findResident(db, residencyId)
    return putRight(
      db,
      booksForm.parse({
        residencyId,
        name: r?.name,
        owner: r?.ownerName,
        run: r?.runNumber,
        arrivesOn: r?.arrivesOn,
        recordedBy: who,
        ...more,
      }),
      monday,
    )
  }
  const changes = () => loadResident(db, residencyId, monday)?.books.changes.map((c) => `${c.says} ${c.by}`)
  return { db, who, residencyId, books, changes }
}

describe('what stands in the books', () => {
  it('is put right wherever it is shown, and what it was before is said with who changed it', () => {
    const { db, residencyId, books, changes } = stage()
    expect(books({ name: 'Brambling', owner: 'Tamsin Reed', run: '4' }).ok).toBe(true)
    expect(findResident(db, residencyId)).toMatchObject({ name: 'Brambling', ownerName: 'Tamsin Reed', runNumber: '4' })
    expect(loadWall(db, monday).rows.map((r) => r.name)).toEqual(['Brambling'])
    expect(changes()).toEqual([
      'Run: 1 became 4. Ada',
      'Owner: Tamsin became Tamsin Reed. Ada',
      'Name: Bramble became Brambling. Ada',
    ])
    expect(books().ok).toBe(true)
    expect(changes()).toHaveLength(3)
  })

  it('refuses, with nothing written, a run that is taken and days that cannot be', () => {
    const { db, who, residencyId, books, changes } = stage()
    dog(db, { name: 'Wren', run: '7' })
    const tablet = new Tablet()
    const set = tablet.set(residencyId, who)
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), tablet.at)
    const refused = (more: Record<string, string>) => {
      const done = books({ name: 'Other', ...more })
      return done.ok ? 'done' : done.reason
    }
    expect(refused({ run: '7' })).toBe('Wren has run 7 during these days. Swap them instead.')
    expect(refused({ arrivesOn: '2026-03-05' })).toBe('The dog was already trained here on Mon 2 Mar.')
    expect(refused({ arrivesOn: '2026-03-20' })).toBe('Going home must lie after the arrival.')
    expect(refused({ arrivesOn: '2025-03-20' })).toMatch(/Is this a typo/)
    expect(changes()).toEqual([])
    expect(findResident(db, residencyId)?.name).toBe('Bramble')
    expect(books({ arrivesOn: '2026-02-20' }).ok).toBe(true)
  })

  it('two dogs swap runs in one deed, unless a third has one of them meanwhile', () => {
    const { db, who, residencyId } = stage()
    const wren = dog(db, { name: 'Wren', run: '7', leavesOn: '2026-03-10' })
    const swap = (otherId: string, now = monday) => swapRuns(db, { residencyId, otherId, recordedBy: who }, now)
    const runs = () => [residencyId, wren].map((id) => findResident(db, id)?.runNumber)
    expect(swap(wren).ok).toBe(true)
    expect(runs()).toEqual(['7', '1'])
    expect(loadResident(db, wren, monday)?.books.changes.map((c) => c.says)).toEqual(['Run: 7 became 1.'])
    expect(swap(wren).ok).toBe(true)
    dog(db, { name: 'Rook', run: '7', arrivesOn: '2026-03-10', leavesOn: '2026-03-30' })
    expect(swap(wren)).toMatchObject({ ok: false, reason: 'Rook has run 7 while Bramble is here.' })
    expect(swap(residencyId)).toMatchObject({ ok: false })
    expect(swap(wren, monday + 12 * msPerDay)).toMatchObject({ ok: false, reason: 'Wren went home on Tue 10 Mar.' })
    expect(runs()).toEqual(['1', '7'])
  })
})

describe('another cue word', () => {
  const cues = (word: string) => ({ 'cues.0.command': ['sit'], 'cues.0.word': [word] })
  const words = (word: string, wordIs = '') => ({
    release: ['Okay'],
    marker: ['Yes'],
    side: ['left'],
    wordIs: [wordIs],
    ...cues(word),
  })

  /** A dog that has met every rung of its sit up to the word alone on two days, and that was promised. */
  function taught() {
    const db = newKennel()
    const who = trainer(db)
    const residencyId = dog(db, { promised: [{ rung: 'sit.standing', places: '1', people: '1' }] })
    const tablet = new Tablet()
    const work = (rungs: readonly string[], day: number) => {
      tablet.at = Math.max(tablet.at, monday + day * msPerDay)
      for (const rungId of rungs) {
        const set = tablet.set(residencyId, who, { rungId })
        const facts = [set, ...Array.from({ length: 12 }, () => tablet.rep(set.id))]
        recordFacts(db, tablet.batch(facts), tablet.at)
      }
    }
    const all = [
      'rear',
      'full',
      'empty',
      'word-hand',
      'small-hand',
      'word',
      'from-down',
      'walking',
      'seated',
      'standing',
    ]
    const rungs = all.map((r) => `sit.${r}`)
    for (const day of [0, 1]) work(rungs, day)
    const sit = (at: EpochMs) => standingOf(db, residencyId, at).summary.commands.find((c) => c.command === 'sit')
    return { db, who, residencyId, work, sit, now: monday + 2 * msPerDay }
  }

  it('asks first, and says what it does to the standing and to the work left', () => {
    const { db, who, residencyId, sit, now } = taught()
    expect(sit(now)?.promise?.met).toBe(true)
    const done = keepStep(db, residencyId, 'words', words('Sitz'), who, now)
    expect(done.ok ? '' : done.errors['wordIs']).toMatch(
      new RegExp(
        '^Sit: mastered .*would be: .*next .*' +
          'Left for what is promised: 0 reps on 0 days or more, then [1-9]\\d* on 1\\. Say',
      ),
    )
    expect(readCueWords(db, findResident(db, residencyId)?.dogId ?? '').get('sit')).toBeUndefined()
    expect(loadResident(db, residencyId, now)?.books.changes).toEqual([])
    expect(
      loadIntake(db, residencyId, now)
        ?.steps.find((s) => s.id === 'words')
        ?.fields.some((f) => 'name' in f && f.name === 'wordIs'),
    ).toBe(true)
  })

  it('begins the word’s rungs anew; what is held stays, waits for the word alone, and then stands again', () => {
    const { db, who, residencyId, work, sit, now } = taught()
    expect(keepStep(db, residencyId, 'words', words('Sitz', 'new'), who, now).ok).toBe(true)
    expect([sit(now)?.promise?.met, sit(now)?.next?.rungId]).toEqual([false, 'sit.word-hand'])
    expect(sit(now)?.promise?.heldSince).toBeDefined()
    expect(loadResident(db, residencyId, now)?.books.changes[0]?.says).toBe('Sit, word: Sit became Sitz.')
    work(['sit.word-hand', 'sit.small-hand'], 2)
    expect([sit(now + msPerDay)?.promise?.met, sit(now + msPerDay)?.next?.rungId]).toEqual([false, 'sit.word'])
    work(['sit.word'], 3)
    expect(sit(now + 2 * msPerDay)?.promise?.met).toBe(true)
    // What lay behind it stood already: the next rung is one that never was met.
    expect(sit(now + 2 * msPerDay)?.runs[0]?.position).toBeGreaterThan(9)
  })

  it('spelled right, or in other letters, it is the same word', () => {
    const { db, who, residencyId, sit, now } = taught()
    expect(keepStep(db, residencyId, 'words', words('SIT'), who, now).ok).toBe(true)
    expect(keepStep(db, residencyId, 'words', words('Sitt', 'spelling'), who, now + 1000).ok).toBe(true)
    expect(sit(now + 2000)?.promise?.met).toBe(true)
    expect(loadResident(db, residencyId, now)?.books.changes.map((c) => c.says)).toEqual([
      'Sit, word, spelling: SIT became Sitt.',
      'Sit, word, spelling: Sit became SIT.',
    ])
  })

  it('before anything was taught it asks nothing', () => {
    const { db, who, residencyId } = stage()
    expect(keepStep(db, residencyId, 'words', words('Sitz'), who, monday).ok).toBe(true)
  })
})
