import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readPaperLine, lineText, marksText } from './paper'
import { paperDog as dog } from './tests/paperDog'

const dogs = [dog('8', 'Heron'), dog('9', 'Wren'), dog('10', 'Whinchat'), dog('2b', 'Old Sedge')]

const read = (line: string) => {
  const found = readPaperLine(line, dogs)
  return found.ok ? `${found.set.dog.name} ${found.set.rung.id} ${marksText(found.set.reps)}` : found.reason
}

describe('a line of a paper sheet', () => {
  it.each([
    ['8 sit CCHC', 'Heron sit.rear CCHC'],
    ['8 sit-stay 10 s CCM4C', 'Heron sit-stay.10s CCM4C'],
    ['heron sitstay 10s ccm4.5', 'Heron sit-stay.10s CCM4.5'],
    ['wr rec CCL', 'Wren recall.attention CCL'],
    ['10 sit stay 5 s M', 'Whinchat sit-stay.5s M'],
    ['2B down CC', 'Old Sedge down.lure-sit CC'],
    ['8 down stay 30 s m12,5', 'Heron down-stay.30s M12.5'],
  ])('%s', (line, is) => {
    expect(read(line)).toBe(is)
  })

  it.each([
    ['', /Run, command, marks/],
    ['77 sit CC', /No dog here/],
    ['w sit CC', /No dog here/],
    ['8 CC', /which command/],
    ['8 fly CC', /no one command/],
    ['8 sit CC please', /marks come last/],
    ['8 sit-stay 7 s CC', /no one rung/],
    ['8 s CC', /no one command/],
    [`8 sit ${'C'.repeat(41)}`, /more than a set/],
    ['8 sit M9999', /an hour at most/],
  ])('%s is refused with what is missing', (line, reason) => {
    expect(read(line)).toMatch(reason)
  })

  it('a line said in full reads back as the same rung, for every rung of the curriculum', () => {
    const [heron] = dogs
    if (!heron) throw new Error('no dog')
    for (const command of heron.commands)
      for (const rung of command.rungs) {
        const again = readPaperLine(
          lineText({
            dog: heron,
            command,
            rung,
            reps: [
              { outcome: 'clean', brokeSeconds: null },
              { outcome: 'miss', brokeSeconds: 2.5 },
            ],
          }),
          dogs,
        )
        expect([rung.id, again.ok && again.set.rung.id, again.ok && marksText(again.set.reps)]).toEqual([
          rung.id,
          rung.id,
          'CM2.5',
        ])
      }
  })

  it('never throws, and what is read back says the same', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc
            .array(fc.constantFrom('8', 'heron', 'sit', 'sit-stay', '10', 's', 'CCM4', 'h', 'recall', 'm0.5'), {
              maxLength: 6,
            })
            .map((w) => w.join(' ')),
        ),
        (line) => {
          const found = readPaperLine(line, dogs)
          if (!found.ok) return found.reason.length > 0
          const again = readPaperLine(lineText(found.set), dogs)
          return (
            again.ok &&
            again.set.rung.name === found.set.rung.name &&
            marksText(again.set.reps) === marksText(found.set.reps)
          )
        },
      ),
    )
  })
})

describe('names on paper', () => {
  const commands = [
    { id: 'sit', name: 'Sit', rungs: [{ id: 'sit.1', name: 'One' }] },
    {
      id: 'sit-stay',
      name: 'Sit-stay',
      rungs: [
        { id: 'stay.1', name: '1 s' },
        { id: 'stay.10', name: '10 s' },
        { id: 'stay.слово', name: 'Слово' },
      ],
    },
  ]
  const dog = (runNumber: string, name: string) => ({
    residencyId: runNumber,
    runNumber,
    name,
    commands,
    inHand: { sit: 'sit.1', 'sit-stay': 'stay.1' },
  })
  const dogs = [
    dog('1', 'Wrenna'),
    dog('2', 'Wren'),
    dog('3', 'Ласка'),
    dog('4', 'Лаврик'),
    dog('5', '小雪'),
    dog('6', 'Łania'),
  ]
  const read = (line: string) => {
    const r = readPaperLine(line, dogs)
    return r.ok ? [r.set.dog.runNumber, r.set.command.id, r.set.rung.id] : r.reason
  }
  it.each<[string, string, unknown]>([
    ['an exact name before a beginning', 'Wren sit CC', ['2', 'sit', 'sit.1']],
    ['a beginning that is one dog’s', 'Wrenn sit CC', ['1', 'sit', 'sit.1']],
    ['a beginning that is two dogs’', 'Wre sit CC', 'No dog here has the run or the name “Wre”.'],
    ['Cyrillic, by its beginning', 'Ласк sit-stay CC', ['3', 'sit-stay', 'stay.1']],
    ['Cyrillic, two of them', 'Ла sit CC', 'No dog here has the run or the name “Ла”.'],
    ['Chinese', '小雪 sit CC', ['5', 'sit', 'sit.1']],
    ['a letter with a mark, with and without it', 'Łania sit CC', ['6', 'sit', 'sit.1']],
    ['an exact command before a longer one', 'Wren sit CC', ['2', 'sit', 'sit.1']],
    ['an exact rung before a longer one', 'Wren sit-stay 1 s CC', ['2', 'sit-stay', 'stay.1']],
    ['a rung in any script', 'Wren sit-stay слово CC', ['2', 'sit-stay', 'stay.слово']],
  ])('%s', (_, line, found) => {
    expect(read(line)).toEqual(found)
  })
})
