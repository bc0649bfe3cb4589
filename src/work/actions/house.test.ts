import { existsSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { addDays, startOfDay } from '@/core/days'
import { plainDog, youngUntilDays } from '@/core/dog/traits'
import { typedOf } from '@/core/form'
import { openDatabase } from '@/store/database'
import { readFeeds, readHouse, readSpaces } from '@/store/house'
import { readHours, readKennel, readPlaces } from '@/store/kennel'
import { backUp } from './backup'
import { recordGrip } from './grip'
import { mostPlaces } from '@/core/handoff/possible'
import { newestCurriculum } from '@/store/curricula'
import { groundOf } from '../context/ground'
import { keepSection } from './house'
import { loadHouse } from '../page/house'
import { loadHandoffPage } from '../page/handoff'
import { readSets } from '@/store/facts/read'
import { findResident, updateDog, wantsRehearsal } from '@/store/residents'
import { recordFacts } from '../record/accept'
import { refoldDog } from '../record/refold'
import { derive, standingOf } from '../record/standing'
import { renewStandings } from '../upkeep/renewStandings'
import { regimesFor } from '../base/regimes'
import { dog, monday, newKennel, Tablet, trainer } from '../tests/kennel'

const stage = () => {
  const db = newKennel()
  return { db, who: trainer(db) }
}
const house = {
  name: 'Reed Lock',
  timeZone: 'Europe/Dublin',
  unit: 'lb',
  clock: '12',
  meals: [{ name: 'Bowl', at: '17:30' }],
  quietFrom: '21:00',
  quietTo: '06:30',
  devices: [],
  backupFolder: '',
  caution: 'Shut the gate.',
}

describe('the house', () => {
  it('every choice of the house’s form can be kept as it is offered, and stands chosen afterwards', () => {
    const { db, who } = stage()
    const form = () => loadHouse(db, monday).sections.find((one) => one.id === 'house')
    const chosen = (form()?.fields ?? []).flatMap((f) =>
      f.kind === 'one' && f.name !== 'timeZone' ? f.choices.map((c) => [f.name, c.id] as const) : [],
    )
    expect(chosen.length).toBeGreaterThan(20)
    for (const [name, id] of chosen) {
      const kept = keepSection(db, 'house', { ...form()?.values, [name]: [id] }, who, monday)
      expect([name, id, kept.ok]).toEqual([name, id, true])
      // What holds for the dogs that are here is done once and never kept.
      expect([name, form()?.values[name]]).toEqual([name, [name === 'rehearseHere' ? 'keep' : id]])
    }
  })

  it('is kept section by section and shown again as typed', () => {
    const { db, who } = stage()
    expect(keepSection(db, 'house', typedOf(house), who, monday)).toMatchObject({ ok: true })
    expect([readKennel(db).name, readKennel(db).timeZone, readHouse(db)]).toMatchObject([
      'Reed Lock',
      'Europe/Dublin',
      { unit: 'lb', meals: [{ name: 'Bowl', at: 1050 }], quietFrom: 1260, caution: 'Shut the gate.' },
    ])
    const again = loadHouse(db, monday).sections.find((s) => s.id === 'house')
    expect(again?.values).toMatchObject({ name: ['Reed Lock'], 'meals.0.at': ['17:30'], quietTo: ['06:30'] })
    expect(keepSection(db, 'house', again?.values ?? {}, who, monday + 1)).toMatchObject({ ok: true })
    expect(readHouse(db).meals).toEqual([{ name: 'Bowl', at: 1050 }])
  })
  it('what holds from the next residency on is made to hold for those here where that is asked, once', () => {
    const { db, who } = stage()
    const id = dog(db, {})
    const say = (rehearse: string, rehearseHere: string) =>
      expect(keepSection(db, 'house', typedOf({ ...house, rehearse, rehearseHere }), who, monday).ok).toBe(true)
    say('yes', 'keep')
    expect(wantsRehearsal(db, id)).toBe(false)
    say('yes', 'apply')
    expect(wantsRehearsal(db, id)).toBe(true)
    // The page asks again each time.
    expect(loadHouse(db, monday).sections[0]?.values).toMatchObject({ rehearseHere: ['keep'] })
    say('no', 'keep')
    expect(wantsRehearsal(db, id)).toBe(true)
  })

  it.each([
    ['a time zone that is none', 'house', { ...house, timeZone: 'Europe/Atlantis' }, 'timeZone'],
    ['quiet hours without an end', 'house', { ...house, quietTo: '' }, 'quietTo'],
    ['quiet hours that end as they begin', 'house', { ...house, quietTo: house.quietFrom }, 'quietTo'],
    ['a meal at 25 o’clock', 'house', { ...house, meals: [{ name: 'x', at: '25:00' }] }, 'meals.0.at'],
    ['a folder that is no path', 'house', { ...house, backupFolder: 'somewhere' }, 'backupFolder'],
    ['no space at all', 'spaces', { spaces: [{ name: '', kind: '' }] }, 'spaces'],
    [
      'two spaces of one name',
      'spaces',
      {
        spaces: [
          { name: 'Barn', kind: 'room', holds: '1', where: 'indoors' },
          { name: 'barn', kind: 'yard', holds: '1', where: 'outdoors' },
        ],
      },
      'spaces',
    ],
    [
      'a space for no dog',
      'spaces',
      { spaces: [{ name: 'Barn', kind: 'room', holds: '0', where: 'indoors' }] },
      'spaces.0.holds',
    ],
    [
      'a feed without energy',
      'feeds',
      { feeds: [{ name: 'Air', kcalPer100g: '0', tier: '1' }] },
      'feeds.0.kcalPer100g',
    ],
    [
      'days off that end before they begin',
      'daysOff',
      { off: [{ personId: 'x', from: '2026-03-05', to: '2026-03-04' }] },
      'off.0.to',
    ],
    [
      'days off of nobody',
      'daysOff',
      { off: [{ personId: 'x', from: '2026-03-04', to: '2026-03-05' }] },
      'off.0.personId',
    ],
  ] as const)('refuses %s by its field, and changes nothing', (_, section, values, field) => {
    const { db, who } = stage()
    const before = JSON.stringify([readHouse(db), readSpaces(db), readFeeds(db)])
    const done = keepSection(db, section, typedOf(values), who, monday)
    expect(done.ok ? [] : Object.keys(done.errors)).toContain(field)
    expect(JSON.stringify([readHouse(db), readSpaces(db), readFeeds(db)])).toBe(before)
  })
  it('spaces are renamed, changed about, closed and opened again; what was worked in a closed one stays', () => {
    const { db, who } = stage()
    const residencyId = dog(db)
    const tablet = new Tablet()
    const set = tablet.set(residencyId, who)
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), monday + 60_000)
    const row = (s: { id: string; name: string; kind: string }) => ({ ...s, holds: '2', where: 'indoors', surface: '' })
    const [room, corridor] = readSpaces(db)
    const swapped = [
      row({ id: room?.id ?? '', name: corridor?.name ?? '', kind: 'room' }),
      row({ id: corridor?.id ?? '', name: room?.name ?? '', kind: 'corridor' }),
      row({ id: '', name: 'Orchard', kind: 'yard' }),
    ]
    expect(keepSection(db, 'spaces', typedOf({ spaces: swapped }), who, monday)).toMatchObject({ ok: true })
    expect(readSpaces(db).map((s) => [s.id === room?.id, s.name, s.kind])).toEqual([
      [true, corridor?.name, 'room'],
      [false, room?.name, 'corridor'],
      [false, 'Orchard', 'yard'],
    ])
    keepSection(db, 'spaces', typedOf({ spaces: [row({ id: '', name: 'Orchard', kind: 'yard' })] }), who, monday)
    expect([readPlaces(db).map((p) => p.name), readSets(db, residencyId)[0]?.reps.length]).toEqual([['Orchard'], 1])
    keepSection(
      db,
      'spaces',
      typedOf({
        spaces: [
          row({ id: '', name: 'Orchard', kind: 'yard' }),
          row({ id: room?.id ?? '', name: 'Barn', kind: 'room' }),
        ],
      }),
      who,
      monday,
    )
    expect(readPlaces(db).map((p) => p.name)).toEqual(['Orchard', 'Barn'])
  })
  it('a space is said to be of another kind: what was worked there counts as what it is, kept and fresh', () => {
    const { db, who } = stage()
    const residencyId = dog(db)
    const tablet = new Tablet()
    const square = { id: '', name: 'Square', kind: 'square', holds: '2', where: 'outdoors', surface: '' }
    const room = { ...square, name: 'Barn', kind: 'room', where: 'indoors' }
    keepSection(db, 'spaces', typedOf({ spaces: [room, square] }), who, monday)
    const at = readSpaces(db).find((s) => s.kind === 'square')
    const set = tablet.set(residencyId, who, { rungId: 'down.cafe', placeId: at?.id ?? '' })
    recordFacts(db, tablet.batch([set, ...Array.from({ length: 10 }, () => tablet.rep(set.id))]), monday + 60_000)
    const met = () => {
      const kept = standingOf(db, residencyId, monday + 120_000)
      expect(kept).toEqual(derive(db, residencyId, regimesFor(db, residencyId, monday + 120_000)))
      return JSON.stringify(kept.state.runs)
    }
    const before = met()
    const spaces = [
      { ...room, id: readSpaces(db)[0]?.id ?? '' },
      { ...square, id: at?.id ?? '', kind: 'yard' },
    ]
    keepSection(db, 'spaces', typedOf({ spaces }), who, monday + 90_000)
    expect(met()).not.toBe(before)
    expect(renewStandings(db, monday + 120_000)).toBe(1)
    keepSection(
      db,
      'spaces',
      typedOf({ spaces: spaces.map((s) => (s.id === at?.id ? { ...s, kind: 'square' } : s)) }),
      who,
      monday + 90_000,
    )
    expect(met()).toBe(before)
    renewStandings(db, monday + 120_000)
    keepSection(
      db,
      'spaces',
      typedOf({ spaces: [{ ...room, name: 'Hay barn', id: spaces[0]?.id ?? '' }] }),
      who,
      monday,
    )
    expect(renewStandings(db, monday + 120_000)).toBe(0)
  })
  it('another clock for the house: who was born six months ago by it is grown at once, kept and fresh', () => {
    const { db, who } = stage()
    const residencyId = dog(db)
    const dogId = findResident(db, residencyId)?.dogId ?? ''
    // Monday noon in London is Tuesday in Auckland.
    updateDog(db, dogId, { traits: { ...plainDog, bornOn: addDays('2026-03-03', -youngUntilDays) } })
    refoldDog(db, dogId, monday)
    const tablet = new Tablet()
    const set = tablet.set(residencyId, who)
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), monday + 60_000)
    const now = monday + 120_000
    const bothSay = () => {
      const kept = standingOf(db, residencyId, now)
      expect(kept).toEqual(derive(db, residencyId, regimesFor(db, residencyId, now)))
      return kept.state.under
    }
    expect(bothSay()).toBe(0)
    expect(keepSection(db, 'house', typedOf({ ...house, timeZone: 'Pacific/Auckland' }), who, now).ok).toBe(true)
    const grown = startOfDay('Pacific/Auckland', '2026-03-03')
    expect(bothSay()).toBe(grown)
    expect([renewStandings(db, now), renewStandings(db, now)]).toEqual([1, 0])
    const feet = typedOf({ ...house, timeZone: 'Pacific/Auckland', lengths: 'ft' })
    expect(keepSection(db, 'house', feet, who, now).ok).toBe(true)
    expect([bothSay(), renewStandings(db, now)]).toEqual([grown, 1])
    // What changes nothing of them leaves them.
    expect(keepSection(db, 'house', { ...feet, caution: ['Shut both gates.'] }, who, now).ok).toBe(true)
    expect(renewStandings(db, now)).toBe(0)
  })
  it('hours are changed for everybody at once, and shown again a row for each that are alike', () => {
    const { db, who } = stage()
    const hours = (rows: unknown) => keepSection(db, 'hours', typedOf({ hours: rows }), who, monday)
    expect(
      hours([
        { personId: who, days: ['1', '3'], from: '08:00', to: '12:00' },
        { personId: who, days: ['6'], from: '10:00', to: '11:00' },
      ]),
    ).toMatchObject({ ok: true })
    expect(readHours(db).map((h) => [h.weekday, h.fromMinute, h.toMinute])).toEqual([
      [1, 480, 720],
      [3, 480, 720],
      [6, 600, 660],
    ])
    const again = loadHouse(db, monday).sections.find((s) => s.id === 'hours')
    expect(again?.values).toMatchObject({
      'hours.0.days': ['1', '3'],
      'hours.0.from': ['08:00'],
      'hours.1.days': ['6'],
    })
    for (const [bad, field] of [
      [
        [
          { personId: who, days: ['1'], from: '08:00', to: '12:00' },
          { personId: who, days: ['1', '2'], from: '11:00', to: '13:00' },
        ],
        'hours',
      ],
      [[{ personId: 'x', days: ['1'], from: '08:00', to: '12:00' }], 'hours.0.personId'],
      [[{ personId: who, days: ['8'], from: '08:00', to: '12:00' }], 'hours.0.days.0'],
    ] as const) {
      const done = hours(bad)
      expect(done.ok ? [] : Object.keys(done.errors)).toContain(field)
    }
    expect(readHours(db)).toHaveLength(3)
  })
  it('a feed taken out and named again is the same feed, for the plans that name it', () => {
    const { db, who } = stage()
    const feeds = (...names: string[]) =>
      keepSection(
        db,
        'feeds',
        typedOf({
          feeds: names.map((name) => ({ id: '', name, kcalPer100g: '360', kcalPerPiece: '', tier: '1', contains: '' })),
        }),
        who,
        monday,
      )
    expect(feeds('Kibble', 'Biscuit').ok).toBe(true)
    const kibble = readFeeds(db).find((f) => f.name === 'Kibble')?.id
    feeds('Biscuit')
    expect(readFeeds(db).map((f) => f.name)).toEqual(['Biscuit'])
    feeds('kibble')
    expect(readFeeds(db)).toMatchObject([{ id: kibble, name: 'kibble' }])
  })
  it('no handoff is offered to somebody who is away, nor in quiet hours', () => {
    const { db, who } = stage()
    const residencyId = dog(db, { promised: [{ rung: 'sit.rear', places: '1', people: '1' }] })
    const tablet = new Tablet()
    for (const day of [0, 1]) {
      tablet.at = monday + day * 86_400_000
      const set = tablet.set(residencyId, who)
      recordFacts(db, tablet.batch([set, ...Array.from({ length: 10 }, () => tablet.rep(set.id))]), tablet.at + 60_000)
    }
    const now = monday + 2 * 86_400_000
    const days = () =>
      new Set(loadHandoffPage(db, residencyId, now)?.slots.map((s) => new Date(s.fromMs).toISOString().slice(0, 10)))
    expect(days().has('2026-03-05')).toBe(true)
    keepSection(db, 'daysOff', typedOf({ off: [{ personId: who, from: '2026-03-05', to: '2026-03-05' }] }), who, now)
    expect([days().has('2026-03-05'), days().has('2026-03-06')]).toEqual([false, true])
    const hours = () => loadHandoffPage(db, residencyId, now)?.slots.map((s) => new Date(s.fromMs).getUTCHours()) ?? []
    expect(Math.min(...hours())).toBe(9)
    keepSection(
      db,
      'house',
      typedOf({ ...house, timeZone: 'Europe/London', quietFrom: '21:00', quietTo: '10:00' }),
      who,
      now,
    )
    expect(Math.min(...hours())).toBe(10)
  })
  it('is backed up into a file that Kibou opens, or says why not', async () => {
    const { db, who } = stage()
    expect(backUp(db, monday)).toMatchObject({ ok: false, code: 'no-folder' })
    const folder = mkdtempSync(join(tmpdir(), 'kibou-backup-'))
    // It is tried as soon as it is named.
    expect(
      keepSection(db, 'house', typedOf({ ...house, backupFolder: join(folder, 'missing') }), who, monday),
    ).toMatchObject({ ok: false, errors: { backupFolder: expect.stringMatching(/There is no folder/) } })
    keepSection(db, 'house', typedOf({ ...house, backupFolder: folder }), who, monday + 1)
    const done = backUp(db, monday)
    expect(done.ok && existsSync(done.file)).toBe(true)
    if (done.ok) expect(readKennel(openDatabase(done.file)).name).toBe('Reed Lock')
  })
})

