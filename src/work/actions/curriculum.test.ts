import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '@/core/curriculum/house'
import { toFile } from '@/core/curriculum/read'
import { listCurricula, newestCurriculum } from '@/store/curricula'
import { loadCurriculum, loadDraft } from '../page/curriculum'
import { loadResident } from '../page/resident'
import { recordFacts } from '../record/accept'
import { derive, standingOf } from '../record/standing'
import { regimesFor } from '../base/regimes'
import { dog, later, monday } from '../tests/kennel'
import { sitPosition, sitScene } from '../tests/sitScene'
import { discardDraft, moveCurriculum, publishCurriculum, restoreDraft, saveDraft } from './curriculum'
import { previewMove } from '../page/moveVersion'

/** The number of the version that is published after the shipped one. */
const next = houseCurriculum.version + 1

const file = () => JSON.stringify(toFile(houseCurriculum))
const rearMoves =
  '"id":"sit.rear","name":"Any move of the rear","stage":"shape","axis":"help","kind":"position","cue":"none",' +
  '"criterion":{"latencySeconds":3,"help":"lure","words":"the rear moves toward the floor, food in hand"},"rule":'
const fiveInARow = () =>
  file().replace(`${rearMoves}{"kind":"window","k":8,"n":10}`, `${rearMoves}{"kind":"row","r":5}`)

describe('a draft that was discarded', () => {
  it('can be taken back as it was, until another is begun', () => {
    const { db } = sitScene()
    expect(saveDraft(db, { text: fiveInARow(), revision: 0 }, later).ok).toBe(true)
    const was = loadDraft(db)
    expect(restoreDraft(db)).toMatchObject({ ok: false })
    discardDraft(db)
    expect([loadDraft(db).revision, loadCurriculum(db, undefined)?.discardedAt]).toEqual([0, later])
    expect(restoreDraft(db)).toEqual({ ok: true })
    expect([loadDraft(db), loadCurriculum(db, undefined)?.discardedAt]).toEqual([was, undefined])
    discardDraft(db)
    expect(saveDraft(db, { text: file(), revision: 0 }, later + 1).ok).toBe(true)
    expect(restoreDraft(db)).toMatchObject({ ok: false, code: 'draft-not-found' })
  })
})

describe('versions of the curriculum', () => {
  it(
    'a published version is for new residencies; others keep theirs until they are moved, and history keeps its ' +
      'rules',
    () => {
      const { db, ada, residencyId, tablet, work } = sitScene()
      work(5)
      expect(fiveInARow()).not.toBe(file())
      expect(publishCurriculum(db, { text: fiveInARow(), recordedBy: ada }, tablet.at + 1000)).toEqual({
        ok: true,
        version: next,
      })
      expect([newestCurriculum(db).id, newestCurriculum(db).version]).toEqual(['kennel', next])
      expect(sitPosition(db, residencyId)).toBe(0)
      const other = dog(db, { name: 'Wren', run: '2' })
      expect(loadResident(db, other, tablet.at + 2000)?.curriculum).toMatchObject({
        id: 'kennel',
        version: next,
        newer: undefined,
      })
      expect(loadResident(db, residencyId, tablet.at + 2000)?.curriculum.newer).toMatchObject({ version: next })
      // Five clean reps were made under eight of ten: moving changes nothing that was made, only what comes.
      expect(previewMove(db, residencyId, { id: 'kennel', version: next }, tablet.at + 2000)).toMatchObject({
        changes: [],
        anew: [],
      })
      expect(
        moveCurriculum(db, { residencyId, curriculumId: 'kennel', version: next, recordedBy: ada }, tablet.at + 2000)
          .ok,
      ).toBe(true)
      expect(sitPosition(db, residencyId)).toBe(0)
      tablet.at += 3000
      work(5)
      expect(sitPosition(db, residencyId)).toBe(1)
      expect(standingOf(db, residencyId, later)).toEqual(
        JSON.parse(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later)))),
      )
      expect(
        moveCurriculum(db, { residencyId, curriculumId: 'kennel', version: next, recordedBy: ada }, tablet.at),
      ).toMatchObject({ ok: false, code: 'same' })
      expect(
        moveCurriculum(db, { residencyId, curriculumId: 'kennel', version: 9, recordedBy: ada }, tablet.at),
      ).toMatchObject({ ok: false, code: 'version-not-found' })
    },
  )

  it('a rung that is gone takes its counts along and the one above is in hand', () => {
    const { db, ada, residencyId, tablet, work } = sitScene('sit.word')
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
    expect(preview?.changes.find((c) => c.command === 'Sit')).toMatchObject({
      before: expect.stringContaining('next Full sit'),
      after: expect.stringContaining('next Empty hand'),
    })
    expect(sitPosition(db, residencyId)).toBe(1)
  })

  it(
    'a set made before a move and sent after it is kept under the version of its time, though its rung is gone ' +
      'since',
    () => {
      const { db, ada, residencyId, tablet } = sitScene('sit.word')
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
    const { db, ada, tablet } = sitScene()
    const stiff = dog(db, { name: 'Auger', run: '9', traits: ['stiff'] })
    const set = tablet.set(stiff, ada, { rungId: 'sit-stay.1s' })
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), tablet.at)
    expect(db.prepare('SELECT command FROM training_set').pluck().get()).toBe('sit-stay')
    expect(standingOf(db, stiff, later).state).toMatchObject({ runs: {}, beyond: { 'sit-stay.1s': 1 } })
  })

  it('a bad file is refused whole and changes nothing', () => {
    const { db, ada } = sitScene()
    const before = listCurricula(db)
    const done = publishCurriculum(
      db,
      { text: file().replace('"needs":["sit.empty"]', '"needs":["sit.nowhere"]'), recordedBy: ada },
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
    const { db } = sitScene()
    const broken = file().replace('"words":"rear on the floor, food in hand"', '"words":""')
    expect(saveDraft(db, { text: broken, revision: 0 }, monday)).toEqual({ ok: true, revision: 1 })
    expect(JSON.stringify(loadDraft(db).file)).toBe(broken)
    expect(saveDraft(db, { text: file(), revision: 0 }, monday)).toMatchObject({
      ok: false,
      code: 'changed-meanwhile',
    })
    expect(saveDraft(db, { text: '{"commands": 4}', revision: 1 }, monday)).toMatchObject({
      ok: false,
      code: 'unreadable',
    })
  })
})
