import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { promiseField } from '../promise/typed'
import { nested } from '../fields'
import { openQuestions, remindDays, remindersOf, vaccinated } from './reminders'
import { severalIn, stepIds, stepSchemas } from './steps'
import { stepsFor, sideAsked, usualQuestions } from './asked'
import { canBeByHand } from '../dog/byHand'
import { typedOf } from '../form'

const health = (more: Record<string, unknown>) => stepSchemas.health.parse({ ...nested(typedOf(more)) })
const steps = stepsFor({
  unit: 'kg',
  taught: true,
  deaf: true,
  signs: { deafRelease: '', deafMark: 'thumbs up' },
  others: [{ id: 'x', name: '1 Rook' }],
  commands: houseCurriculum.commands.map((c) => ({
    id: c.id,
    name: c.name,
    cue: c.defaultCue,
    signal: c.signal,
    canBeByHand: canBeByHand(c),
    rungs: [],
  })),
})

describe('the steps of an intake', () => {
  it('come in the order of the door, and what a step asks for is what its schema reads', () => {
    expect(steps.map((s) => s.id)).toEqual([...stepIds])
    for (const step of steps) {
      const shape = Object.keys((stepSchemas[step.id] as unknown as { shape: Record<string, unknown> }).shape)
      // Promises are drawn by rows of their own, which name their fields so.
      const names =
        step.id === 'promises' ? [promiseField(0, 'rung')] : step.fields.flatMap((f) => ('name' in f ? [f.name] : []))
      const asked = new Set(names.map((name) => name.split('.')[0] ?? ''))
      expect([step.id, [...asked].sort()]).toEqual([step.id, shape.sort()])
    }
  })
  it('an empty form is told what is needed, and most of it is nothing', () => {
    const wrong = stepIds.flatMap((id) => {
      const parsed = stepSchemas[id].safeParse(nested({}, severalIn[id]))
      return parsed.success ? [] : parsed.error.issues.map((i) => `${id}.${i.path.join('.')}`)
    })
    expect(wrong).toEqual([
      'owner.phone',
      'promises.promised',
      'arrival.run',
      'words.release',
      'words.marker',
      'words.side',
    ])
  })
})

describe('reminders', () => {
  const today = '2026-03-02'
  it('vaccinations are reminded of a fortnight ahead and when they are past; medicine as long as it is given', () => {
    const due = (on: string) => remindersOf(health({ vaccines: [{ name: 'Distemper', given: '', due: on }] }), today)
    expect(due('2026-03-16')).toEqual([{ kind: 'vaccination', text: 'Distemper', on: '2026-03-16', overdue: false }])
    expect([due('2026-03-17'), due('2026-03-01')[0]?.overdue, due(today)[0]?.overdue, remindDays]).toEqual([
      [],
      true,
      false,
      14,
    ])
    const pills = (until: string) =>
      remindersOf(health({ medicines: [{ name: 'Drops', dose: '2', at: 'evening', until }] }), today)
    expect([pills('').length, pills(today).length, pills('2026-03-01').length, pills('')[0]?.text]).toEqual([
      1,
      1,
      0,
      'Drops, 2, evening',
    ])
  })
  it('a question is open until it has an answer', () => {
    const asked = stepSchemas.questions.parse(
      nested(
        typedOf({
          asked: [
            { question: usualQuestions[0], answer: 'Left' },
            { question: usualQuestions[1], answer: '' },
          ],
        }),
      ),
    )
    expect(openQuestions(asked, true)).toEqual([usualQuestions[1]])
    // The side is a question until it is known, whatever was asked, and then none.
    expect(openQuestions(asked, false)).toEqual([sideAsked, usualQuestions[1]])
    expect(openQuestions(undefined, false)).toEqual([sideAsked])
    const open = stepSchemas.questions.parse(nested(typedOf({ asked: [{ question: sideAsked, answer: '' }] })))
    expect([openQuestions(open, true), openQuestions(open, false)]).toEqual([[], [sideAsked]])
  })
})

describe('a vaccination that was given', () => {
  const today = '2026-03-10'
  const vaccines = [
    { name: 'Rabies', given: '2025-03-12', due: '2026-03-12' },
    { name: 'Kennel cough', given: '', due: '2026-03-05' },
  ]
  const given = (name: string, due: string) => vaccinated(health({ vaccines }), { name, due, today })

  it('is due again as long after as last time, and reminds nobody before; another stays as it was', () => {
    expect(remindersOf(health({ vaccines }), today).map((r) => r.text)).toEqual(['Rabies', 'Kennel cough'])
    const after = given('Rabies', '2026-03-12')
    expect(after?.vaccines).toEqual([{ name: 'Rabies', given: today, due: '2027-03-10' }, vaccines[1]])
    expect(after && remindersOf(after, today).map((r) => r.text)).toEqual(['Kennel cough'])
  })

  it('without a last time is due on no day that nobody named', () => {
    expect(given('Kennel cough', '2026-03-05')?.vaccines[1]).toEqual({ name: 'Kennel cough', given: today, due: '' })
  })

  it('that the dog has not, or not due then, is none', () => {
    expect([given('Distemper', '2026-03-12'), given('Rabies', '2026-03-13'), given('Rabies', '')]).toEqual([
      undefined,
      undefined,
      undefined,
    ])
  })
})
