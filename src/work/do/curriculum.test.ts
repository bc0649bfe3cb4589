import { regimesFor } from '../scene/regimes'
import { later } from '../tests/kennel'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { toFile } from '@/core/curriculum/read'
import { houseCurriculum } from '@/core/curriculum/house'
import { listCurricula, newestCurriculum } from '@/store/curricula'
import { readMethodChanges } from '@/store/method'
import type { Db } from '@/store/database'
import { correctSet, voidSet } from './correct'
import { loadCurriculum, loadDraft } from '../page/curriculum'
import { discardDraft, moveCurriculum, previewMove, publishCurriculum, restoreDraft, saveDraft } from './curriculum'
import { addNote, addTried } from './journal'
import { previewMethod } from '../page/methodPreview'
import { switchMethod } from './method'
import { recordFacts } from '../record/accept'
import { loadCommand } from '../page/command'
import { loadResident } from '../page/resident'
import { derive, standingOf } from '../record/refold'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'

/** The number of the version that is published after the shipped one. */
const next = houseCurriculum.version + 1

const file = () => JSON.stringify(toFile(houseCurriculum))
const rearMoves =
  '"id":"sit.rear","name":"Any move of the rear","stage":"shape","axis":"help","kind":"position","cue":"none",' +
  '"criterion":{"latencySeconds":3,"help":"lure","words":"the rear moves toward the floor, food in hand"},"rule":'
const fiveInARow = () =>
  file().replace(`${rearMoves}{"kind":"window","k":8,"n":10}`, `${rearMoves}{"kind":"row","r":5}`)
const position = (db: Db, id: string) => standingOf(db, id, later).state.runs['sit/sit']?.position

function scene(promised = 'sit.rear') {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db, { promised: [{ rung: promised, places: '1', people: '1' }] })
  const tablet = new Tablet()
  const work = (n: number, outcome: 'clean' | 'late' | 'miss' = 'clean', rungId = 'sit.rear', of = residencyId) => {
    const set = tablet.set(of, ada, { rungId })
    const reps = Array.from({ length: n }, () => tablet.rep(set.id, outcome))
    recordFacts(db, tablet.batch([set, ...reps]), tablet.at)
    return set.id
  }
  return { db, ada, residencyId, tablet, work }
}

describe('a draft that was discarded', () => {
  it('can be taken back as it was, until another is begun', () => {
    const { db } = scene()
    expect(saveDraft(db, { text: fiveInARow(), revision: 0 }, later).ok).toBe(true)
    const was = loadDraft(db)
    expect(restoreDraft(db)).toMatchObject({ ok: false })
    discardDraft(db)
    expect([loadDraft(db).revision, loadCurriculum(db, undefined)?.discardedAt]).toEqual([0, later])
    expect(restoreDraft(db)).toEqual({ ok: true })
    expect([loadDraft(db), loadCurriculum(db, undefined)?.discardedAt]).toEqual([was, undefined])
    discardDraft(db)
    expect(saveDraft(db, { text: file(), revision: 0 }, later + 1).ok).toBe(true)
    expect(restoreDraft(db)).toMatchObject({ ok: false, reason: expect.stringContaining('another was begun') })
  })
})

