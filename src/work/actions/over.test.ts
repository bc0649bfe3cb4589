import { describe, expect, it } from 'vitest'
import type { Typed } from '@/core/fields'
import { addDays } from '@/core/days'
import { overField, readField, sentForm, type Clash } from '@/core/clash'
import { stayTyped } from '@/core/intake/stay'
import type { HouseSection } from '@/core/house/house'
import type { StepId } from '@/core/intake/steps'
import { readDraft, readEntry } from '@/store/intake'
import { houseValues } from '../page/house'
import { loadIntake } from '../page/intake'
import { loadPackages } from '../page/packages'
import { dog, monday, newKennel, trainer } from '../tests/kennel'
import { planTyped } from '../page/food'
import { readPlan } from '@/store/food'
import { readPeople } from '@/store/kennel'
import { findResident } from '@/store/residents'
import { readFeeds, writeFeeds } from '@/store/house'
import { saveBooks } from './books'
import { booksTyped } from '@/core/dog/booksForm'
import { savePlan } from './food'
import { staffTyped } from '../tests/staffTyped'
import { changeStaffMember } from './staff'
import { saveStay } from './stay'
import { changeHomework } from './homework'
import { changeScript } from './demonstration'
import { keepPackage } from './packages'
import { keepReport } from './report'
import { keepSection } from './house'
import { keepStep, saveDraft } from './intake'
import type { ActionResult } from './actionResult'
import type { Clashed } from './saveOver'
import { homeworkChanges } from '@/store/homework'
import { scriptChanges } from '@/store/demonstrations'
import { reportChanges } from '@/store/reports'
import { plainHomework } from '@/core/demonstration/homeworkChange'
import { noChange } from '@/core/demonstration/change'
import { reportTyped } from '@/core/views/reportForm'
import type { EpochMs } from '@/core/epochMs'

function stage() {
  const db = newKennel()
  const [ada, ben] = [trainer(db), trainer(db, 'Ben')]
  const id = dog(db)
  return { db, ada, ben, id }
}
type Stage = ReturnType<typeof stage>

/** A form that replaces what is there: how it is read and saved, and two changes that touch different fields. */
interface Form {
  readonly read: (s: Stage) => Typed
  readonly save: (s: Stage, all: Typed, by: string) => ActionResult | Clashed
  /** Made before anybody reads it. */
  readonly first?: Typed
  readonly one: Typed
  readonly other: Typed
}
const step = (id: StepId, one: Typed, other: Typed, first: Typed = {}): Form => ({
  read: (s) => loadIntake(s.db, s.id, monday)?.steps.find((x) => x.id === id)?.read ?? {},
  save: (s, all, by) => keepStep(s.db, s.id, id, sentForm(all), by, monday),
  first,
  one,
  other,
})
const section = (id: HouseSection, first: Typed, one: Typed, other: Typed): Form => ({
  read: (s) => houseValues(s.db, monday)[id],
  save: (s, all, by) => keepSection(s.db, id, sentForm(all), by, monday),
  first,
  one,
  other,
})

const forms: readonly (readonly [string, Form])[] = [
  ['owner', step('owner', { phone2: ['2'] }, { goals: ['walks'] }, { phone: ['1'] })],
  ['arrival', step('arrival', { coat: ['tan'] }, { arrivalNote: ['calm'] })],
  ['health', step('health', { 'allergies.0.what': ['chicken'] }, { healthNote: ['limps'] })],
  ['kit', step('kit', { 'brought.0.what': ['bed'] }, { ownerLeash: ['6 ft'] })],
  ['words', step('words', { languages: ['German'] }, { release: ['Frei'] })],
  ['the house', section('house', {}, { phone: ['1'] }, { caution: ['Shut the gate.'] })],
  ['spaces', section('spaces', {}, { 'spaces.0.surface': ['hay'] }, { 'spaces.1.holds': ['3'] })],
  [
    'feeds',
    section(
      'feeds',
      { 'feeds.0.name': ['Kibble'], 'feeds.0.kcalPer100g': ['360'], 'feeds.0.tier': ['1'] },
      { 'feeds.0.contains': ['chicken'] },
      { 'feeds.9.name': ['Fish'], 'feeds.9.kcalPer100g': ['300'], 'feeds.9.tier': ['2'] },
    ),
  ],
  [
    'a package',
    {
      read: (s) => {
        const one = loadPackages(s.db).packages[0]
        return one ? { ...one.values } : {}
      },
      save: (s, all, by) => {
        const packageId = [loadPackages(s.db).packages[0]?.packageId ?? '']
        return keepPackage(s.db, sentForm({ ...all, packageId }), by, monday)
      },
      first: {
        name: ['Basics'],
        days: ['14'],
        'promised.0.rung': ['sit.word'],
        'promised.0.places': ['1'],
        'promised.0.people': ['1'],
      },
      one: { words: ['sits on one word'] },
      other: { days: ['21'] },
    },
  ],
]

