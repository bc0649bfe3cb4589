import fc from 'fast-check'
import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import type { z } from 'zod'
import { placeKinds } from '@/core/curriculum/types'
import { youngUntilDays } from '@/core/dog/traits'
import { typedOf } from '@/core/form'
import { stepIds } from '@/core/intake/steps'
import { houseSections } from '@/core/house/house'
import type { Db } from '@/store/database'
import { addDays, dayIn } from '@/core/days'
import { readSets } from '@/store/facts/read'
import { readFed } from '@/store/food'
import { readSpaces, writeFeeds } from '@/store/house'
import { findResident } from '@/store/residents'
import { baselineOf } from '../context/baseline'
import {
  allStartsForm,
  baselineRepForm,
  baselineUndoForm,
  keepBaselineRep,
  startForm,
  takeProposed,
  takeStart,
  undoBaselineRep,
} from './baseline'
import { addDog, addPerson } from './begin'
import {
  bowlForm,
  decidePlan,
  fedForm,
  feedDog,
  giveBowl,
  planForm,
  takeFoodBack,
  untakeForm,
  weigh,
  weighOut,
  weightForm,
} from './food'
import { keepSection } from './house'
import { keepStep, saveDraft } from './intake'
import {
  choiceForm,
  keepChoice,
  keepTaste,
  reserve,
  reserveForm,
  rewardUndoForm,
  tasteForm,
  toysForm,
  undoReward,
  worksForToys,
} from './reward'
import { changeStay, pause, pauseForm, resume, resumeForm, stayForm } from './stay'
import { tableOfDogs } from '../tests/tables'
import { recordFacts } from '../record/accept'
import { setsOf } from '../record/cachedStanding'
import { derive, standingOf } from '../record/standing'
import { regimesFor } from '../base/regimes'
import { dog, dogFields, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** `npm run soak` asks for many more. */
const runs = Number(process.env['KIBOU_SOAK_INPUTS'] ?? 10_000)
/** Every so many go into a kennel of their own: what is compared before and after grows with each that was taken. */
const aKennel = 10_000

interface Form {
  readonly name: string
  /** Something right: it may ask the kennel what it waits for. */
  readonly valid: (i: number, db: Db, now: EpochMs) => Record<string, unknown>
  readonly run: (db: Db, raw: unknown, now: EpochMs) => { readonly ok: boolean }
}

const form = <S extends z.ZodType>(
  name: string,
  schema: S,
  work: (db: Db, input: z.infer<S>, now: EpochMs) => { readonly ok: boolean },
  valid: Form['valid'],
): Form => ({
  name,
  valid,
  run: (db, raw, now) => {
    const parsed = schema.safeParse(raw)
    return parsed.success ? work(db, parsed.data, now) : { ok: false }
  },
})

const birthdays = ['2024-01-01', addDays('2026-03-03', -youngUntilDays), addDays('2026-03-05', -youngUntilDays)]
const zones = ['Europe/London', 'Pacific/Auckland', 'America/Chicago']

/** The second dog's starts are never taken all at once, so that there are some to take one by one. */
function forms(who: string, residencyId: ResidencyId, oneByOne: ResidencyId): readonly Form[] {
  const fact = { residencyId, recordedBy: who }
  const commandsOf = (db: Db, id: ResidencyId, now: EpochMs) => {
    const resident = findResident(db, id)
    return resident ? baselineOf(db, resident, now) : []
  }
  const typedIn = (i: number): Record<(typeof stepIds)[number], Record<string, unknown>> => ({
    owner: { phone: '01632 960100', email: 'a@b.example', goals: 'Walks' },
    promises: { promised: [{ run: 'sit/sit', rung: 'sit.word', level: '0', places: '2', people: '1' }] },
    // Grown, or grown on one of these days.
    arrival: { run: '1', weight: '20', weightUnit: 'kg', sex: 'female', bornOn: birthdays[i % 3] },
    health: {
      traits: i % 4 === 0 ? ['deaf'] : [],
      caution: '',
      vaccines: [{ name: 'Rabies', given: '2026-01-01', due: '2027-01-01' }],
      allergies: [{ what: 'milk' }],
    },
    kit: { brought: [{ what: 'Blanket', note: '' }] },
    consents: { signed: [{ to: 'photographs', by: 'T', on: '2026-03-01', note: '' }] },
    words: {
      release: 'Okay',
      marker: 'Yes',
      side: 'left',
      cues: [{ command: 'sit', word: 'Sitz', signal: '', reported: '' }],
    },
    questions: { asked: [{ question: 'Which side?', answer: '' }] },
  })
  const sectionsIn = (i: number, db: Db): Record<(typeof houseSections)[number], Record<string, unknown>> => ({
    house: {
      name: 'K',
      timeZone: zones[i % 3],
      unit: 'kg',
      lengths: i % 2 === 0 ? 'm' : 'ft',
      clock: '24',
      meals: [{ name: 'x', at: '07:00' }],
      quietFrom: '',
      quietTo: '',
    },
    // The same ones, each said to be of another kind.
    spaces: {
      spaces: readSpaces(db).map(({ id, name }, n) => {
        return { id, name, kind: placeKinds[(i + n) % placeKinds.length], holds: '1', where: 'indoors' }
      }),
    },
    hours: { hours: [{ personId: who, days: ['1', '2'], from: '09:00', to: '17:00' }] },
    feeds: { feeds: [{ id: 'k', name: 'Kibble', kcalPer100g: '360', kcalPerPiece: '1,8', tier: '1', contains: '' }] },
    daysOff: { off: [{ personId: who, from: '2026-03-05', to: '2026-03-06' }] },
  })
  return [
    ...stepIds.map((step): Form => ({
      name: `intake ${step}`,
      valid: (i) => typedOf(typedIn(i)[step]),
      run: (db, raw, now) => keepStep(db, residencyId, step, asTyped(raw), who, now),
    })),
    ...houseSections.map((section): Form => ({
      name: `house ${section}`,
      valid: (i, db) => typedOf(sectionsIn(i, db)[section]),
      run: (db, raw, now) => keepSection(db, section, asTyped(raw), who, now),
    })),
    { name: 'dog', valid: (i) => ({ ...dogFields, name: `Dog ${i}`, run: String(100 + (i % 9000)) }), run: addDog },
    {
      name: 'person',
      valid: () => ({ name: 'Ada', role: 'trainer', weekdays: ['1'], from: '09:00', to: '17:00' }),
      run: addPerson,
    },
    {
      name: 'draft',
      valid: () => ({ key: residencyId, step: 'owner', typed: { phone: ['1'] } }),
      run: (db, raw, now) => saveDraft(db, raw, who, now),
    },
    form('baseline rep', baselineRepForm, keepBaselineRep, (i, db, now) => {
      const id = i % 2 === 0 ? residencyId : oneByOne
      const asked = commandsOf(db, id, now).find((c) => c.step.kind === 'try')
      return {
        ...fact,
        residencyId: id,
        id: v7(),
        command: asked?.id ?? 'sit',
        rungId: asked?.rung.id ?? 'sit.word',
        foodInSight: asked?.step.kind === 'try' && asked.step.foodInSight,
        clean: i % 3 > 0,
      }
    }),
    form('baseline undo', baselineUndoForm, undoBaselineRep, () => ({ ...fact, command: 'sit' })),
    form('start', startForm, takeStart, (_, db, now) => {
      const done = commandsOf(db, oneByOne, now).find((c) => c.step.kind === 'done' && !c.started)
      return {
        ...fact,
        residencyId: oneByOne,
        command: done?.id ?? 'sit',
        rungId: done?.rung.id ?? 'sit.rear',
        reason: 'x',
      }
    }),
    form('all starts', allStartsForm, takeProposed, () => fact),
    form('taste', tasteForm, keepTaste, (i) => ({
      ...fact,
      id: v7(),
      stage: 'toy',
      item: ['ball', 'rope'][i % 2],
      took: 'at once',
    })),
    form('choice', choiceForm, keepChoice, () => ({ ...fact, id: v7(), a: 'ball', b: 'rope', chosen: 'ball' })),
    form('reward undo', rewardUndoForm, undoReward, () => fact),
    form('reserve', reserveForm, reserve, () => ({ ...fact, item: 'ball' })),
    form('toys', toysForm, worksForToys, (i) => ({ ...fact, toys: i % 2 === 0 })),
    form('weight', weightForm, weigh, (i) => ({ ...fact, weight: String(20 + (i % 3)), unit: 'kg' })),
    form('plan', planForm, decidePlan, () => ({
      ...fact,
      feedId: 'k',
      stage: 'neutered adult',
      factor: '',
      vetKcal: '',
      share: '50',
      goal: '',
    })),
    form('fed', fedForm, feedDog, () => ({ ...fact, id: v7(), kind: 'bowl', feedId: 'k', grams: '100', note: '' })),
    form('fed back', untakeForm, takeFoodBack, (_, db, now) => ({
      ...fact,
      targetId: readFed(db, dayIn('Europe/London', now), residencyId).at(-1)?.id ?? v7(),
    })),
    form('bowl', bowlForm, giveBowl, () => ({ ...fact, id: v7() })),
    form('weigh out', bowlForm, weighOut, () => ({ ...fact, id: v7() })),
    form('stay', stayForm, changeStay, (i) => ({
      ...fact,
      leavesOn: `2026-03-${String(10 + (i % 15))}`,
      reason: 'owner asked',
    })),
    form('pause', pauseForm, pause, () => ({ ...fact, why: 'sick', note: '' })),
    form('resume', resumeForm, resume, () => fact),
    {
      name: 'table',
      valid: (i) => ({ text: `run,dog,owner,arrives,goes home\n${5000 + i},Fern ${i},A,2026-03-10,2026-03-12\n` }),
      run: (db, raw, now) =>
        tableOfDogs(
          db,
          new TextEncoder().encode(String((raw as { text?: unknown } | null)?.text ?? '')),
          who,
          now,
          true,
        ),
    },
  ]
}

/** Forms sent by a page are lists of text by name; anything else never reaches this far. */
const asTyped = (raw: unknown): Record<string, string[]> =>
  typeof raw === 'object' && raw !== null
    ? Object.fromEntries(
        Object.entries(raw).map(([k, v]) => [
          k,
          (Array.isArray(v) ? v : [v]).map((x) => (typeof x === 'string' ? x : (JSON.stringify(x) ?? ''))),
        ]),
      )
    : {}

const nasty = fc.oneof(
  fc.constantFrom<unknown>(
    '',
    ' ',
    '0',
    '-1',
    '1e309',
    'NaN',
    '2026-02-30',
    '0000-00-00',
    '25:00',
    '9'.repeat(400),
    '=1+1',
    '<script>',
    '\u0000',
    '\uFEFF',
    '🐕'.repeat(40),
    "'; DROP TABLE dog; --",
    '../..',
    null,
    undefined,
    [],
    {},
    true,
    Number.NaN,
    -5,
    1e308,
    '__proto__',
    v7(),
  ),
  fc.string({ maxLength: 30 }),
  fc.anything({ maxDepth: 1 }),
)

describe('every form', () => {
  const what = 'no crash, what is refused has written nothing, and what is kept is fresh'
  it(`takes ${runs} random inputs, valid ones among them: ${what}`, () => {
    for (let left = runs; left > 0; left -= aKennel) takes(Math.min(left, aKennel))
  })
})

/** A few rungs that count in one kind of place only, worked in every place. */
function workEverywhere(db: Db, residencyId: ResidencyId, who: string): void {
  const tablet = new Tablet()
  for (const { id } of readSpaces(db))
    for (const rungId of ['down.yard', 'down.street', 'down.cafe', 'place.paws', 'sit-stay.5s']) {
      const set = tablet.set(residencyId, who, { rungId, placeId: id })
      recordFacts(db, tablet.batch([set, ...Array.from({ length: 4 }, () => tablet.rep(set.id))]), tablet.at)
    }
}

/** Whether what is kept of a residency, or read last, is not what its facts come to behind all that is done here. */
function stale(db: Db, id: string): boolean {
  const now = monday + 4 * msPerDay
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
  return (
    !same(standingOf(db, id, now), derive(db, id, regimesFor(db, id, now))) || !same(setsOf(db, id), readSets(db, id))
  )
}

function takes(count: number): void {
  const db = newKennel()
  const who = trainer(db)
  const residencyId = dog(db)
  const oneByOne = dog(db, { name: 'Teasel', run: '3' })
  const again = dog(db, {
    dogId: findResident(db, residencyId)?.dogId,
    run: '2',
    arrivesOn: '2026-04-10',
    leavesOn: '2026-05-01',
  })
  workEverywhere(db, residencyId, who)
  writeFeeds(db, [{ id: 'k', name: 'Kibble', kcalPer100g: 360, kcalPerPiece: 1.8, tier: 1, contains: '' }])
  const all = forms(who, residencyId, oneByOne)
  const tables = (
    db
      .prepare(
        "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name <> 'standing'",
      )
      .all() as { name: string }[]
  ).map((t) => t.name)
  /** Every row of every table, but what is only derived. */
  const rows = () => JSON.stringify(tables.map((t) => [t, db.prepare(`SELECT * FROM "${t}"`).all()]))
  /** Rows written on this connection, undone ones too: while it stands still nothing was written at all. */
  const written = db.prepare('SELECT total_changes()').pluck()
  const took = new Map(all.map((f) => [f.name, 0]))
  let i = 0
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: all.length - 1 }),
      fc.array(fc.tuple(fc.nat(), nasty), { maxLength: 2 }),
      fc.integer({ min: 0, max: 3 }),
      (which, changes, day) => {
        const f = all[which]
        if (!f) return
        i++
        const now = monday + day * msPerDay
        const raw = { ...f.valid(i, db, now) }
        const names = Object.keys(raw)
        for (const [at, value] of changes) raw[names[at % names.length] ?? 'x'] = value
        db.exec('SAVEPOINT before')
        const was = written.get()
        const done = f.run(db, raw, now)
        if (done.ok) {
          took.set(f.name, (took.get(f.name) ?? 0) + 1)
          if (i % 10 === 0)
            for (const id of [residencyId, oneByOne, again]) expect(stale(db, id) ? f.name : '').toBe('')
        } else if (written.get() !== was) {
          // It wrote and took it back, or left something: row by row against the kennel as it was.
          const after = rows()
          db.exec('ROLLBACK TO before')
          expect(after === rows() ? '' : f.name).toBe('')
        }
        db.exec('RELEASE before')
      },
    ),
    { numRuns: count, endOnFailure: true },
  )
  // Each form is also sent something right now and then; a test that only ever sees refusals would prove little.
  const never = [...took].filter(([, n]) => n === 0).map(([name]) => name)
  expect(never).toEqual([])
  expect(db.pragma('integrity_check')).toEqual([{ integrity_check: 'ok' }])
  expect(db.pragma('foreign_key_check')).toEqual([])
}