describe('versions of the curriculum', () => {
  it(
    'a published version is for new residencies; others keep theirs until they are moved, and history keeps its ' +
      'rules',
    () => {
      const { db, ada, residencyId, tablet, work } = scene()
      work(5)
      expect(fiveInARow()).not.toBe(file())
      expect(publishCurriculum(db, { text: fiveInARow(), recordedBy: ada }, tablet.at + 1000)).toEqual({
        ok: true,
        version: next,
      })
      expect([newestCurriculum(db).id, newestCurriculum(db).version]).toEqual(['kennel', next])
      expect(position(db, residencyId)).toBe(0)
      const other = dog(db, { name: 'Wren', run: '2' })
      expect(loadResident(db, other, tablet.at + 2000)?.curriculum).toMatchObject({
        id: 'kennel',
        version: next,
        newer: undefined,
      })
      expect(loadResident(db, residencyId, tablet.at + 2000)?.curriculum.newer).toMatchObject({ version: next })
      // Five clean reps were made under eight of ten: moving changes nothing that was made, only what comes.
      expect(previewMove(db, residencyId, { id: 'kennel', version: next }, tablet.at + 2000)).toEqual([])
      expect(
        moveCurriculum(db, { residencyId, curriculumId: 'kennel', version: next, recordedBy: ada }, tablet.at + 2000)
          .ok,
      ).toBe(true)
      expect(position(db, residencyId)).toBe(0)
      tablet.at += 3000
      work(5)
      expect(position(db, residencyId)).toBe(1)
      expect(standingOf(db, residencyId, later)).toEqual(
        JSON.parse(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later)))),
      )
      expect(
        moveCurriculum(db, { residencyId, curriculumId: 'kennel', version: next, recordedBy: ada }, tablet.at),
      ).toMatchObject({ ok: false, reason: expect.stringContaining('already') })
      expect(
        moveCurriculum(db, { residencyId, curriculumId: 'kennel', version: 9, recordedBy: ada }, tablet.at),
      ).toMatchObject({ ok: false, reason: expect.stringContaining('no such version') })
    },
  )

  it('a rung that is gone takes its counts along and the one above is in hand', () => {
    const { db, ada, residencyId, tablet, work } = scene('sit.word')
    work(10)
    const without = toFile(houseCurriculum)
    const text = JSON.stringify({
      ...without,
      gates: without.gates?.map((g) => ({ ...g, needs: g.needs.map((n) => (n === 'sit.full' ? 'sit.rear' : n)) })),
      commands: without.commands
        .map((c) =>
          c.id === 'sit'
            ? {
                ...c,
                runs: c.runs.map((r) => ({
                  ...r,
                  rungs: r.rungs.filter((g) => g.id !== 'sit.word-hand' && g.id !== 'sit.full').map((g) => ({ ...g })),
                })),
              }
            : c,
        )
        .map((c) => ({
          ...c,
          runs: c.runs.map((r) => ({
            ...r,
            rungs: r.rungs.map((g) => ({ ...g, needs: g.needs.map((n) => (n === 'sit.full' ? 'sit.rear' : n)) })),
          })),
        })),
    })
    expect(publishCurriculum(db, { text, recordedBy: ada }, tablet.at + 1).ok).toBe(true)
    const preview = previewMove(db, residencyId, { id: 'kennel', version: next }, tablet.at + 2)
    expect(preview?.find((c) => c.command === 'Sit')).toMatchObject({
      before: expect.stringContaining('next Full sit'),
      after: expect.stringContaining('next Empty hand'),
    })
    expect(position(db, residencyId)).toBe(1)
  })

  it(
    'a set made before a move and sent after it is kept under the version of its time, though its rung is gone ' +
      'since',
    () => {
      const { db, ada, residencyId, tablet } = scene('sit.word')
      const set = tablet.set(residencyId, ada)
      const reps = Array.from({ length: 10 }, () => tablet.rep(set.id))
      const without = toFile(houseCurriculum)
      const text = JSON.stringify({
        ...without,
        commands: without.commands.map((c) => ({
          ...c,
          runs: c.runs.map((r) => ({ ...r, rungs: r.rungs.filter((g) => g.id !== 'sit.rear') })),
        })),
      })
      expect(publishCurriculum(db, { text, recordedBy: ada }, tablet.at + 500)).toMatchObject({ ok: true })
      expect(
        moveCurriculum(db, { residencyId, curriculumId: 'kennel', version: next, recordedBy: ada }, tablet.at + 1000)
          .ok,
      ).toBe(true)
      expect(
        recordFacts(db, tablet.batch([set, ...reps]), tablet.at + 2000).results.every((r) => r.status === 'stored'),
      ).toBe(true)
      expect(
        db.prepare('SELECT command, curriculum_id AS id, curriculum_version AS version FROM training_set').get(),
      ).toEqual({ command: 'sit', id: 'house', version: houseCurriculum.version })
      expect(standingOf(db, residencyId, later).state.runs['sit/sit']).toMatchObject({
        position: 0,
        tallies: { 'sit.rear': { clean: 10 } },
      })
    },
  )

  it('a set on a rung that the dog’s own ladder leaves out is kept under its own command and moves nothing', () => {
    const { db, ada, tablet } = scene()
    const stiff = dog(db, { name: 'Auger', run: '9', traits: ['stiff'] })
    const set = tablet.set(stiff, ada, { rungId: 'sit-stay.1s' })
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), tablet.at)
    expect(db.prepare('SELECT command FROM training_set').pluck().get()).toBe('sit-stay')
    expect(standingOf(db, stiff, later).state).toMatchObject({ runs: {}, beyond: { 'sit-stay.1s': 1 } })
  })

  it('a bad file is refused whole and changes nothing', () => {
    const { db, ada } = scene()
    const before = listCurricula(db)
    const done = publishCurriculum(
      db,
      { text: file().replace('"needs":["sit.full"]', '"needs":["sit.nowhere"]'), recordedBy: ada },
      monday,
    )
    expect(done).toMatchObject({
      ok: false,
      faults: [
        { where: 'sit-stay.1s', reason: expect.stringContaining('sit.nowhere') },
        ...[expect.anything()].slice(1),
      ],
    })
    expect(listCurricula(db)).toEqual(before)
    expect(loadCurriculum(db, { id: 'kennel', version: next })).toBeUndefined()
  })

  it('a draft is kept with its faults; of two people editing at once the second is told', () => {
    const { db } = scene()
    const broken = file().replace('"words":"rear on the floor, food in hand"', '"words":""')
    expect(saveDraft(db, { text: broken, revision: 0 }, monday)).toEqual({ ok: true, revision: 1 })
    expect(JSON.stringify(loadDraft(db).file)).toBe(broken)
    expect(saveDraft(db, { text: file(), revision: 0 }, monday)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('Somebody else'),
    })
    expect(saveDraft(db, { text: '{"commands": 4}', revision: 1 }, monday)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('no curriculum'),
    })
  })
})

