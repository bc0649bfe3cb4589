import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { emptyDogState, type DogState } from '../progress/state'
import { summarize } from '../promise/summary'
import { monday, msPerDay, passTo, work, type SetPlan } from '../tests/facts'
import { buildCommands } from './resident'
import type { Forecast } from '../forecast/forecast'
import { toldOf } from '../forecast/tests/told'
import { forecastView, forecastText, waysText } from './forecast'
import { goesStale, lineOf, needsRefresher } from './line'
import { buildWall } from './wall'
import { sortRows, type WallDog } from './wallView'
import type { RungId } from '../ids'

const promises = [
  { rungId: 'sit.word-hand', level: 0, places: 2, people: 1 },
  { rungId: 'sit-stay.30s', level: 0, places: 1, people: 1 },
]
const names = {
  places: new Map([['barn', 'Hay barn']]),
  people: new Map([['ada', 'Ada']]),
  dates: 'day-first' as const,
}
const sitUp: SetPlan[] = [...passTo(houseCurriculum, 'sit.word-hand'), ...passTo(houseCurriculum, 'sit.word-hand', 1)]
const met = (day: number, place = 'barn'): SetPlan => ({
  rung: 'sit.word-hand',
  reps: 'C C C C C C C C C C',
  day,
  place,
})
const stateOf = (plans: SetPlan[]) => work(houseCurriculum, plans).state
const dog = (
  name: string,
  runNumber: string,
  state: DogState,
  leavesOn: string,
  pace = { days: 5, reps: 200 },
): WallDog => ({
  residencyId: name,
  name,
  runNumber,
  arrivesOn: '2026-02-20',
  leavesOn,
  caution: '',
  biteHistory: false,
  booked: '',
  curriculum: houseCurriculum,
  summary: summarize(houseCurriculum, state, promises, pace),
})
const today = '2026-03-05'
const now = monday + 3 * msPerDay
const told = (chance: number, leavesOn: string, more: Partial<Forecast> = {}): Forecast => {
  const [met, open] = toldOf().legs
  return toldOf({ chance, leavesOn, legs: met && open ? [met, { ...open, chance }] : [], ...more })
}

