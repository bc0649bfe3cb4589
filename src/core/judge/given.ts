import { CalendarDateTime, parseDate, toZoned } from '@internationalized/date'
import type { Curriculum } from '../curriculum/types'
import { startOfDay } from '../days'
import type { Outcome, RepFact, SetFact } from '../facts/fact'
import type { DatedChange } from '../method/method'
import { regimesOf, upTo, type Regimes } from '../progress/regime'
import { traitsOf, type JudgeCase } from './case'
import type { EpochMs } from '../epochMs'

const outcomeOf: Readonly<Record<string, Outcome>> = { c: 'clean', h: 'helped', l: 'late', m: 'miss' }

const noFaults: readonly string[] = []
/** Reps from marks: C clean, H helped, L late, M miss, with the second of a break behind it. */
const readMarks = (marks: string): readonly Omit<RepFact, 'id' | 'at' | 'device' | 'seq'>[] =>
  [...marks.matchAll(/([chlm])(\d+(?:\.\d+)?)?/gi)].map((m) => ({
    outcome: outcomeOf[(m[1] ?? '').toLowerCase()] ?? 'miss',
    faults: noFaults,
    ...(m[2] === undefined ? {} : { brokeSeconds: Number(m[2]) }),
  }))

/** Design choice: sets without a time follow one another by so much, from this minute of the day on. */
const between = 120_000
const firstMinute = 9 * 60

export const changesOf = (house: JudgeCase['house']): readonly DatedChange[] =>
  [
    ...Object.entries(house.method).map(([row, option]) => ({ at: Number.NEGATIVE_INFINITY, row, option })),
    ...house.changes.map((c) => ({ at: Date.parse(c.at), row: c.row, option: c.option })),
  ].sort((a, b) => a.at - b.at)

/** What held for a dog of this house until a moment. */
export const regimesOfCase = (
  house: JudgeCase['house'],
  dog: JudgeCase['dog'],
  curriculum: Curriculum,
  now: EpochMs,
): Regimes =>
  upTo(
    regimesOf({
      versions: [{ from: Number.NEGATIVE_INFINITY, curriculum }],
      changes: changesOf(house),
      traits: traitsOf(dog),
      side: dog.side,
      arrivesOn: dog.arrivesOn,
      starts: dog.starts.map((s) => ({ at: Date.parse(s.at), rungId: s.rungId })),
      startOfDay: (day) => startOfDay(house.timeZone, day),
    }),
    now,
  )

/** The sets of a case as facts, in order, each with its moment. */
export function setsOf(house: JudgeCase['house'], days: JudgeCase['days']): readonly SetFact[] {
  let seq = 0
  return days.flatMap(({ day, sets }, d) => {
    const morning = startOfDay(house.timeZone, day)
    let last = 0
    return sets.map((set, n): SetFact => {
      const at =
        set.at === undefined
          ? last === 0
            ? morning + firstMinute * 60_000
            : last + between
          : wallTime(house.timeZone, day, set.at)
      last = at
      const place = house.places.find((p) => p.id === set.placeId) ?? house.places[0]
      const reps = typeof set.reps === 'string' ? readMarks(set.reps) : set.reps
      return {
        id: `${d}.${n}`,
        rungId: set.rungId,
        purpose: set.purpose,
        day,
        placeId: place?.id ?? '',
        placeKind: place?.kind ?? 'room',
        leashHolder: set.by ?? house.people[0] ?? '',
        level: set.level,
        kit: set.kit,
        blockId: set.block ?? `${d}`,
        reps: reps.map((r, i): RepFact => {
          const { prompt, cuesSaid, latencySeconds, heldSeconds, brokeSeconds } = r as Partial<RepFact>
          return {
            id: `${d}.${n}.${i}`,
            at: at + i * 1000,
            device: 'judge',
            seq: seq++,
            outcome: r.outcome,
            faults: r.faults,
            ...(prompt === undefined ? {} : { prompt }),
            ...(cuesSaid === undefined ? {} : { cuesSaid }),
            ...(latencySeconds === undefined ? {} : { latencySeconds }),
            ...(heldSeconds === undefined ? {} : { heldSeconds }),
            ...(brokeSeconds === undefined ? {} : { brokeSeconds }),
          }
        }),
      }
    })
  })
}

/** The moment at which the wall clock of this zone shows a time on a day. */
function wallTime(timeZone: string, day: string, time: string): number {
  const date = parseDate(day)
  const [hour, minute] = time.split(':').map(Number)
  return toZoned(new CalendarDateTime(date.year, date.month, date.day, hour ?? 0, minute ?? 0), timeZone)
    .toDate()
    .getTime()
}