describe('the house method', () => {
  it(
    'is switched from the next rep on, with its date, after showing what changes and what a replay would have ' +
      'made of it',
    () => {
      const { db, ada, residencyId, tablet, work } = scene()
      work(5)
      const preview = previewMethod(db, { row: 'counts', option: 'five-of-five' }, tablet.at + 1)
      if ('refused' in preview) throw new Error(preview.refused)
      expect(preview.now).toMatchObject([
        {
          name: 'Bramble',
          changes: [{ command: 'Sit, Any move of the rear', before: 'eight of the last ten', after: 'five of five' }],
        },
      ])
      expect(preview.always[0]?.changes.find((c) => c.command === 'Sit')).toMatchObject({
        before: expect.stringContaining('shaping 0/1'),
        after: expect.stringContaining('shaping 1/1'),
      })
      expect(switchMethod(db, { row: 'counts', option: 'five-of-five', recordedBy: ada }, tablet.at + 1)).toEqual({
        ok: true,
      })
      expect(readMethodChanges(db)).toEqual([{ row: 'counts', option: 'five-of-five', at: tablet.at + 1 }])
      expect(position(db, residencyId)).toBe(0)
      tablet.at += 1000
      work(1)
      expect(position(db, residencyId)).toBe(1)
    },
  )

  describe('while it is switched, others write', () => {
    const five = { row: 'counts', option: 'five-of-five' }
    /** Three dogs with five clean reps each, and a switch in whose midst, with so many folded, something is done. */
    function switched(
      meanwhile: (s: ReturnType<typeof scene>, all: readonly string[]) => void,
      { stopped = false, when = 1 } = {},
    ) {
      const s = scene()
      const { db, ada, tablet, residencyId, work } = s
      const others = ['Teasel', 'Sorrel'].map((name, i) =>
        dog(db, { name, run: String(i + 2), promised: [{ rung: 'sit.rear', places: '1', people: '1' }] }),
      )
      const all = [residencyId, ...others]
      for (const id of all) work(5, 'clean', 'sit.rear', id)
      tablet.at += 1000
      let folded = 0
      const at = tablet.at
      const done = switchMethod(db, { ...five, recordedBy: ada }, at, {
        progress: () => {
          if (++folded === when) meanwhile(s, all)
        },
        stopped: () => stopped && folded > 0,
      })
      const asFolded = (id: string) => derive(db, id, regimesFor(db, id, later))
      return { ...s, done, folded, all, asFolded }
    }

    it('what is recorded of a dog that was folded counts, and so does a dog that came', () => {
      let came = ''
      const { db, done, all, asFolded } = switched(({ db, tablet, work }) => {
        tablet.at += 1000
        work(5)
        came = dog(db, { name: 'Rowan', run: '9', promised: [{ rung: 'sit.rear', places: '1', people: '1' }] })
      })
      expect(done).toEqual({ ok: true })
      for (const id of [...all, came]) expect(standingOf(db, id, later)).toEqual(asFolded(id))
      // Five of five, of reps made under it: the one that was worked meanwhile has them.
      expect(all.map((id) => position(db, id))).toEqual([1, 0, 0])
    })

    it('where all are recorded of behind their turn, they are folded again before anybody waits for it', () => {
      const meanwhile = ({ tablet, work }: ReturnType<typeof scene>, all: readonly string[]) => {
        tablet.at += 1000
        for (const id of all) work(5, 'clean', 'sit.rear', id)
      }
      const { db, done, all, folded, asFolded } = switched(meanwhile, { when: 3 })
      expect(done).toEqual({ ok: true })
      expect(all.map((id) => position(db, id))).toEqual([1, 1, 1])
      for (const id of all) expect(standingOf(db, id, later)).toEqual(asFolded(id))
      expect(folded).toBe(6)
    })

    it('what somebody else set meanwhile is kept; the same is said to be set', () => {
      const other = { row: 'late', option: 'not-paid' }
      for (const when of [1, 3]) {
        // Late reps behind it tell whether they were judged by it.
        const meanwhile = ({ db, ada, tablet, work }: ReturnType<typeof scene>) => {
          switchMethod(db, { ...other, recordedBy: ada }, tablet.at)
          tablet.at += 1000
          work(4, 'late')
        }
        const two = switched(meanwhile, { when })
        expect(two.done).toEqual({ ok: true })
        expect(readMethodChanges(two.db)).toMatchObject([other, five])
        for (const id of two.all) expect(standingOf(two.db, id, later)).toEqual(two.asFolded(id))
      }
      const same = switched(({ db, ada, tablet }) => switchMethod(db, { ...five, recordedBy: ada }, tablet.at))
      expect(same.done).toMatchObject({ ok: false, reason: 'It is set so already.' })
      expect(readMethodChanges(same.db)).toHaveLength(1)
    })

    it('one that is stopped changes nothing', () => {
      const { db, done, all, asFolded } = switched(() => undefined, { stopped: true })
      expect(done).toMatchObject({ ok: false, reason: expect.stringContaining('Nothing was changed') })
      expect(readMethodChanges(db)).toEqual([])
      for (const id of all) expect(standingOf(db, id, later)).toEqual(asFolded(id))
    })
  })

  it('refuses fixed rows, unknown schools and nobody', () => {
    const { db, ada } = scene()
    expect(previewMethod(db, { row: 'status', option: 'used' }, monday)).toMatchObject({
      refused: expect.stringContaining('Kibou decides'),
    })
    expect(switchMethod(db, { row: 'elimination', option: 'any', recordedBy: ada }, monday)).toMatchObject({
      ok: false,
    })
    expect(switchMethod(db, { row: 'late', option: 'not-paid', recordedBy: 'nobody' }, monday)).toMatchObject({
      ok: false,
      reason: 'Nobody here by that name.',
    })
    expect(switchMethod(db, { row: 'late', option: 'help-then-pay', recordedBy: ada }, monday)).toMatchObject({
      ok: false,
      reason: 'It is set so already.',
    })
    expect(readMethodChanges(db)).toEqual([])
  })
})

