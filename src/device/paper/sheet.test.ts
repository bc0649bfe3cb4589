import { describe, expect, it } from 'vitest'
import { readPaperLine } from '@/core/block/paper'
import { paperDog as dog } from '@/core/block/tests/paperDog'
import type { NewFact } from '../outbox'
import { conditionsOf, keptSheet, newSheet, otherDay, reduceSheet, setsOfSheet, type SheetAction } from './sheet'
import { writeSheet } from './writeSheet'

const dogs = [dog('8', 'Heron'), dog('9', 'Wren')]
const day = '2026-03-02'

const after = (...actions: readonly SheetAction[]) => actions.reduce(reduceSheet, newSheet(day))
const typeAndEnter = (line: string): readonly SheetAction[] => [
  { do: 'type', line },
  { do: 'enter', dogs },
]

describe('a sheet as it is typed', () => {
  it('takes a line in full, so that it reads the same when another rung is current', () => {
    const { typed } = after(...typeAndEnter('8 sit CCHC'))
    expect([typed.lines.length, typed.line]).toEqual([1, ''])
    const grown = [dog('8', 'Heron', { sit: 'sit.word' })]
    expect(setsOfSheet(typed, grown).map(({ set }) => set.rung.id)).toEqual(['sit.rear'])
  })

  it('keeps a line that cannot be read, and says so until something else is typed', () => {
    const refused = after(...typeAndEnter('8 fly CC'))
    expect(refused).toMatchObject({ tried: true, typed: { line: '8 fly CC', lines: [] } })
    expect(reduceSheet(refused, { do: 'type', line: '8 f' }).tried).toBe(false)
  })

  it('takes out the line that was pressed, also where one before it reads as no set any more', () => {
    const typed = after(...typeAndEnter('8 sit CC'), ...typeAndEnter('9 sit HH'), ...typeAndEnter('9 down MM')).typed
    const wrenAlone = [dog('9', 'Wren')]
    const [first] = setsOfSheet(typed, wrenAlone)
    const left = reduceSheet({ ...newSheet(day), typed }, { do: 'take out', at: first?.at ?? -1 })
    expect(setsOfSheet(left.typed, dogs).map(({ set }) => `${set.dog.name} ${set.command.id}`)).toEqual([
      'Heron sit',
      'Wren down',
    ])
  })

  it('is empty once it is saved, and keeps what it says of all lines', () => {
    const saved = after(
      { do: 'say', of: { placeId: 'yard', level: 3, hoursAgo: otherDay } },
      ...typeAndEnter('8 sit CC'),
      { do: 'saved', sets: 1, known: 1 },
    )
    expect(saved).toMatchObject({ saved: 1, refused: '1 of them was here already.', typed: { lines: [], level: 3 } })
    expect(reduceSheet(saved, { do: 'type', line: 'w' }).saved).toBe(0)
    expect(reduceSheet(saved, { do: 'saved', sets: 4, known: 0 }).refused).toBe('')
  })

  it('keeps every line where saving was refused', () => {
    const refused = after(...typeAndEnter('8 sit CC'), { do: 'refused', reason: 'No connection.' })
    expect(refused).toMatchObject({ refused: 'No connection.', typed: { lines: [expect.any(String)] } })
  })

  it('is gone on with on its own day only, and a device’s odd memory begins a new one', () => {
    const { typed } = after(...typeAndEnter('8 sit CC'))
    const stored: unknown = JSON.parse(JSON.stringify(typed))
    expect(keptSheet(day, stored)).toEqual(typed)
    expect([keptSheet('2026-03-03', stored), keptSheet(day, null), keptSheet(day, { day, lines: 'x' })]).toEqual([
      undefined,
      undefined,
      undefined,
    ])
    // What an older program did not know of is as in a new sheet.
    expect(keptSheet(day, { day, lines: ['8 sit CC'] })).toEqual({ ...newSheet(day).typed, lines: ['8 sit CC'] })
  })
})

describe('what holds for all lines', () => {
  const house = {
    me: 'ada',
    places: [{ id: 'barn' }, { id: 'yard' }],
    people: [
      { id: 'hal', role: 'hand' },
      { id: 'ada', role: 'trainer' },
    ],
  }
  const { typed } = newSheet(day)
  it('is whoever types it, in the first location, while nothing is chosen', () => {
    expect(conditionsOf(typed, house)).toEqual({ placeId: 'barn', leashHolder: 'ada', level: 0, kit: '1.8 m leash' })
    expect(conditionsOf(typed, { ...house, me: 'hal' }).leashHolder).toBe('ada')
    expect(conditionsOf(typed, { ...house, me: 'hal', people: [] }).leashHolder).toBe('hal')
  })
  it('is what was chosen while that is there, a kennel assistant too', () => {
    const chosen = { ...typed, placeId: 'yard', personId: 'hal', level: 2, kit: 'long line' }
    expect(conditionsOf(chosen, house)).toMatchObject({ placeId: 'yard', leashHolder: 'hal', level: 2 })
    expect(conditionsOf({ ...chosen, placeId: 'gone', personId: 'gone', level: 99, kit: 'rope' }, house)).toEqual(
      conditionsOf(typed, house),
    )
  })
})

describe('what is written of a sheet', () => {
  it('is a set a line, one block a dog, rep after rep, and all of it before now', () => {
    const sets = ['8 sit CCHC', '9 sit CM', '8 down L'].flatMap((line) => {
      const read = readPaperLine(line, dogs)
      return read.ok ? [read.set] : []
    })
    const written: { readonly fact: NewFact; readonly at: number }[] = []
    const add = (fact: NewFact, at = 0) => {
      written.push({ fact, at })
      return { ...fact, id: `f${written.length}`, seq: written.length, deviceAt: at } as never
    }
    const endedAt = 1_772_445_600_000
    writeSheet({ add }, sets, {
      ...conditionsOf(newSheet(day).typed, { me: 'ada', places: [], people: [] }),
      recordedBy: 'ada',
      endedAt,
    })
    const opened = written.flatMap(({ fact }) => (fact.kind === 'set-opened' ? [fact] : []))
    expect(opened.map((o) => o.residencyId)).toEqual(['r8', 'r9', 'r8'])
    expect(new Set(opened.map((o) => o.blockId)).size).toBe(2)
    expect(opened[0]?.blockId).toBe(opened[2]?.blockId)
    expect(written.map(({ fact }) => fact.kind)).toEqual([
      ...['set-opened', 'rep', 'rep', 'rep', 'rep', 'set-closed'],
      ...['set-opened', 'rep', 'rep', 'set-closed'],
      ...['set-opened', 'rep', 'set-closed'],
    ])
    const moments = written.map(({ at }) => at)
    expect(moments).toEqual([...moments].sort((a, b) => a - b))
    expect(Math.max(...moments)).toBeLessThan(endedAt)
  })
})
