import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { typedOf } from '@/core/form'
import type { Db } from '@/store/database'
import { appendHouse, readHouse, writeFeeds } from '@/store/house'
import { readPlan, readWeights } from '@/store/food'
import { findResident, allResidencyIds, readPromises } from '@/store/residents'
import { loadFrame } from './frame'
import { decidePlan, feedDog, giveBowl, takeFoodBack, weigh } from '../do/food'
import { loadBowls, loadFood } from './food'
import { keepStep } from '../do/intake'
import { cueDictionary, doorCard, feedingList } from './printed'
import { cardPdf, feedingPdf, fileName, wordsPdf } from '../pdf/pdf'
import { keepPhoto, photoOf } from '../do/photo'
import { recordFacts } from '../record/accept'
import { exportTable, importTable } from '../do/table'
import { dog, monday, newKennel, Tablet, trainer } from '../tests/kennel'
import { readPdf as read } from '../tests/pdf'
import { v7 } from 'uuid'

const feeds = [
  { id: 'k', name: 'House kibble', kcalPer100g: 360, kcalPerPiece: 1.8, tier: 1, contains: 'chicken, rice' },
  { id: 'f', name: 'Fish squares', kcalPer100g: 300, kcalPerPiece: 3, tier: 2, contains: 'cod' },
]
const stage = () => {
  const db = newKennel()
  const who = trainer(db)
  const residencyId = dog(db, {
    name: 'Łania',
    caution: 'Mind the step',
    biteHistory: true,
    cueWords: { recall: 'Hierher' },
    releaseWord: 'Frei',
  })
  const other = dog(db, { name: 'Rook', run: '2' })
  writeFeeds(db, feeds)
  return { db, who, residencyId, other, fact: { residencyId, recordedBy: who } }
}
type Stage = ReturnType<typeof stage>
const fed = ({ db, fact }: Stage) => {
  expect(weigh(db, { ...fact, weight: 20, unit: 'kg', right: false }, monday).ok).toBe(true)
  return decidePlan(
    db,
    { ...fact, feedId: 'k', stage: 'neutered adult', factor: null, vetKcal: null, share: 50, goal: null },
    monday,
  )
}