describe('corrections are further facts', () => {
  it('a set taken back gives back the standing before it, and stays in the log with its reason', () => {
    const { db, ada, residencyId, tablet, work } = scene()
    const before = standingOf(db, residencyId, later)
    const setId = work(10)
    expect(position(db, residencyId)).toBe(1)
    expect(voidSet(db, { setId, reason: 'wrong dog', recordedBy: ada }, tablet.at + 1)).toMatchObject({
      ok: true,
      residencyId,
    })
    expect(standingOf(db, residencyId, later).state).toEqual(before.state)
    expect(loadResident(db, residencyId, tablet.at)?.log).toMatchObject([{ id: setId, voidedBecause: 'wrong dog' }])
    expect(voidSet(db, { setId, reason: 'again', recordedBy: ada }, tablet.at + 2).ok).toBe(false)
  })

  it('a set put right counts at its old time, in its old order, with what was wrong changed', () => {
    const { db, ada, residencyId, tablet, work } = scene()
    const setId = work(10)
    const other = work(3, 'clean', 'sit.full')
    const outcomes = ['miss', 'miss', 'miss', ...Array.from({ length: 7 }, () => 'clean' as const)] as (
      'clean' | 'miss'
    )[]
    expect(
      correctSet(
        db,
        {
          setId,
          reason: 'counted the wrong hand',
          recordedBy: ada,
          placeId: 'yard',
          leashHolder: ada,
          level: 1,
          kit: 'long line',
          outcomes,
        },
        tablet.at + 1,
      ),
    ).toMatchObject({ ok: true, residencyId })
    expect(position(db, residencyId)).toBe(0)
    const log = loadResident(db, residencyId, tablet.at)?.log ?? []
    expect(
      log.map((l) => [
        l.id === other ? 'later' : l.voidedBecause !== null ? 'old' : 'new',
        l.outcomes,
        l.placeName,
        l.level,
      ]),
    ).toEqual(
      expect.arrayContaining([
        ['later', 'CCC', 'Training room', 0],
        ['old', 'CCCCCCCCCC', 'Training room', 0],
        ['new', 'MMMCCCCCCC', 'Fenced yard', 1],
      ]),
    )
    expect(log.find((l) => l.replaces === setId)?.at).toBe(log.find((l) => l.id === setId)?.at)
    expect(standingOf(db, residencyId, later)).toEqual(
      JSON.parse(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later)))),
    )
    expect(
      correctSet(
        db,
        {
          setId: other,
          reason: 'x',
          recordedBy: ada,
          placeId: 'yard',
          leashHolder: ada,
          level: 1,
          kit: 'long line',
          outcomes: ['clean'],
        },
        tablet.at + 2,
      ),
    ).toMatchObject({ ok: false, reason: expect.stringContaining('meanwhile') })
  })

  it('a set put right keeps all that was said of it and of its reps, but for what was put right', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada, {
      temperatureC: 12,
      humidity: 60,
      helper: 'a second person',
      road: 'road-bow',
      startPosition: 'stand',
      collar: 'slip lead',
      fitted: true,
    })
    const rep = tablet.rep(set.id, 'helped', { prompt: 'voice', pieces: 3, payInterval: 5, bowlGrams: 15, turns: 2 })
    recordFacts(db, tablet.batch([set, rep]), tablet.at)
    const done = correctSet(
      db,
      {
        setId: set.id,
        reason: 'the other leash',
        recordedBy: ada,
        placeId: 'room',
        leashHolder: ada,
        level: 0,
        kit: 'long line',
        outcomes: ['helped'],
      },
      tablet.at + 1,
    )
    expect(done.ok).toBe(true)
    const rows = (table: string, old: string) => {
      const row = (where: string) =>
        z.record(z.string(), z.unknown()).parse(db.prepare(`SELECT * FROM ${table} WHERE ${where}`).get(old))
      return [row('id = ?'), row('replaces = ?')]
    }
    // What a copy has of its own.
    const own = ['id', 'device', 'seq', 'replaces', 'root', 'set_id']
    for (const [table, old, changed] of [
      ['training_set', set.id, { kit: 'long line' }],
      ['rep', rep.id, {}],
    ] as const) {
      const [was, now] = rows(table, old)
      const rest = (r: Record<string, unknown> | undefined) =>
        Object.fromEntries(Object.entries(r ?? {}).filter(([k]) => !own.includes(k)))
      expect(rest(now)).toEqual({ ...rest(was), ...changed })
    }
  })

  it('the log can be asked for a command, a place, refreshers, misses and what was taken back', () => {
    const { db, ada, residencyId, tablet, work } = scene()
    const first = work(10)
    work(3, 'miss', 'sit.full')
    voidSet(db, { setId: first, reason: 'no', recordedBy: ada }, tablet.at)
    const ask = (filter: Parameters<typeof loadResident>[3]) =>
      loadResident(db, residencyId, tablet.at, filter)?.log.length
    expect([
      ask({}),
      ask({ only: 'misses' }),
      ask({ only: 'taken-back' }),
      ask({ only: 'refreshers' }),
      ask({ command: 'down' }),
      ask({ placeId: 'room', leashHolder: ada }),
    ]).toEqual([2, 1, 1, 0, 0, 2])
  })
})