const byDog: readonly (readonly [string, Form])[] = [
  [
    'books of a dog',
    {
      read: (s) => {
        const r = findResident(s.db, s.id)
        return r ? booksTyped(r) : {}
      },
      save: (s, all, by) => saveBooks(s.db, sentForm(all), { residencyId: s.id, recordedBy: by }, monday),
      one: { owner: ['Tamsin Alder'] },
      other: { run: ['7'] },
    },
  ],
  [
    'a feeding plan',
    {
      read: (s) => planTyped(readPlan(s.db, s.id), 'kg'),
      save: (s, all, by) => {
        if (readFeeds(s.db).length === 0)
          writeFeeds(s.db, [{ id: 'k', name: 'Kibble', kcalPer100g: 360, kcalPerPiece: 2, tier: 1, contains: '' }])
        return savePlan(s.db, sentForm(all), { residencyId: s.id, recordedBy: by }, monday)
      },
      first: { feedId: ['k'], stage: ['neutered adult'], share: ['50'] },
      one: { vetKcal: ['700'] },
      other: { share: ['30'] },
    },
  ],
]

const told = (done: ActionResult | Clashed): Clash => {
  if (done.ok || !('clash' in done)) throw new Error(`no clash: ${JSON.stringify(done)}`)
  return done.clash
}
const carries = (values: Typed, names: Typed): boolean =>
  Object.values(names).every((v) => JSON.stringify(values).includes(JSON.stringify(v[0])))

describe.each([...forms, ...byDog])('%s: two people have it open', (_, form) => {
  function both() {
    const s = stage()
    if (form.first && Object.keys(form.first).length > 0)
      expect(
        form.save(s, { ...form.read(s), ...form.first, [readField]: [JSON.stringify(form.read(s))] }, s.ada),
      ).toMatchObject({ ok: true })
    const read = form.read(s)
    const as = { [readField]: [JSON.stringify(read)] }
    return { s, read, as }
  }

  it('a save over a newer one is refused, with both laid together; one more writes both', () => {
    const { s, read, as } = both()
    expect(form.save(s, { ...read, ...form.one, ...as }, s.ada)).toMatchObject({ ok: true })
    const mine = { ...read, ...form.other, ...as }
    const clash = told(form.save(s, mine, s.ben))
    expect(clash.both).toEqual([])
    expect([carries(clash.values, form.one), carries(clash.values, form.other)]).toEqual([true, true])
    // Nothing was written.
    expect([carries(form.read(s), form.one), carries(form.read(s), form.other)]).toEqual([true, false])
    const again = form.save(s, { ...clash.values, ...as, [overField]: [clash.over] }, s.ben)
    expect(again).toMatchObject({ ok: true })
    expect([carries(form.read(s), form.one), carries(form.read(s), form.other)]).toEqual([true, true])
  })

  it('and where it was saved once more meanwhile, it is refused once more', () => {
    const { s, read, as } = both()
    form.save(s, { ...read, ...form.one, ...as }, s.ada)
    const clash = told(form.save(s, { ...read, ...form.other, ...as }, s.ben))
    const now = form.read(s)
    const name = Object.keys(form.one).find((n) => !n.includes('.')) ?? Object.keys(form.one)[0] ?? ''
    const typed = { days: '28', vetKcal: '800' }[name] ?? 'something else'
    const third = { ...now, [name]: [typed], [readField]: [JSON.stringify(now)] }
    expect(form.save(s, third, s.ada)).toMatchObject({ ok: true })
    told(form.save(s, { ...clash.values, ...as, [overField]: [clash.over] }, s.ben))
  })

  it('where nobody else saved it, it is simply kept, and kept again', () => {
    const { s, read, as } = both()
    expect(form.save(s, { ...read, ...form.one, ...as }, s.ada)).toMatchObject({ ok: true })
    const now = form.read(s)
    expect(form.save(s, { ...now, [readField]: [JSON.stringify(now)] }, s.ben)).toMatchObject({ ok: true })
  })
})