describe('the wall', () => {
  const half = stateOf([...sitUp, met(1), met(2)])
  const done = stateOf([
    ...sitUp,
    met(1),
    met(2),
    met(2, 'yard'),
    met(3, 'yard'),
    ...passTo(houseCurriculum, 'sit-stay.45s', 1),
    { rung: 'sit-stay.30s', reps: 'C C C', day: 2 },
  ])
  const wall = buildWall(
    houseCurriculum,
    [
      dog('Wren', '2', done, '2026-03-10'),
      { ...dog('Rook', '10', emptyDogState(), '2026-03-07'), told: told(0.01, '2026-03-07', { byBlocks: [] }) },
      {
        ...dog('Heron', '3', half, '2026-03-20'),
        told: told(0.72, '2026-03-20', { trend: { since: '2026-03-04', was: 0.5, why: 'other promises were made' } }),
      },
    ],
    today,
    now,
  )
  const row = (name: string) => wall.rows.find((r) => r.name === name)

  it('counts days left, readiness and how far behind', () => {
    expect(row('Wren')).toMatchObject({ daysLeft: 5, ready: true })
    expect(row('Rook')).toMatchObject({ daysLeft: 2, ready: false, reach: 'out of reach' })
    expect(row('Heron')).toMatchObject({ daysLeft: 15, reach: 'tight', said: '70%', trend: 1 })
  })

  it('draws the line from what is held, in hand, promised and forgotten', () => {
    const cell = row('Heron')?.cells.find((c) => c.command === 'sit')
    expect(cell).toMatchObject({
      word: 'proofing',
      figures: '1/2 locations',
      promised: true,
      inHand: 'Smaller hand',
      line: { position: 4, top: 3, promised: 3, proofed: 0.5 },
    })
    // Worked last on day 2, half-life 6 days since its first rep was clean: a day later a tenth is predicted gone.
    expect(cell?.line.sag).toBeLessThan(0.05)
    expect(row('Rook')?.cells[0]).toMatchObject({
      word: 'not started',
      figures: '',
      line: { position: 0, top: -1, sag: 0, proofed: 0 },
    })
    expect(row('Wren')?.cells.find((c) => c.command === 'sit')).toMatchObject({
      word: 'held',
      figures: '2/2 locations',
      line: { proofed: 1 },
    })
  })

  it('hangs plainly, and says so, only where a first rep is likely to fail', () => {
    const status = summarize(houseCurriculum, half, promises, { days: 5, reps: 200 }).commands.find(
      (c) => c.command === 'sit',
    )
    const since = status?.runs[0]?.memory?.since ?? 0
    if (!status) throw new Error('no sit')
    const at = (days: number) => {
      const then = since + days * msPerDay
      return { sag: lineOf(status, then).sag, stale: goesStale(status, then), due: needsRefresher(status, then) }
    }
    // Half-life 6 days: eight in ten after 1.93, half after 6.
    expect(at(1.9)).toMatchObject({ due: false, stale: false })
    expect(at(2)).toMatchObject({ due: true, stale: false })
    expect(at(2).sag).toBeLessThan(0.1)
    expect(at(5.9).stale).toBe(false)
    expect(at(6.1).stale).toBe(true)
    expect(at(6.1).sag).toBeGreaterThan(1 / 3)
    expect(at(12.1).sag).toBe(1)
  })

  it('sorts by run as numbers, by days left, and by how far behind', () => {
    const order = (sort: 'run' | 'days' | 'chance', down = false) => sortRows(wall.rows, sort, down).map((r) => r.name)
    expect(order('run')).toEqual(['Wren', 'Heron', 'Rook'])
    expect(order('days')).toEqual(['Rook', 'Wren', 'Heron'])
    expect(order('chance')[0]).toBe('Rook')
    expect(order('days', true)).toEqual(['Heron', 'Wren', 'Rook'])
    // What nothing is said of yet comes before all: nobody knows how it stands.
    const unsaid = wall.rows.slice(0, 1).map((r) => ({ ...r, chance: -1, name: 'unsaid' }))
    expect(sortRows([...wall.rows, ...unsaid], 'chance', false)[0]?.name).toBe('unsaid')
  })

  it('sends to the prerequisite when nobody promised it', () => {
    const summary = summarize(
      houseCurriculum,
      emptyDogState(),
      [{ rungId: 'sit-stay.30s', level: 0, places: 1, people: 1 }],
      { days: 0, reps: 0 },
    )
    const rows = buildWall(
      houseCurriculum,
      [{ ...dog('Teasel', '7', emptyDogState(), '2026-03-30'), summary }],
      today,
      now,
    ).upNext
    expect(rows).toMatchObject([{ name: 'Teasel', command: 'sit', commandName: 'Sit' }])
  })

  it('says *refresher* of a refresher alone: work has its rung, also two commands before the promised one', () => {
    const promised = (rungId: RungId) => [{ rungId, level: 0, places: 1, people: 1 }]
    const row = (state: DogState, rungId: RungId, at = now) =>
      buildWall(
        houseCurriculum,
        [
          {
            ...dog('Teasel', '7', state, '2026-03-30'),
            summary: summarize(houseCurriculum, state, promised(rungId), { days: 0, reps: 0 }),
          },
        ],
        today,
        at,
      ).upNext.map((r) => `${r.commandName}, ${r.rungName}`)
    const rungs = houseCurriculum.commands.flatMap((c) => c.runs.flatMap((r) => r.rungs.map((g) => g.id)))
    const first = passTo(houseCurriculum, 'sit.from-down')
    const passed = work(houseCurriculum, first).state
    const waiting = [emptyDogState(), passed].flatMap((state) =>
      rungs.flatMap((id) => row(state, id, monday + 7 * 3_600_000)),
    )
    expect(waiting.length).toBeGreaterThan(200)
    expect(waiting.filter((said) => said.endsWith('refresher'))).toEqual([])
    const held = work(houseCurriculum, [...first, ...passTo(houseCurriculum, 'sit.from-down', 1)]).state
    expect(row(held, 'sit.from-down', monday + 20 * msPerDay)).toEqual(['Sit, refresher'])
    expect(row(held, 'sit-stay.30s', monday + 1.2 * msPerDay)).toEqual(['Sit-stay, 1 s'])
  })

  it('says no chance before a baseline, and calls no owner before three days of work bear it out', () => {
    const wallOf = (days: number, more: Partial<WallDog> = {}) =>
      buildWall(
        houseCurriculum,
        [
          {
            ...dog('Rook', '3', half, '2026-03-07', { days, reps: 40 * days }),
            told: told(0.004, '2026-03-07'),
            ...more,
          },
        ],
        today,
        now,
      )
    const ringing = (days: number, more: Partial<WallDog> = {}) => wallOf(days, more).ring.length
    expect([0, 1, 2, 3, 9].map((days) => ringing(days))).toEqual([0, 0, 0, 1, 1])
    expect(wallOf(3, { called: 'called Mon 2 Mar by Maud' }).ring[0]?.called).toBe('called Mon 2 Mar by Maud')
    // What cannot be met in this house needs no work to be known.
    expect(ringing(0, { told: told(0, '2026-03-07', { impossible: true }) })).toBe(1)
    const untested = wallOf(0, { unknown: true, untested: true, not: 'the baseline comes first' })
    expect(untested.ring).toEqual([])
    expect(untested.rows[0]).toMatchObject({
      chance: -1,
      said: 'not known yet',
      trendSaid: expect.stringMatching(/^The baseline comes first\. These promises usually take about \d+ days\.$/),
    })
    expect(wallOf(0).rows[0]?.said).toBe('under 5%')
  })

  it('says why a dog is next, and who is passed over', () => {
    expect(wall.upNext.map((r) => [r.name, r.turn])).toEqual([
      ['Heron', 'first'],
      ['Rook', 'first'],
      ['Wren', 'ready'],
    ])
    expect(wall.upNext[0]).toMatchObject({ reason: '70%. Today’s block: +5 points.' })
    expect(wall.upNext[0]?.why()).toMatch(
      /^Every dog gets a block before any gets a second.* In 72% of 4,000 simulations /,
    )
    expect(wall.upNext[0]?.why()).toMatch(
      /Sit-stay decides it\. .* The chance was about 50% on Wed 4 Mar: other promises were made\./,
    )
    expect(wall.ring).toMatchObject([
      { name: 'Rook', daysLeft: 2, reason: 'under 5% likely to be ready; 50% likely by Fri 13 Mar' },
    ])
    const worked = buildWall(
      houseCurriculum,
      [
        {
          ...dog('Rook', '10', emptyDogState(), '2026-03-07'),
          told: told(0.01, '2026-03-07', { byBlocks: [] }),
          blocks: 1,
        },
      ],
      today,
      now,
    )
    expect([worked.upNext, worked.passedOver]).toMatchObject([
      [],
      [{ name: 'Rook', why: 'Had a block today. More would not make this dog ready in time.' }],
    ])
    expect(
      buildWall(
        houseCurriculum,
        [{ ...dog('Today', '1', emptyDogState(), '2026-03-30'), arrivesOn: today }],
        today,
        now,
      ),
    ).toMatchObject({ upNext: [], later: [{ name: 'Today', why: expect.stringContaining('came today') }] })
    const unknown = buildWall(houseCurriculum, [dog('New', '1', emptyDogState(), '2026-03-30')], today, now)
    expect(unknown.rows[0]).toMatchObject({ said: '', chance: -1, reach: 'not reckoned yet' })
    expect(unknown.upNext[0]?.reason).toBe('The forecast is being calculated.')
  })
})