describe('stuck, notes and the command’s page', () => {
  it('logs what was tried and how it went, and offers what is next', () => {
    const { db, ada, residencyId, tablet, work } = scene()
    for (let block = 0; block < 3; block++) work(10, 'miss')
    work(10)
    for (let i = 0; i < 3; i++) work(3, 'miss', 'sit.full')
    const page = loadCommand(db, residencyId, 'sit', tablet.at)
    expect(page?.stuck).toMatchObject({ rungId: 'sit.full', first: 'pay' })
    expect(page?.evidence).toMatchObject({ rungName: 'Any move of the rear' })
    expect(
      addTried(
        db,
        { residencyId, rungId: 'sit.full', what: 'pay', went: 'same', note: 'liver', recordedBy: ada },
        tablet.at,
      ).ok,
    ).toBe(true)
    expect(
      addTried(
        db,
        { residencyId, rungId: 'sit.full', what: 'road-magic', went: 'same', note: '', recordedBy: ada },
        tablet.at,
      ),
    ).toMatchObject({ ok: false })
    const after = loadCommand(db, residencyId, 'sit', tablet.at)
    expect(after?.stuck).toMatchObject({ first: 'surroundings' })
    expect(after?.stuck?.offers.map((o) => o.id)).toEqual([
      'pay',
      'surroundings',
      'split',
      'road-capture',
      expect.any(String),
    ])
    expect(after?.stuck?.offers[0]?.tried).toMatchObject([{ went: 'same', note: 'liver', by: 'Ada' }])
    expect(
      addNote(db, { residencyId, command: 'sit', text: 'wants a quicker come', recordedBy: ada }, tablet.at).ok,
    ).toBe(true)
    expect(loadResident(db, residencyId, tablet.at)?.notes).toMatchObject([{ text: 'wants a quicker come', by: 'Ada' }])
    expect(loadCommand(db, residencyId, 'fly', tablet.at)).toBeUndefined()
  })

  it('counts rungs held against an even pace, day by day', () => {
    const { db, residencyId, tablet, work } = scene()
    work(10)
    tablet.at += msPerDay
    work(10)
    const progress = loadResident(db, residencyId, tablet.at)?.progress
    expect(progress).toMatchObject({ promisedRungs: 1 })
    expect(progress?.days.slice(0, 5).map((d) => [d.day, d.held, d.clean, d.total])).toEqual([
      ['2026-03-01', 0, 0, 0],
      ['2026-03-02', 0, 10, 10],
      ['2026-03-03', 1, 10, 10],
      ['2026-03-04', undefined, 0, 0],
      ['2026-03-05', undefined, 0, 0],
    ])
    expect(progress?.days[0]?.plan).toBe(0)
    expect(progress?.days.at(-2)?.plan).toBeCloseTo(1, 9)
  })
})
