import { describe, expect, it } from 'vitest'
import { houseVersionFour } from '@/core/curriculum/earlier'
import { houseCurriculum } from '@/core/curriculum/house'
import { allRungs, findCommand, findRung } from '@/core/curriculum/lookup'
import { checkCurriculum, toFile } from '@/core/curriculum/read'
import { whyNotPossible } from '@/core/handoff/possible'
import { plainDog } from '@/core/dog/traits'
import { adaptCurriculum } from '@/core/dog/adaptCurriculum'
import { defaultMethod } from '@/core/method/method'
import { promptOf } from '@/core/method/instruct'
import { newestCurriculum } from '@/store/curricula'
import { findResident, readPromises } from '@/store/residents'
import { recordFacts } from '../record/accept'
import { standingOf } from '../record/standing'
import { ladderOf } from '../base/regimes'
import { wordsOf } from '../context/words'
import { dog, later, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { moveCurriculum, publishCurriculum, saveDraft } from './curriculum'
import { previewMove } from '../page/moveVersion'
import type { RungId } from '@/core/ids'

const [four, five] = [
  { id: 'house', version: 4 },
  { id: 'house', version: houseCurriculum.version },
]

/** A dog that climbs version 4, and what is needed to work it. */
function onFour(...promised: string[]) {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db, {
    arrivesOn: '2026-02-20',
    leavesOn: '2026-03-30',
    promised: promised.map((rung) => ({ rung, places: '1', people: '1' })),
  })
  const tablet = new Tablet()
  const move = (to: typeof four) =>
    moveCurriculum(db, { residencyId, curriculumId: to.id, version: to.version, recordedBy: ada }, tablet.at)
  expect(move(four).ok).toBe(true)
  tablet.at += 1000
  const work = (rungId: RungId, n: number) => {
    const set = tablet.set(residencyId, ada, { rungId })
    recordFacts(db, tablet.batch([set, ...Array.from({ length: n }, () => tablet.rep(set.id))]), tablet.at)
    tablet.at += 60_000
  }
  const stands = () => standingOf(db, residencyId, later)
  return { db, ada, residencyId, tablet, move, work, stands }
}

describe('from version 4 to the one that ships now', () => {
  it('a promise of a rung that stands in another run means that rung there', () => {
    const k = onFour('recall.fist')
    expect(findRung(ladderOf(k.db, k.residencyId, k.tablet.at), 'recall.fist')?.ladder.id).toBe('recall')
    expect(k.move(five).ok).toBe(true)
    const summary = k.stands().summary
    expect(summary.lost).toEqual([])
    expect(summary.commands.find((c) => c.command === 'recall')?.promise?.promise.rungId).toBe('recall.fist')
    expect(findRung(ladderOf(k.db, k.residencyId, later), 'recall.fist')?.ladder.id).toBe('games')
  })

  it('a dog that is in the middle of a rung on the day of the move goes on at that rung', () => {
    const k = onFour('sit.word')
    for (const rung of ['sit.rear', 'sit.full']) k.work(rung, 10)
    k.work('sit.empty', 5)
    expect(k.move(five).ok).toBe(true)
    k.tablet.at += 1000
    const { state } = k.stands()
    expect(findCommand(houseCurriculum, 'sit')?.runs[0]?.rungs[state.runs['sit/sit']?.position ?? -1]?.id).toBe(
      'sit.empty',
    )
    k.work('sit.empty', 8)
    expect(k.stands().state.runs['sit/sit']?.tallies['sit.empty']?.met.length).toBe(1)
  })

  it('a draft that was begun on version 4 is published as it is, with none of the new commands', () => {
    const db = newKennel()
    const ada = trainer(db)
    const text = JSON.stringify(toFile(houseVersionFour()))
    expect(saveDraft(db, { text, revision: 0 }, later).ok).toBe(true)
    const done = publishCurriculum(db, { text, recordedBy: ada }, later + 1)
    expect(done.ok).toBe(true)
    const now = newestCurriculum(db)
    expect([now.id, now.commands.length, allRungs(now).length]).toEqual(['kennel', 14, 190])
  })

  it('a house whose own command bears the id of a new one keeps it as its own', () => {
    const db = newKennel()
    const ada = trainer(db)
    const file = toFile(houseVersionFour())
    const [sit] = file.commands.filter((c) => c.id === 'sit')
    if (!sit) throw new Error('no sit')
    const own = {
      ...sit,
      id: 'release',
      name: 'Free',
      defaultCue: 'Free',
      roles: [],
      runs: [
        {
          id: 'release',
          name: 'Free',
          rungs: sit.runs[0]?.rungs.slice(0, 1).map((g) => ({ ...g, id: 'release.ours' })) ?? [],
        },
      ],
    }
    const text = JSON.stringify({ ...file, commands: [...file.commands, own] })
    const done = publishCurriculum(db, { text, recordedBy: ada }, later)
    expect(done).toMatchObject({ ok: true })
    const residencyId = dog(db, {
      arrivesOn: '2026-02-20',
      leavesOn: '2026-03-30',
      promised: [{ rung: 'release.ours', places: '1', people: '1' }],
    })
    const resident = findResident(db, residencyId)
    const command = findCommand(newestCurriculum(db), 'release')
    if (!resident || !command) throw new Error('not there')
    // It is their word, not the dog’s release.
    expect(wordsOf(db, resident).word(command)).toBe('Free')
    // On the shipped ladder that rung is lost, and it is said.
    const to = { id: 'house', version: five.version }
    expect(previewMove(db, residencyId, to, later)).toBeDefined()
    moveCurriculum(db, { residencyId, curriculumId: to.id, version: to.version, recordedBy: ada }, later)
    expect(standingOf(db, residencyId, later + msPerDay).summary.lost).toEqual(['release.ours'])
    expect(readPromises(db, residencyId)).toHaveLength(1)
  })
})

describe('a file or a house that lacks something', () => {
  it('without any signal every card of a deaf dog still says what is shown', () => {
    const read = checkCurriculum({
      ...toFile(houseCurriculum),
      commands: toFile(houseCurriculum).commands.map((c) => ({ ...c, signal: '' })),
    })
    if (!read.ok) throw new Error(read.faults[0]?.reason)
    const traits = { ...plainDog, deaf: true }
    const ladder = adaptCurriculum(read.curriculum, { traits, side: 'left', young: false })
    for (const command of ladder.commands)
      for (const rung of command.runs.flatMap((r) => r.rungs)) {
        const words = {
          name: 'Wren',
          cue: undefined,
          release: 'Okay',
          marker: 'Yes',
          side: 'left',
          young: false,
        } as const
        const { say } = promptOf(rung, command, defaultMethod, { ...words, traits }, false)
        expect([rung.id, /: ?$|: ?[;.]|undefined|“”|\{/.test(say)]).toEqual([rung.id, false])
      }
  })

  it('where there is no room nobody promises a recall in one, and the reason is said', () => {
    const house = { places: [{ id: 'p', kind: 'yard' as const, name: 'yard' }], people: 2 }
    const why = whyNotPossible(houseCurriculum, { rungId: 'recall.room', level: 0, places: 1, people: 1 }, house)
    expect(why?.why).toContain('a room')
    const room = { places: [{ id: 'p', kind: 'room' as const, name: 'barn' }], people: 2 }
    expect(
      whyNotPossible(houseCurriculum, { rungId: 'recall.room', level: 0, places: 1, people: 1 }, room),
    ).toBeUndefined()
  })
})