describe('what is said of a forecast', () => {
  const said = (more: Partial<Forecast> = {}, chance = 0.72) =>
    forecastView(told(chance, '2026-03-20', more), houseCurriculum, 'day-first')

  it('is words first, then the days of each promise that is not met', () => {
    expect(said().headline).toBe('About 70% likely to be ready by going home on Fri 20 Mar. Sit-stay decides it.')
    expect(said().bands.map((b) => [b.name, b.said])).toEqual([
      ['The dog', '50% likely by Fri 13 Mar; 80% likely between Sun 8 Mar and a day beyond this forecast'],
      [
        expect.stringMatching(/^Sit-stay: /),
        '50% likely by Fri 13 Mar; 80% likely between Sun 8 Mar and a day beyond this forecast',
      ],
    ])
    expect(said({ binds: { command: 'sit-stay', share: 0.3 } }).headline).toContain('No one command decides it')
  })

  it('says one day once, where all of the band is that day', () => {
    const one = said({ days: [1, 1, 1, 1, 1] })
    expect(one.bands[0]?.said).toBe('80% likely on Fri 6 Mar')
    expect(one.why).toContain('80% likely on Fri 6 Mar.')
  })

  it('says that little is known, and that a promise cannot be met', () => {
    expect(said({ known: { sets: 3, speed: 1 } }).headline).toContain('Few sets are recorded yet')
    expect(said({ known: { sets: 3, speed: 1 } }).why).toContain('little evidence, so the range is wide')
    const no = told(0, '2026-03-20', { impossible: true, days: [null, null, null, null, null] })
    expect(forecastText(no, houseCurriculum, 'day-first')).toContain('cannot be met here')
    expect(forecastView(no, houseCurriculum, 'day-first').bands).toEqual([])
  })

  it('tells what would change it from what lies within the scatter', () => {
    const { whatIfs } = said({
      whatIfs: [
        { kind: 'handler', chance: 0.725, scatter: 0.006 },
        { kind: 'block', chance: 0.9, scatter: 0.01, blocks: 6, reps: 120 },
        { kind: 'lower', chance: 0.8, scatter: 0.01, rungId: 'sit-stay.30s', to: 'sit-stay.20s' },
      ],
    })
    expect(whatIfs.map((w) => [w.title.slice(0, 12), w.change, w.by])).toEqual([
      ['One more blo', 'better', '+18 points'],
      ['Sit-stay: 30', 'better', '+8 points'],
      ['Second day w', 'same', 'no clear effect'],
    ])
    expect(whatIfs[0]?.cost).toBe('90 staff minutes and food for about 120 reps over 6 days')
    expect(whatIfs[1]?.cost).toBe('the owner’s agreement')
  })
})

