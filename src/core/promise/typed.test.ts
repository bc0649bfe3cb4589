import { expect, it } from 'vitest'
import fc from 'fast-check'
import { houseCurriculum } from '../curriculum/house'
import { nested } from '../fields'
import { somePromised } from '../intake/steps'
import { promisableRuns, promiseField, promisesOfTyped, typedOfPromises } from './typed'

const runs = promisableRuns(houseCurriculum)
const promise = fc.record({
  level: fc.integer({ min: 0, max: 5 }),
  places: fc.integer({ min: 1, max: 12 }),
  people: fc.integer({ min: 1, max: 12 }),
})
/** Of each run a rung or none, each with its own level, places and people. */
const promises = fc
  .tuple(
    ...runs.map(({ ladder }) => fc.option(fc.tuple(fc.constantFrom(...ladder.rungs), promise), { nil: undefined })),
  )
  .map((all) => all.flatMap((one) => (one ? [{ rungId: one[0].id, ...one[1] }] : [])))

it('whatever is promised comes back from its fields as it was, each run by itself', () => {
  fc.assert(
    fc.property(promises, (said) => {
      const typed = typedOfPromises(houseCurriculum, said)
      expect(promisesOfTyped(houseCurriculum, typed)).toEqual(said)
      const read = somePromised.safeParse(nested(typed)['promised'])
      expect(read.success).toBe(said.length > 0)
      if (!read.success) return
      // As it is sent: every row is there, so that what is wrong with one finds it.
      expect(read.data.map((p) => p.run)).toEqual(runs.map((r) => r.key))
      expect(
        read.data.flatMap((p) =>
          p.rung === '' ? [] : [{ rungId: p.rung, level: Number(p.level), places: p.places, people: p.people }],
        ),
      ).toEqual(said)
    }),
  )
})

it.each([
  ['a rung of another run', { [promiseField(0, 'rung')]: ['down.no-lure'] }, []],
  ['no rung that is known', { [promiseField(0, 'rung')]: ['sit.flying'] }, []],
  [
    'numbers that are none',
    { [promiseField(0, 'rung')]: [runs[0]?.ladder.rungs[0]?.id ?? ''], [promiseField(0, 'places')]: ['many'] },
    [{ rungId: runs[0]?.ladder.rungs[0]?.id, level: 0, places: 3, people: 2 }],
  ],
])('what is half typed, with %s, is taken as far as it is whole', (_, typed, whole) => {
  expect(promisesOfTyped(houseCurriculum, typed)).toEqual(whole)
})