describe('what both changed', () => {
  it('is shown twice and one is chosen; of a list both may stand', () => {
    const s = stage()
    const [, health] = forms.find(([name]) => name === 'health') ?? []
    if (!health) throw new Error('no form')
    const read = health.read(s)
    const as = { [readField]: [JSON.stringify(read)] }
    const with_ = (what: string, caution: string) => ({
      ...read,
      'allergies.0.what': [what],
      caution: [caution],
      ...as,
    })
    expect(health.save(s, with_('chicken', 'shy'), s.ada)).toMatchObject({ ok: true })
    const clash = told(health.save(s, with_('beef', 'bold'), s.ben))
    expect(clash.both).toMatchObject([
      { name: 'choose.allergies', label: 'Allergies', mine: 'beef', theirs: 'chicken', list: true },
      { name: 'choose.caution', label: 'Caution at the door', mine: 'bold', theirs: 'shy', list: false },
    ])
    expect([clash.by, clash.at]).toEqual(['Ada', monday])
    const more = { ...clash.values, ...as, [overField]: [clash.over] }
    // Without a choice nothing is written.
    told(health.save(s, more, s.ben))
    const chosen = { ...more, 'choose.allergies': ['both'], 'choose.caution': ['theirs'] }
    expect(health.save(s, chosen, s.ben)).toMatchObject({ ok: true })
    expect(readEntry(s.db, s.id, 'health')?.entry).toMatchObject({
      allergies: [{ what: 'chicken' }, { what: 'beef' }],
      caution: 'shy',
    })
  })

  it('a form that does not say what it was read at writes over nothing that differs', () => {
    const s = stage()
    const typed = { ...(forms[2]?.[1].read(s) ?? {}), caution: ['shy'] }
    keepStep(s.db, s.id, 'health', { ...typed, 'allergies.0.what': ['beef'] }, s.ada, monday)
    told(keepStep(s.db, s.id, 'health', sentForm({ caution: ['bold'] }), s.ben, monday))
  })
})

describe('what is being typed', () => {
  const typing = (s: Stage, caution: string, over: number | null, by: string, at: EpochMs) =>
    saveDraft(s.db, { key: s.id, step: 'health', typed: { caution: [caution] }, read: {}, over }, by, at)

  it('is never written over by somebody who types there too', () => {
    const s = stage()
    const first = typing(s, 'shy', null, s.ada, monday)
    expect(first).toMatchObject({ ok: true })
    expect(typing(s, 'bold', null, s.ben, monday + 1)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('Ada'),
    })
    expect(readDraft(s.db, s.id, 'health')?.typed).toEqual({ caution: ['shy'] })
    const at = first.ok ? first.savedAt : 0
    expect(typing(s, 'shy, slow', at, s.ada, monday + 2)).toMatchObject({ ok: true })
  })

  it('waits for whoever types it while somebody else keeps the step, with what it was begun from', () => {
    const s = stage()
    typing(s, 'shy', null, s.ada, monday)
    const read = loadIntake(s.db, s.id, monday)?.steps.find((x) => x.id === 'health')?.read ?? {}
    const kept = { ...read, 'allergies.0.what': ['beef'], [readField]: [JSON.stringify(read)] }
    expect(keepStep(s.db, s.id, 'health', sentForm(kept), s.ben, monday + 5)).toMatchObject({ ok: true })
    const step = loadIntake(s.db, s.id, monday + 6)?.steps.find((x) => x.id === 'health')
    expect([step?.draft?.by, step?.values, step?.read]).toEqual(['Ada', { caution: ['shy'] }, {}])
  })
})