describe('the resident', () => {
  const commands = (plans: SetPlan[]) => {
    const state = stateOf(plans)
    return buildCommands(
      houseCurriculum,
      state,
      summarize(houseCurriculum, state, promises, { days: 3, reps: 100 }),
      names,
      now,
    )
  }
  const sit = (plans: SetPlan[]) => {
    const found = commands(plans).find((c) => c.id === 'sit')
    if (!found) throw new Error('no sit')
    return found
  }

  it('marks every rung as held, passed, in hand, slipped or ahead', () => {
    const marks = sit([...sitUp, met(1)])
      .runs[0]?.rungs.slice(0, 6)
      .map((r) => r.mark)
    expect(marks).toEqual(['held', 'held', 'held', 'passed', 'in hand', 'ahead'])
    const slipped = sit([
      ...sitUp,
      met(1),
      met(2),
      { rung: 'sit.word-hand', reps: 'M M M', day: 3, purpose: 'refresh' },
    ])
    expect(slipped.word).toBe('slipping')
    expect(slipped.runs[0]?.rungs.slice(0, 4).map((r) => r.mark)).toEqual(['held', 'held', 'in hand', 'slipped'])
  })

  it('lists what a promise has and lacks, by name', () => {
    const promise = sit([...sitUp, met(1), met(2)]).promise
    expect(promise?.met).toBe(false)
    expect(promise?.lines).toEqual([
      { done: true, text: 'Mastered since Wed 4 Mar' },
      { done: false, text: '1 of 2 locations: Hay barn 2/2 days' },
      { done: true, text: '1 of 1 handler: Ada 2/2 days' },
    ])
    expect(sit([]).promise?.lines.map((l) => l.done)).toEqual([false, false, false])
  })

  it('says what stands in the way of a shut rung and which command comes first', () => {
    const stay = commands([]).find((c) => c.id === 'sit-stay')
    expect(stay).toMatchObject({
      next: 'First Sit “Any move of the rear”. This is the next rung of the promise.',
      workCommand: 'sit',
    })
    expect(stay?.runs[0]?.rungs[0]).toMatchObject({ shut: 'Locked until mastered: Sit “Empty hand”', mark: 'ahead' })
  })

  it('says when the refresher is due', () => {
    expect(sit([...sitUp, met(1), met(2)]).memory).toMatch(
      /^\d+% predicted retention, half-life 6 days; (refresher due|a refresher is due)/,
    )
    expect(sit([]).memory).toBe('Nothing is mastered yet, so nothing is forgotten.')
  })
})

describe('what a house is reckoned with', () => {
  it('is said as it is: how often elsewhere, what slips, and how alike days are', () => {
    expect(waysText({ elsewhere: 0.84, slips: { out: 0.008, back: 0.36 }, swing: 0 })).toBe(
      'A new location or handler is available on 84% of days. A passed rung slips about once in 125 days and ' +
        'recovers in about 3 sets. Days bring about the same.',
    )
    expect(waysText({ elsewhere: 0.98, slips: { out: 0.05, back: 0.8 }, swing: 0.16 })).toBe(
      'A new location or handler is available on 98% of days. A passed rung slips about once in 20 days and ' +
        'recovers in about 1 set. Days differ: two in three are within 40% of average.',
    )
  })
})