describe('the grip of a floor', () => {
  it('is not said at first, is said by whoever stands there, and is kept when spaces are kept again', () => {
    const { db, who } = stage()
    expect(readSpaces(db).map((s) => s.grip)).toEqual(readSpaces(db).map(() => undefined))
    const [room] = readSpaces(db)
    const id = room?.id ?? ''
    expect(recordGrip(db, { placeId: id, grip: 'poor', recordedBy: who })).toEqual({ ok: true })
    expect(recordGrip(db, { placeId: 'nowhere', grip: 'poor', recordedBy: who }).ok).toBe(false)
    expect(readSpaces(db)[0]).toMatchObject({ id, grip: 'poor' })
    const typed = loadHouse(db, monday).sections.find((s) => s.id === 'spaces')?.values ?? {}
    expect(keepSection(db, 'spaces', typed, who, monday)).toMatchObject({ ok: true })
    expect(readSpaces(db)[0]).toMatchObject({ id, grip: 'poor' })
  })

  it('decides over a sit-stay there, whatever its name sounds like', () => {
    const { db } = stage()
    for (const space of readSpaces(db).slice(1)) db.prepare('UPDATE place SET closed = 1 WHERE id = ?').run(space.id)
    const places = () => mostPlaces(newestCurriculum(db), 'sit-stay.10s', groundOf(db))
    const floor = (surface: string, grip: string | null) =>
      db.prepare('UPDATE place SET surface = ?, grip = ? WHERE closed = 0').run(surface, grip)
    floor('marble', null)
    expect(places()).toBe(0)
    floor('marble', 'good')
    expect(places()).toBe(1)
    floor('rubber mats', 'poor')
    expect(places()).toBe(0)
    floor('textile', null)
    expect(places()).toBe(1)
  })
})