describe('a dog’s food', () => {
  it('is reckoned once it is weighed and somebody has decided, and every gram is accounted for', () => {
    const s = stage()
    expect(loadFood(s.db, s.residencyId, monday)).toMatchObject({ day: undefined, missing: 'It was not weighed yet.' })
    expect(fed(s).ok).toBe(true)
    const at = (k: 'weighed' | 'eaten' | 'bowl' | 'extra', feedId: string, grams: number) =>
      feedDog(s.db, { ...s.fact, id: v7(), kind: k, feedId, grams, note: '' }, monday + 120_000)
    const tablet = new Tablet()
    const set = tablet.set(s.residencyId, s.who)
    recordFacts(
      s.db,
      tablet.batch([set, tablet.rep(set.id), tablet.rep(set.id), tablet.rep(set.id, 'miss', { paid: false })]),
      monday + 60_000,
    )
    // Two paid reps at a piece of half a gram each.
    expect(loadFood(s.db, s.residencyId, monday)?.day).toMatchObject({ paidReps: 2, fed: { eatenGrams: 1 } })
    at('eaten', 'k', 100)
    at('extra', 'f', 10)
    const day = loadFood(s.db, s.residencyId, monday)?.day
    expect([day?.fed.eatenGrams, day?.fed.extraKcal]).toEqual([100, 30])
    expect(day?.ledger.owedGrams).toBeCloseTo((70 * 20 ** 0.75 * 1.6 - 30) / 3.6 - 100, 6)
    expect(giveBowl(s.db, { ...s.fact, id: v7() }, monday).ok).toBe(true)
    expect(loadBowls(s.db, monday).rows.find((r) => r.resident.residencyId === s.residencyId)?.owed).toBe(0)
    expect(loadBowls(s.db, monday).rows.find((r) => r.resident.residencyId === s.other)).toMatchObject({
      missing: 'not weighed',
      owed: 0,
    })
  })
  it('pieces paid after what was written down as eaten count as well as those before', () => {
    const s = stage()
    expect(fed(s).ok).toBe(true)
    const tablet = new Tablet()
    const set = tablet.set(s.residencyId, s.who)
    recordFacts(s.db, tablet.batch([set, tablet.rep(set.id, 'clean', { pieces: 4 })]), tablet.at)
    feedDog(s.db, { ...s.fact, id: v7(), kind: 'eaten', feedId: 'k', grams: 10, note: '' }, tablet.at + 1)
    recordFacts(s.db, tablet.batch([tablet.rep(set.id, 'clean', { pieces: 6 })]), tablet.at)
    // Ten grams written, which cover the four pieces before; six of half a gram since.
    expect(loadFood(s.db, s.residencyId, tablet.at)?.day?.fed.eatenGrams).toBeCloseTo(13, 9)
  })

  it('a change of feed at noon keeps what was eaten, by its energy', () => {
    const s = stage()
    expect(fed(s).ok).toBe(true)
    const tablet = new Tablet()
    const set = tablet.set(s.residencyId, s.who)
    recordFacts(s.db, tablet.batch([set, tablet.rep(set.id, 'clean', { pieces: 10 })]), tablet.at)
    feedDog(s.db, { ...s.fact, id: v7(), kind: 'bowl', feedId: 'k', grams: 100, note: '' }, tablet.at)
    const owed = () => loadFood(s.db, s.residencyId, tablet.at)?.day?.ledger.owedGrams ?? 0
    const before = owed()
    tablet.at += 1000
    expect(
      decidePlan(
        s.db,
        { ...s.fact, feedId: 'f', stage: 'neutered adult', factor: null, vetKcal: null, share: 50, goal: null },
        tablet.at,
      ).ok,
    ).toBe(true)
    expect(owed() * 3).toBeCloseTo(before * 3.6, 6)
    expect(loadFood(s.db, s.residencyId, tablet.at)?.day).toMatchObject({ paidReps: 10, fed: { extraKcal: 0 } })
  })

  it(
    'a dog paid in toys is charged no kibble, on paper and for small things either; what was really given ' + 'counts',
    () => {
      const s = stage()
      const toy = dog(s.db, { name: 'Trowel', run: '9', traits: ['toys'] })
      expect(
        weigh(s.db, { residencyId: toy, recordedBy: s.who, weight: 20, unit: 'kg', right: false }, monday).ok,
      ).toBe(true)
      expect(
        decidePlan(
          s.db,
          {
            residencyId: toy,
            recordedBy: s.who,
            feedId: 'k',
            stage: 'neutered adult',
            factor: null,
            vetKcal: null,
            share: 50,
            goal: null,
          },
          monday,
        ).ok,
      ).toBe(true)
      const tablet = new Tablet()
      const set = tablet.set(toy, s.who)
      recordFacts(
        s.db,
        tablet.batch([set, tablet.rep(set.id), tablet.rep(set.id), tablet.small(toy, s.who, { pieces: 5 })]),
        tablet.at,
      )
      expect(loadFood(s.db, toy, tablet.at)?.day).toMatchObject({ paidReps: 0, fed: { eatenGrams: 0 } })
      // And the screens that log small things know it, so that they write none.
      expect(loadFrame(s.db, tablet.at).dogs.find((d) => d.residencyId === toy)?.toys).toBe(true)
      recordFacts(s.db, tablet.batch([tablet.rep(set.id, 'clean', { pieces: 2 })]), tablet.at)
      expect(loadFood(s.db, toy, tablet.at)?.day).toMatchObject({ paidReps: 2 })
    },
  )

  it('what it must not have is refused, and a slip is taken back', () => {
    const s = stage()
    keepStep(s.db, s.residencyId, 'health', typedOf({ allergies: [{ what: 'Chicken' }] }), s.who, monday)
    expect(fed(s)).toMatchObject({ ok: false, reason: expect.stringMatching(/may not have House kibble: chicken/) })
    expect(readPlan(s.db, s.residencyId)).toBeUndefined()
    expect(weigh(s.db, { ...s.fact, weight: 44, unit: 'kg', right: false }, monday)).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/pounds typed/),
    })
    const dogId = findResident(s.db, s.residencyId)?.dogId ?? ''
    expect(takeFoodBack(s.db, { ...s.fact, targetId: readWeights(s.db, dogId)[0]?.id ?? '' }, monday).ok).toBe(true)
    expect(readWeights(s.db, dogId)).toEqual([])
    expect(takeFoodBack(s.db, { ...s.fact, targetId: v7() }, monday).ok).toBe(false)
  })
})

