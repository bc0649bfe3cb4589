import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { emptyDogState, type DogState } from '../progress/state'
import { summarise } from '../promise/summary'
import { monday, msPerDay, passTo, work, type SetPlan } from '../tests/facts'
import { buildCommands } from './resident'
import { buildWall, sortRows, type WallDog, sayReps } from './wall'

const promises = [
  { rungId: 'sit.word-hand', level: 0, places: 2, people: 1 },
  { rungId: 'sit-stay.30s', level: 0, places: 1, people: 1 },
]
const names = { places: new Map([['barn', 'Hay barn']]), people: new Map([['ada', 'Ada']]) }
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
  booked: false,
  curriculum: houseCurriculum,
  summary: summarise(houseCurriculum, state, promises, pace),
})
const today = '2026-03-05'
const now = monday + 3 * msPerDay

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
      dog('Rook', '10', emptyDogState(), '2026-03-07'),
      dog('Heron', '3', half, '2026-03-20'),
    ],
    today,
    now,
  )
  const row = (name: string) => wall.rows.find((r) => r.name === name)

  it('counts days left, readiness and how far behind', () => {
    expect(row('Wren')).toMatchObject({ daysLeft: 5, ready: true })
    expect(row('Rook')).toMatchObject({ daysLeft: 2, ready: false, reach: 'out of reach' })
    expect(row('Heron')).toMatchObject({ daysLeft: 15, reach: 'in hand' })
  })

  it('draws the line from what is held, in hand, promised and forgotten', () => {
    const cell = row('Heron')?.cells.find((c) => c.command === 'sit')
    expect(cell).toMatchObject({
      word: 'proofing',
      figures: '1/2 places',
      promised: true,
      inHand: 'Smaller hand',
      line: { position: 4, top: 3, promised: 3, proofed: 0.5 },
    })
    // Worked last on day 2, half-life 3 days at least: a day later about a fifth is predicted gone, and it is due.
    expect(cell?.line.sag).toBeGreaterThan(0.3)
    expect(cell?.line.sag).toBeLessThan(0.45)
    expect(row('Rook')?.cells[0]).toMatchObject({
      word: 'not started',
      figures: '',
      line: { position: 0, top: -1, sag: 0, proofed: 0 },
    })
    expect(row('Wren')?.cells.find((c) => c.command === 'sit')).toMatchObject({
      word: 'held',
      figures: '2/2 places',
      line: { proofed: 1 },
    })
  })

  it('sorts by run as numbers, by days left, and by how far behind', () => {
    const order = (sort: 'run' | 'days' | 'load', down = false) => sortRows(wall.rows, sort, down).map((r) => r.name)
    expect(order('run')).toEqual(['Wren', 'Heron', 'Rook'])
    expect(order('days')).toEqual(['Rook', 'Wren', 'Heron'])
    expect(order('load')[0]).toBe('Rook')
    expect(order('days', true)).toEqual(['Heron', 'Wren', 'Rook'])
    const late = wall.rows.slice(0, 1).map((r) => ({ ...r, load: -1, name: 'out of time' }))
    expect(sortRows([...late, ...wall.rows], 'load', false)[0]?.name).toBe('out of time')
  })

  it('sends to the prerequisite when nobody promised it', () => {
    const summary = summarise(
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

  it('says why a dog is next: reps, days, pace and their ratio', () => {
    expect(wall.upNext.map((r) => r.name)).toEqual(['Heron', 'Wren'])
    expect(wall.ring).toMatchObject([
      { name: 'Rook', daysLeft: 2, reason: expect.stringMatching(/^\d+ reps to go, the days allow 80$/) },
    ])
    expect(wall.ring[0]?.why).toMatch(
      /2 days at 40 reps a day \(its own pace over 5 days worked\) allow 80\. Needed ÷ allowed = \d+\.\d\d: /,
    )
    expect(wall.ring[0]?.why).toMatch(/from this dog’s own rates: \d+, of which \d+ here\. /)
    expect(wall.ring[0]?.why).toMatch(/: of simulated dogs that stood so, 0 in a hundred made their date/)
    expect(
      buildWall(
        houseCurriculum,
        [{ ...dog('Today', '1', emptyDogState(), '2026-03-30'), arrivesOn: today }],
        today,
        now,
      ),
    ).toMatchObject({ upNext: [], later: [{ name: 'Today', why: expect.stringContaining('came today') }] })
    const unknown = buildWall(
      houseCurriculum,
      [dog('New', '1', emptyDogState(), '2026-03-30', { days: 1, reps: 9 })],
      today,
      now,
    ).upNext[0]
    expect(unknown?.why).toContain('60 reps a day (house figure')
  })
})

describe('the resident', () => {
  const commands = (plans: SetPlan[]) => {
    const state = stateOf(plans)
    return buildCommands(
      houseCurriculum,
      state,
      summarise(houseCurriculum, state, promises, { days: 3, reps: 100 }),
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
      { done: true, text: 'held since 2026-03-04' },
      { done: false, text: '1 of 2 places: Hay barn 2/2 days' },
      { done: true, text: '1 of 1 people: Ada 2/2 days' },
    ])
    expect(sit([]).promise?.lines.map((l) => l.done)).toEqual([false, false, false])
  })

  it('says what stands in the way of a shut rung and which command comes first', () => {
    const stay = commands([]).find((c) => c.id === 'sit-stay')
    expect(stay).toMatchObject({ next: 'Waits for Sit “Any move of the rear”: next rung.', workCommand: 'sit' })
    expect(stay?.runs[0]?.rungs[0]).toMatchObject({ shut: 'Shut until held: Sit “Full sit”', mark: 'ahead' })
  })

  it('says when the refresher is due', () => {
    expect(sit([...sitUp, met(1), met(2)]).memory).toMatch(
      /^\d+ % predicted retention, half-life 3 days; (refresher due|a refresher is due)/,
    )
    expect(sit([]).memory).toBe('Nothing held yet, so nothing to forget.')
  })

  it('says no number of reps past what can be said', () => {
    expect([253, 3000, 3001, 118_817, Number.POSITIVE_INFINITY].map(sayReps)).toEqual([
      '253',
      '3000',
      'over 3000',
      'over 3000',
      'over 3000',
    ])
  })
})
