import { spawnSync } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { toFile } from '../curriculum/read'
import { addDays } from '../days'
import { answerCase, type JudgeAnswer } from './answer'
import { judgeJsonSchema } from './case'
import type { RungId } from '../ids'

const read = (name: string): unknown => JSON.parse(readFileSync(`docs/judge/${name}.json`, 'utf8'))
const names = readdirSync('docs/judge')
  .filter((f) => !f.endsWith('.answer.json'))
  .map((f) => f.replace(/\.json$/, ''))
type Right = Extract<JudgeAnswer, { ok: true }>
const right = (answer: JudgeAnswer): Right => {
  if (!answer.ok) throw new Error(JSON.stringify(answer.faults))
  return answer
}
const kinds = (a: Right, rungId: RungId) =>
  a.verdicts
    .filter((v) => v.rungId === rungId)
    .map((v) => v.reps.at(-1))
    .map((r) => [r?.kind, r?.toRungId])

describe('npm run judge', () => {
  it.each(names)('answers the example in the documents: %s', (name) => {
    expect(JSON.parse(JSON.stringify(answerCase(read(name))))).toEqual(read(`${name}.answer`))
  })

  it('has its schema beside the documents', () => {
    expect(JSON.parse(readFileSync('docs/judge.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(judgeJsonSchema())),
    )
  })

  it('a stay that breaks: what common practice says of the sequences', () => {
    const a = right(answerCase(read('a-stay-that-breaks')))
    // 4 s five of five: passed, 5 s opens now; broke at 4 s: next at 3 s; broke at 2.5 s: next at 2 s.
    expect(kinds(a, 'sit-stay.4s')).toEqual([['moves-on', 'sit-stay.5s']])
    expect(kinds(a, 'sit-stay.5s')).toEqual([['back', 'sit-stay.3s']])
    expect(kinds(a, 'sit-stay.3s')).toEqual([
      ['moves-on', 'sit-stay.4s'],
      ['back', 'sit-stay.2s'],
    ])
    // Crept is not clean, whatever was tapped first: four clean of five are not five of five.
    expect(
      a.verdicts
        .at(-1)
        ?.reps.map((r) => r.made)
        .join(''),
    ).toBe('NCCCC')
    expect(a.verdicts.at(-1)?.reps.at(-1)).toMatchObject({ kind: 'again', endsSet: true })
  })

  it('a refresher with help: five helped holds are a failed one, and what slipped comes first', () => {
    const a = right(answerCase(read('a-refresher-with-help')))
    expect(a.standing.commands.find((c) => c.command === 'sit-stay')).toMatchObject({
      word: 'slipping',
      runs: [{ slipped: ['sit-stay.5s-word'] }, {}, {}, {}],
    })
    expect(a.next.sets[0]).toMatchObject({ rungId: 'sit-stay.5s', why: 'rebuild' })
  })

  it(
    'the long line before the gate: in the yard, on the long line; and a promise that this house cannot keep is ' +
      'named',
    () => {
      const a = right(answerCase(read('the-long-line-before-the-gate')))
      expect(a.next.sets.find((s) => s.command === 'recall')).toMatchObject({
        why: 'gate',
        placeId: 'paddock',
        kit: 'long line',
      })
      expect(a.next.sets.some((s) => s.kit === 'none')).toBe(false)
      expect(a.refused).toEqual([{ rungId: 'down.street', why: expect.stringContaining('this kennel has none') }])
    },
  )

  it('names what is wrong with a case instead of judging half of it', () => {
    const dog = { arrivesOn: '2026-03-01' }
    const asOf = '2026-03-05T12:00:00Z'
    const fault = (raw: unknown) => {
      const a = answerCase(raw)
      return a.ok ? 'ok' : a.faults.map((f) => `${f.where} (${f.code}): ${f.reason}`).join('; ')
    }
    expect(fault(7)).toContain('(shape): Invalid input: expected object')
    expect(fault({ dog, asOf, days: [{ day: '2026-02-31', sets: [] }] })).toContain('not a day')
    expect(fault({ dog, asOf, days: [{ day: '2026-03-02', sets: [{ rungId: 'sit.fly', reps: 'C' }] }] })).toContain(
      '(no-such-rung): no rung sit.fly',
    )
    expect(fault({ dog, asOf, days: [{ day: '2026-03-02', sets: [{ rungId: 'sit.rear', reps: 'CXC' }] }] })).toContain(
      'reps',
    )
    expect(
      fault({
        dog,
        asOf,
        days: [
          { day: '2026-03-03', sets: [] },
          { day: '2026-03-02', sets: [] },
        ],
      }),
    ).toContain('(order): days come in order')
    expect(fault({ dog, asOf, days: [{ day: '2026-03-09', sets: [{ rungId: 'sit.rear', reps: 'C' }] }] })).toContain(
      'asOf (too-early): lies before the last day of facts',
    )
    expect(fault({ dog, asOf, house: { method: { counts: 'by-guess' } } })).toContain('(method): not a training method')
    expect(fault({ dog, asOf, house: { timeZone: 'Mars/North' } })).toContain('(time-zone): not a time zone')
    expect(fault({ dog, asOf, howdy: 1 })).toContain('howdy')
    expect(fault({ dog, asOf, house: { curriculum: { ...toFile(houseCurriculum), gates: [] } } })).toContain(
      '(unknown-gate): stands behind off-leash, which the file does not name among its gates',
    )
  })

  it('judges by a curriculum of its own: renamed throughout, the gate stays shut for what it asks for', () => {
    const text = JSON.stringify(toFile(houseCurriculum))
      .replaceAll('recall.', 'komm.')
      .replaceAll('"recall"', '"komm"')
      .replaceAll('heel.', 'fuss.')
      .replaceAll('sit-stay.', 'bleib.')
      .replaceAll('sit.', 'sitz.')
    const curriculum: unknown = JSON.parse(text.replaceAll('"kind":"komm"', '"kind":"recall"'))
    const a = right(
      answerCase({
        house: { curriculum },
        dog: { arrivesOn: '2026-03-01' },
        promises: [{ rungId: 'komm.off-leash' }],
        days: [
          { day: '2026-03-02', sets: [{ rungId: 'komm.off-leash', placeId: 'yard', kit: 'none', reps: 'CCCCC' }] },
        ],
        asOf: '2026-03-02T18:00:00Z',
      }),
    )
    expect(a.verdicts[0]?.reps.map((r) => r.kind)).toEqual(Array.from({ length: 5 }, () => 'moves-nothing'))
    expect(a.verdicts[0]?.reps[0]?.why).toContain('off leash needs sit “Word alone” mastered')
  })

  it('never throws, whatever it is given', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.anything(),
          fc.record({
            dog: fc.record({ arrivesOn: fc.constantFrom('2026-03-01', '2026-13-01', 'x') }),
            asOf: fc.constantFrom('2026-03-04T12:00:00Z', 'now'),
            days: fc.array(
              fc.record({
                day: fc.constantFrom('2026-03-02', '2026-03-03'),
                sets: fc.array(
                  fc.record({
                    rungId: fc.constantFrom('sit.rear', 'recall.off-leash', 'x'),
                    reps: fc.constantFrom('CCM', 'M1', '', [{ outcome: 'clean' }]),
                  }),
                ),
              }),
            ),
          }),
        ),
        (raw) => {
          expect(typeof answerCase(raw).ok).toBe('boolean')
        },
      ),
      { numRuns: 300 },
    )
  })

  it(
    'can be conversed with for a whole residency: a dog that never misses is ready on the second day of its ' +
      'promise',
    () => {
      const days: { day: string; sets: unknown[] }[] = []
      const ask = (day: number) =>
        right(
          answerCase({
            dog: { arrivesOn: '2026-03-01' },
            promises: [{ rungId: 'sit-stay.10s', places: 1, people: 1 }],
            days,
            asOf: `${addDays('2026-03-01', day)}T20:00:00Z`,
            say: 'none',
          }),
        )
      let ready: string | null = null
      for (let day = 1; day <= 8 && ready === null; day++) {
        days.push({ day: addDays('2026-03-01', day), sets: [] })
        for (let n = 0; n < 60; n++) {
          const answer = ask(day)
          ready = answer.standing.readyOn
          const set = answer.next.sets.find((s) => s.why !== 'foundation' && s.why !== 'onward')
          if (!set || ready !== null) break
          days.at(-1)?.sets.push({
            rungId: set.rungId,
            purpose: set.purpose,
            ...(set.placeId === null ? {} : { placeId: set.placeId }),
            ...(set.personId === null ? {} : { by: set.personId }),
            level: set.level,
            kit: set.kit,
            reps: 'C'.repeat(set.setReps),
          })
        }
      }
      // Sit on days one and two, the stay from the second, held on the third.
      expect(ready).toBe('2026-03-04')
    },
  )

  it('reads lines until their end and answers a line each, without database or server', () => {
    const lines = [
      '{"id":"one","dog":{"arrivesOn":"2026-03-01"},"asOf":"2026-03-02T12:00:00Z"}',
      '',
      'not json',
      '{"id":"two","dog":{"arrivesOn":"2026-03-01"},',
      '"asOf":"2026-03-01T12:00:00Z"}',
    ]
    const ran = spawnSync(process.execPath, ['scripts/judge.mjs'], {
      input: lines.join('\n'),
      encoding: 'utf8',
    })
    const answers = ran.stdout
      .trim()
      .split('\n')
      .map((l) => JSON.parse(l) as JudgeAnswer)
    expect(answers.map((a) => [a.ok, a.ok ? a.id : a.faults[0]?.reason.slice(0, 8)])).toEqual([
      [true, 'one'],
      [false, 'not JSON'],
      [true, 'two'],
    ])
    expect(right(answers[2] ?? { ok: false, faults: [] }).next.rest).toContain('First evening')
  })
})