describe('cards and lists', () => {
  it('the card says all that must be known at the door, and a PDF library reads it back', async () => {
    const s = stage()
    fed(s)
    keepStep(
      s.db,
      s.residencyId,
      'health',
      {
        ...typedOf({
          caution: 'Mind the step',
          biteHistory: true,
          twoPeople: true,
          allergies: [{ what: 'milk' }],
          medicines: [{ name: 'Drops', dose: '2', at: 'evening' }],
        }),
        notWith: [findResident(s.db, s.other)?.dogId ?? ''],
      },
      s.who,
      monday,
    )
    const card = doorCard(s.db, s.residencyId, monday)
    if (!card) throw new Error('no card')
    const { pages, width } = await read(await cardPdf(card))
    expect([pages.length, Math.round(width)]).toEqual([1, 298])
    for (const word of [
      '1',
      'Łania',
      '“Frei”',
      '“Yes”',
      'left',
      'House kibble',
      'milk',
      'Drops, 2, evening',
      '2 Rook',
      'Bite history',
      'Two people to handle it. Mind the step',
      '“Hierher”',
    ])
      expect(pages[0]?.replace(/Ł /g, 'Ł')).toContain(word)
    // Who may not meet whom holds for the other dog as well.
    expect(doorCard(s.db, s.other, monday)?.notWith).toEqual(['1 Łania'])
  })
  it('a name in any script is drawn; what no face has is said, and so is a list of words that goes on', async () => {
    const s = stage()
    const card = doorCard(s.db, s.residencyId, monday)
    if (!card) throw new Error('no card')
    const drawn = await read(await cardPdf({ ...card, name: 'Берёза', owner: 'Ελένη Łuk', notWith: ['बकुल'] }))
    for (const word of ['Берёза', 'Ελένη']) expect(drawn.pages[0]).toContain(word)
    expect(drawn.pages[0]).not.toContain('by hand')
    const blank = await read(await cardPdf({ ...card, name: '犬丸 Rook' }))
    expect(blank.pages[0]).toContain('__ Rook')
    expect(blank.pages[0]).toContain('2 letters that no face here can draw')
    expect(blank.pages).toHaveLength(1)
    const many = await read(
      await cardPdf({
        ...card,
        cues: Array.from({ length: 120 }, (_, i) => ({ command: `C${i}`, word: `w${i}`, signal: '', own: false })),
      }),
    )
    expect(many.pages).toHaveLength(1)
    const left = Number(/and (\d+) more: see the list/.exec(many.pages[0] ?? '')?.[1])
    expect(many.pages[0]?.match(/“w\d+”/g)).toHaveLength(120 - left)
  })
  it('the feeding list and the cue dictionary name every dog, over as many pages as it takes', async () => {
    const s = stage()
    fed(s)
    for (let i = 0; i < 40; i++) dog(s.db, { name: `Dog ${i}`, run: String(10 + i) })
    const feeding = await read(await feedingPdf(feedingList(s.db, monday)))
    const words = await read(await wordsPdf(cueDictionary(s.db, monday)))
    expect(feeding.pages.length).toBeGreaterThan(1)
    for (const list of [feeding, words])
      for (let i = 0; i < 40; i++) expect(list.pages.join(' ')).toContain(`Dog ${i} `)
    expect(feeding.pages.every((p) => p.includes('Run Dog Feed') || p.includes('Run Dog'))).toBe(true)
    expect(words.pages.join(' ')).toContain('Recall: Hierher')
  })
  it('file names are fit for any system', () => {
    expect([fileName('run-1-Łania/..'), fileName('../../etc'), fileName('犬')]).toEqual([
      expect.stringMatching(/^[\w.-]+\.pdf$/),
      expect.stringMatching(/^[^/]+\.pdf$/),
      'kibou.pdf',
    ])
  })
})