describe('what people write over what is made', () => {
  it('homework, script, report: refused, and both laid together are one save', () => {
    const s = stage()
    const at = monday
    const base = { residencyId: s.id, from: '', recordedBy: s.ada }
    expect(changeHomework(s.db, { ...base, change: { ...plainHomework, weeks: 5 } }, at)).toEqual({ ok: true })
    const mine = changeHomework(
      s.db,
      { ...base, recordedBy: s.ben, change: { ...plainHomework, note: 'Slowly.' } },
      at + 1,
    )
    if (mine.ok || !mine.together) throw new Error('not refused')
    expect(mine.reason).toContain('Ada changed this homework')
    const { from, change } = mine.together
    expect(changeHomework(s.db, { ...base, from, change: change as typeof plainHomework }, at + 2)).toEqual({
      ok: true,
    })
    expect(homeworkChanges.read(s.db, s.id)[0]?.change).toMatchObject({ weeks: 5, note: 'Slowly.' })

    expect(changeScript(s.db, { ...base, change: { ...noChange, dropped: ['heel'] } }, at)).toEqual({ ok: true })
    const script = changeScript(s.db, { ...base, change: { ...noChange, seconds: { 'sit-stay': 30 } } }, at + 1)
    if (script.ok || !script.together) throw new Error('not refused')
    const both = { ...base, from: script.together.from, change: script.together.change as typeof noChange }
    expect(changeScript(s.db, both, at + 2)).toEqual({ ok: true })
    expect(scriptChanges.read(s.db, s.id)[0]?.change).toMatchObject({ dropped: ['heel'], seconds: { 'sit-stay': 30 } })
  })

  it('and a week’s report, of which each part is its own', () => {
    const s = stage()
    const read = reportTyped({ opening: 'As made.' })
    const save = (more: Typed, from = '2026-03-01', at = monday) => {
      const week = { from, to: addDays(from, 6) }
      const form = sentForm({ ...read, ...more, [readField]: [JSON.stringify(read)] })
      return keepReport(s.db, form, { residencyId: s.id, recordedBy: s.ben, week }, at)
    }
    expect(save({ done: ['A'] })).toMatchObject({ ok: true })
    const clash = told(save({ hard: ['B'] }))
    expect([clash.both, clash.theirs, clash.by, clash.at]).toEqual([[], ['What was done'], 'Ben', monday])
    expect(save({ hard: ['B'], [overField]: [clash.over] }, undefined, monday + 1)).toMatchObject({ ok: true })
    expect(reportChanges.read(s.db, s.id)[0]?.change.texts).toMatchObject({ opening: 'As made.', done: 'A', hard: 'B' })
    // Another week is another report.
    expect(save({ done: ['C'] }, '2026-03-08', monday + 2)).toMatchObject({ ok: true })
  })
})

describe('the day of going home', () => {
  it('is never written over another that was saved since it was read; both are told, and one is chosen', () => {
    const s = stage()
    const stay = () => findResident(s.db, s.id)?.leavesOn ?? ''
    const before = stayTyped({ leavesOn: stay() })
    const save = (leavesOn: string, more: Typed = {}) => {
      const typed = { leavesOn: [leavesOn], reason: ['The owner rang'], [readField]: [JSON.stringify(before)], ...more }
      return saveStay(s.db, sentForm(typed), { residencyId: s.id, recordedBy: s.ben }, monday)
    }
    expect(save('2026-03-22')).toMatchObject({ ok: true })
    const clash = told(save('2026-03-25'))
    expect([stay(), clash.both.map((b) => b.label)]).toEqual(['2026-03-22', ['Goes home on']])
    expect(clash.both[0]).toMatchObject({ mine: '2026-03-25', theirs: '2026-03-22' })
    expect(save('2026-03-25', { [overField]: [clash.over], 'choose.leavesOn': ['mine'] })).toMatchObject({
      ok: true,
    })
    expect(stay()).toBe('2026-03-25')
  })
})

describe('somebody who works here', () => {
  it('is never called over a name that was saved since it was read; what another changed beside it stays', () => {
    const s = stage()
    const before = staffTyped(s.db, s.ben, {})
    const save = (more: Typed) => {
      const typed = { ...before, ...more, [readField]: [JSON.stringify(before)] }
      return changeStaffMember(s.db, sentForm(typed), { personId: s.ben, recordedBy: s.ada }, monday)
    }
    expect(save({ name: ['Benedict'] })).toMatchObject({ ok: true })
    const clash = told(save({ name: ['Bennet'] }))
    expect(clash.both[0]).toMatchObject({ mine: 'Bennet', theirs: 'Benedict' })
    expect([clash.by, clash.at]).toEqual(['Ada', monday])
    const beside = told(save({ role: ['hand'] }))
    expect(save({ role: ['hand'], [overField]: [beside.over] })).toMatchObject({ ok: true })
    expect(readPeople(s.db).find((p) => p.id === s.ben)).toMatchObject({ name: 'Benedict', role: 'hand' })
  })
})
