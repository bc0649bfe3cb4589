import { findRung, ladderKey, ladderText } from '../curriculum/lookup'
import type { Command, Curriculum, Ladder } from '../curriculum/types'
import type { Typed } from '../fields'
import { usualPromise, type OwnerPromise } from './ownerPromise'

/** A run that may be promised; its place in the list is the number of its row in every form. */
export interface PromisableRun {
  readonly command: Command
  readonly ladder: Ladder
  readonly key: string
  /** Named so that two of one command are told apart. */
  readonly name: string
}

export const promisableRuns = (curriculum: Curriculum): readonly PromisableRun[] =>
  curriculum.commands.flatMap((command) =>
    command.runs.map((ladder) => ({
      command,
      ladder,
      key: ladderKey(command.id, ladder.id),
      name: ladderText(command, ladder),
    })),
  )

/** The names of a row's fields. */
export const promiseField = (row: number, what: 'run' | 'rung' | 'level' | 'places' | 'people'): string =>
  `promised.${row}.${what}`

/** Promises as the fields of a form: of a run that is not promised, only which it is. */
export const typedOfPromises = (curriculum: Curriculum, promises: readonly OwnerPromise[]): Typed =>
  Object.fromEntries(
    promisableRuns(curriculum).flatMap(({ ladder, key }, i) => {
      // What stands in the stead of a rung that this dog’s curriculum does not have is chosen in its place.
      const [own, instead] = [
        promises.find((x) => ladder.rungs.some((r) => r.id === x.rungId)),
        promises.find((x) => findRung(curriculum, x.rungId)?.ladder === ladder),
      ]
      const p = own ?? instead
      return [
        [promiseField(i, 'run'), [key]],
        [promiseField(i, 'rung'), [p ? (findRung(curriculum, p.rungId)?.rung.id ?? '') : '']],
        ...(p
          ? [
              [promiseField(i, 'level'), [String(p.level)]],
              [promiseField(i, 'places'), [String(p.places)]],
              [promiseField(i, 'people'), [String(p.people)]],
            ]
          : []),
      ] as [string, readonly string[]][]
    }),
  )

/** The other way round: what these fields promise, as far as they are whole. */
export const promisesOfTyped = (curriculum: Curriculum, typed: Typed): readonly OwnerPromise[] =>
  promisableRuns(curriculum).flatMap(({ ladder }, i): OwnerPromise[] => {
    const cell = (what: 'rung' | 'level' | 'places' | 'people') => typed[promiseField(i, what)]?.[0] ?? ''
    const rungId = cell('rung')
    return ladder.rungs.some((r) => r.id === rungId)
      ? [
          {
            rungId,
            level: Number(cell('level')) || 0,
            places: Number(cell('places')) || usualPromise.places,
            people: Number(cell('people')) || usualPromise.people,
          },
        ]
      : []
  })