describe('a photo', () => {
  it('is made anew as a small JPEG without what the camera wrote; what is no picture is refused', async () => {
    const s = stage()
    const png = await sharp({ create: { width: 1600, height: 900, channels: 3, background: '#884' } })
      .withExif({ IFD0: { Artist: 'somebody' } })
      .png()
      .toBuffer()
    expect((await keepPhoto(s.db, s.residencyId, png, s.who, monday)).ok).toBe(true)
    const kept = await sharp(photoOf(s.db, s.residencyId)?.jpeg).metadata()
    expect([kept.format, kept.width, kept.height, kept.exif]).toEqual(['jpeg', 640, 360, undefined])
    for (const bad of [Buffer.from('no picture at all'), Buffer.alloc(0), png.subarray(0, 200)])
      expect(await keepPhoto(s.db, s.residencyId, bad, s.who, monday)).toMatchObject({ ok: false, status: 400 })
    expect(await keepPhoto(s.db, s.residencyId, Buffer.alloc(80_000_000), s.who, monday)).toMatchObject({
      ok: false,
      status: 413,
    })
    expect(await keepPhoto(s.db, v7(), png, s.who, monday)).toMatchObject({ ok: false, status: 404 })
  })

  it('is JPEG, PNG or WebP by what it holds; a drawing that takes for ever is not begun', async () => {
    const s = stage()
    const made = sharp({ create: { width: 40, height: 30, channels: 3, background: '#884' } })
    for (const fine of [made.clone().jpeg(), made.clone().png(), made.clone().webp()])
      expect((await keepPhoto(s.db, s.residencyId, await fine.toBuffer(), s.who, monday)).ok).toBe(true)
    const blurs = '<filter id="f"><feGaussianBlur stdDeviation="200"/></filter><rect filter="url(#f)" width="9999"/>'
    const drawing = Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="7000" height="7000">${blurs}</svg>`)
    const other = [drawing, await made.clone().tiff().toBuffer(), await made.clone().gif().toBuffer()]
    const from = performance.now()
    for (const bad of [...other, Buffer.concat([Buffer.from([0xff, 0xd8, 0xff]), drawing])])
      expect(await keepPhoto(s.db, s.residencyId, bad, s.who, monday)).toMatchObject({ ok: false, status: 400 })
    expect(performance.now() - from).toBeLessThan(5000)
    // More pixels than any camera has are refused by what its head says, before they are unfolded.
    const wide = Buffer.from(await made.clone().png().toBuffer())
    wide.writeUInt32BE(60_000, 16)
    wide.writeUInt32BE(60_000, 20)
    expect(await keepPhoto(s.db, s.residencyId, wide, s.who, monday)).toMatchObject({ ok: false, status: 400 })
  })
})

describe('dogs and owners as a table', () => {
  const csv = (text: string) => new TextEncoder().encode(text)
  const head = 'run;dog;owner;arrives;goes home;telephone;weight kg;promises\r\n'
  it('goes out of one kennel and into another, all the same', () => {
    const s = stage()
    keepStep(s.db, s.residencyId, 'owner', typedOf({ phone: '+44 1632 960100' }), s.who, monday)
    const out = exportTable(s.db)
    const db = newKennel()
    expect(importTable(db, csv(out), trainer(db), monday, true)).toMatchObject({ ok: true, rows: ['Łania', 'Rook'] })
    expect(exportTable(db)).toBe(out)
  })
  it('goes out and in by the pound in a house that weighs so', () => {
    const s = stage()
    const pounds = (db: Db, who: string) => appendHouse(db, v7(), { ...readHouse(db), unit: 'lb' }, who, monday)
    pounds(s.db, s.who)
    const out = exportTable(s.db)
    expect(out.split('\r\n')[0]).toContain('weight lb')
    expect(out.split('\r\n')[0]).not.toContain('weight kg')
    const db = newKennel()
    const who = trainer(db)
    expect(importTable(db, csv(out), who, monday, true)).toMatchObject({ ok: true })
    expect(exportTable(db).split('\r\n')[0]).toContain('weight kg')
    pounds(db, who)
    expect(exportTable(db)).toBe(out)
    const both = 'run,dog,owner,arrives,goes home,weight kg,weight lb\r\n9,Ash,E,2026-03-10,2026-03-12,20,44\r\n'
    expect(importTable(db, csv(both), who, monday, true)).toMatchObject({
      ok: false,
      problems: [{ row: 2, column: 'weight lb', problem: 'One weight: in kg or in lb.' }],
    })
  })

  it('names row and column of each problem and adds nothing; a look adds nothing either', () => {
    const { db, who } = stage()
    const count = () =>
      (
        db
          .prepare(
            `SELECT (SELECT count(*)
              FROM dog) + (SELECT count(*)
              FROM residency) + (SELECT count(*)
              FROM intake_entry) + (SELECT count(*)
              FROM weight) AS n`,
          )
          .get() as { n: number }
      ).n
    const before = count()
    const rows = [
      '5;Fern;A;2026-03-10;2026-03-09;;;',
      '1;Gorse;B;2026-03-10;2026-03-12;;;',
      '6;;C;2026-03-10;2026-03-12;;400;',
      '7;Reed;D;2026-03-10;2026-03-12;;400;',
      '8;Ash;E;2026-03-10;2026-03-12;;;sit.none',
      '9;Elm;F;2026-03-10;2026-03-20;;;',
      '9;Oak;G;2026-03-12;2026-03-22;;;',
    ]
    const bad = `${head}${rows.map((row) => `${row}\r\n`).join('')}`
    const result = importTable(db, csv(bad), who, monday, true)
    expect(result.ok ? [] : result.problems.map((p) => [p.row, p.column])).toEqual([
      [2, 'goes home'],
      [3, 'run'],
      [4, 'dog'],
      [5, 'weight kg'],
      [6, 'promises'],
      [8, 'run'],
    ])
    expect(count()).toBe(before)
    const good = csv(`${head}5;Fern;A;2026-03-10;2026-03-19;01632 960101;12,5;sit.rear\r\n`)
    expect(importTable(db, good, who, monday, false)).toMatchObject({ ok: true, rows: ['Fern'] })
    expect(count()).toBe(before)
    expect(importTable(db, good, who, monday, true)).toMatchObject({ ok: true })
    expect(count()).toBe(before + 5)
  })
  it.each([
    ['an unknown column', 'run,dog,owner,arrives,goes home,shoe size\n1,a,b,2026-03-10,2026-03-12,4', /shoe size/],
    ['a missing column', 'run,dog\n1,a', /missing: owner/],
    ['nothing below the header', 'run,dog,owner,arrives,goes home\n', /nothing below/],
    ['a column twice', 'run,run,dog,owner,arrives,goes home\n', /twice/],
  ])('%s is refused whole', (_, text, says) => {
    const { db, who } = stage()
    expect(importTable(db, csv(text), who, monday, true)).toMatchObject({
      ok: false,
      reason: expect.stringMatching(says),
    })
  })
})

describe('what a table keeps of a dog, out and in', () => {
  const bytes = (text: string) => new TextEncoder().encode(text)
  const header = 'run,dog,owner,arrives,goes home'

  it('promises with level, places and people, traits, and a weight over 70 kg that somebody confirmed', () => {
    const db = newKennel()
    const who = trainer(db)
    trainer(db, 'Ben')
    const text =
      `${header},traits,promises,weight kg,weight confirmed\r\n1,Bodkin,Piers,2026-03-01,2026-03-20,deaf ` +
      `toys,sit.full:2:3:2 sit-stay.30s:1:2:1 sit-stay.3m-15s:0:1:2 down.no-lure,82,yes\r\n`
    expect(importTable(db, bytes(text.replace(',82,yes', ',82,')), who, monday, true)).toMatchObject({
      ok: false,
      problems: [{ row: 2, column: 'weight kg' }],
    })
    expect(importTable(db, bytes(text), who, monday, true)).toMatchObject({ ok: true })
    const id = allResidencyIds(db)[0] ?? ''
    expect(readPromises(db, id)).toEqual(
      expect.arrayContaining([
        { rungId: 'sit.full', level: 2, places: 3, people: 2 },
        { rungId: 'sit-stay.30s', level: 1, places: 2, people: 1 },
        { rungId: 'sit-stay.3m-15s', level: 0, places: 1, people: 2 },
        { rungId: 'down.no-lure', level: 0, places: 3, people: 2 },
      ]),
    )
    expect(findResident(db, id)?.traits).toMatchObject({ deaf: true, toys: true, stiff: false })
    const again = newKennel()
    const other = trainer(again)
    trainer(again, 'Ben')
    expect(importTable(again, bytes(exportTable(db)), other, monday, true)).toMatchObject({ ok: true })
    expect(exportTable(again)).toBe(exportTable(db))
  })

  it('a dog that comes back is the same dog', () => {
    const db = newKennel()
    const who = trainer(db)
    const row = (run: string, from: string, to: string) => `${run},Bodkin,Piers Halloway,${from},${to}`
    expect(
      importTable(
        db,
        bytes([header, row('1', '2026-01-01', '2026-01-20'), row('2', '2026-03-01', '2026-03-20')].join('\n')),
        who,
        monday,
        true,
      ),
    ).toMatchObject({ ok: true })
    expect(new Set(allResidencyIds(db).map((id) => findResident(db, id)?.dogId)).size).toBe(1)
    expect(
      importTable(db, bytes([header, row('3', '2026-03-10', '2026-03-25')].join('\n')), who, monday, true),
    ).toMatchObject({ ok: false, problems: [{ column: 'arrives', problem: expect.stringContaining('already') }] })
  })

  it.each([
    [
      'a first line that says what parts the cells',
      `sep=;\r\n${header.replaceAll(',', ';')}\r\n1;Bodkin;Piers;2026-03-01;2026-03-20`,
    ],
    [
      'empty columns, in the middle and at the end',
      `run,,dog,owner,arrives,goes home,,\r\n1,,Bodkin,Piers,2026-03-01,2026-03-20,,\r\n,,,,,,,\r\n`,
    ],
  ])('reads %s', (_, text) => {
    const db = newKennel()
    expect(importTable(db, bytes(text), trainer(db), monday, true)).toMatchObject({ ok: true, rows: ['Bodkin'] })
  })
})
