import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { plainDog } from '@/core/dog/traits'
import { ownRung } from '@/core/curriculum/lookup'
import type { Typed } from '@/core/fields'
import { typedOf } from '@/core/form'
import { sideAsked } from '@/core/intake/asked'
import { stepIds } from '@/core/intake/steps'
import type { Db } from '@/store/database'
import { readWeights } from '@/store/food'
import { appendHouse, readHouse } from '@/store/house'
import { readEntry } from '@/store/intake'
import { findResident, readCueWords, readPromises, updateDog, type Resident } from '@/store/residents'
import { loadComing } from '../page/coming'
import { loadHandoffPage } from '../page/handoff'
import { loadIntake, loadPromising, specsFor, valuesNow } from '../page/intake'
import { loadBooklet } from '../page/booklet'
import { doorCard } from '../page/printed'
import { loadResident } from '../page/resident'
import { recordFacts } from '../record/accept'
import { derive, standingOf } from '../record/standing'
import { ladderOf, regimesFor } from '../base/regimes'
import { arrivedDog } from '../tests/arrivedDog'
import { dog, dogFields, later, monday, msPerDay, Tablet } from '../tests/kennel'
import { addDog } from './begin'
import { keepStep, saveDraft } from './intake'
import { bookingDraft, openBookings } from '../page/bookings'
import { worksForToys } from './reward'
import type { EpochMs } from '@/core/epochMs'

const typed = (values: unknown): Typed => typedOf(values)

const arrival = {
  run: '1',
  weight: '20',
  weightUnit: 'kg',
  sex: 'female',
  bornOn: '',
  chip: '',
  coat: '',
  arrivalNote: '',
}

const count = (db: Db, table: string) => (db.prepare(`SELECT count(*) AS n FROM ${table}`).get() as { n: number }).n

describe('the intake', () => {
  it('keeps a step as typed, whatever is wrong with it, for whoever goes on', () => {
    const { db, who, residencyId } = arrivedDog()
    expect(
      saveDraft(db, { key: residencyId, step: 'arrival', typed: { weight: ['twenty'], run: [''] } }, who, monday),
    ).toMatchObject({ ok: true })
    const step = loadIntake(db, residencyId, monday)?.steps.find((s) => s.id === 'arrival')
    expect(step).toMatchObject({ values: { weight: ['twenty'] }, draft: { by: 'Ada' }, kept: false })
    expect(keepStep(db, residencyId, 'arrival', typed(arrival), who, monday).ok).toBe(true)
    expect(loadIntake(db, residencyId, monday)?.steps.find((s) => s.id === 'arrival')).toMatchObject({
      draft: undefined,
      kept: true,
      values: { weight: ['20'] },
    })
  })

  it('a booking can be gone on with elsewhere, and is made once', () => {
    const { db, who } = arrivedDog()
    const key = v7()
    saveDraft(db, { key, step: 'booking', typed: { name: ['Gorse'] } }, who, monday)
    expect(openBookings(db).map((b) => b.typed['name'])).toEqual([['Gorse']])
    expect(addDog(db, { ...dogFields, key, name: 'Gorse', run: '2' }, monday)).toEqual({ ok: true, id: key })
    expect(bookingDraft(db, key)).toBeUndefined()
    expect(addDog(db, { ...dogFields, key, name: 'Gorse', run: '3' }, monday).ok).toBe(false)
  })

  it.each([
    ['a dog born tomorrow', 'arrival', { ...arrival, bornOn: '2026-03-03' }, 'bornOn', /not come yet/],
    ['0 kg', 'arrival', { ...arrival, weight: '0' }, 'weight', /number from/],
    ['400 kg', 'arrival', { ...arrival, weight: '400' }, 'weight', /between 0.5 and 120/],
    ['a weight in words', 'arrival', { ...arrival, weight: 'heavy' }, 'weight', /number/],
    ['88 kg, which may be pounds', 'arrival', { ...arrival, weight: '88' }, 'weight', /pounds typed/],
    ['a chip of three digits', 'arrival', { ...arrival, chip: '123' }, 'chip', /9 to 15/],
    ['no way to reach the owner', 'owner', { phone: '' }, 'phone', /One way/],
    ['a mail address that is none', 'owner', { email: 'nobody' }, 'email', /name@place/],
    [
      'a vaccination due before it was given',
      'health',
      { vaccines: [{ name: 'x', given: '2026-03-02', due: '2026-03-01' }] },
      'vaccines.0.due',
      /before it was given/,
    ],
    [
      '30 February',
      'consents',
      { signed: [{ to: 'photographs', by: 'T', on: '2026-02-30' }] },
      'signed.0.on',
      /date like/,
    ],
    [
      'an unknown rung reported',
      'words',
      {
        release: 'Okay',
        marker: 'Yes',
        side: 'left',
        cues: [{ command: 'sit', word: '', signal: '', reported: 'sit.none' }],
      },
      'cues.0.reported',
      /not in this dog’s curriculum/,
    ],
  ] as const)('refuses %s by its field, and writes nothing', (_, step, values, field, says) => {
    const { db, who, residencyId } = arrivedDog()
    const before = findResident(db, residencyId)
    const done = keepStep(db, residencyId, step, typed(values), who, monday)
    expect(done).toMatchObject({ ok: false, errors: { [field]: expect.stringMatching(says) } })
    expect([count(db, 'intake_entry'), count(db, 'weight'), findResident(db, residencyId)]).toEqual([0, 0, before])
  })

  it('a run taken for those days is refused, with who has it; and an odd weight is taken when said to be right', () => {
    const { db, who, residencyId } = arrivedDog()
    dog(db, { name: 'Rook', run: '7' })
    expect(keepStep(db, residencyId, 'arrival', typed({ ...arrival, run: '7' }), who, monday)).toMatchObject({
      ok: false,
      errors: { run: expect.stringMatching(/Rook has run 7/) },
    })
    expect(
      keepStep(
        db,
        residencyId,
        'arrival',
        typed({ ...arrival, run: '8', weight: '88', weightRight: 'yes' }),
        who,
        monday,
      ).ok,
    ).toBe(true)
    expect([
      findResident(db, residencyId)?.runNumber,
      readWeights(db, findResident(db, residencyId)?.dogId ?? '').map((w) => w.kg),
    ]).toEqual(['8', [88]])
  })

  it('pounds are kept as kilograms, by the exact pound of 1959', () => {
    const { db, who, residencyId } = arrivedDog()
    keepStep(db, residencyId, 'arrival', typed({ ...arrival, weight: '44,1', weightUnit: 'lb' }), who, monday)
    expect(readWeights(db, findResident(db, residencyId)?.dogId ?? '')[0]?.kg).toBeCloseTo(44.1 * 0.45359237, 9)
  })

  it('what is said of the dog changes its ladder, its words and its cautions', () => {
    const { db, who, residencyId } = arrivedDog()
    keepStep(
      db,
      residencyId,
      'health',
      { ...typed({ caution: 'Two at the door', biteHistory: true }), traits: ['deaf'] },
      who,
      monday,
    )
    keepStep(
      db,
      residencyId,
      'words',
      typed({
        release: 'Frei',
        marker: 'Ja',
        side: 'right',
        cues: [{ command: 'down', word: 'Platz', signal: '', reported: '' }],
      }),
      who,
      monday,
    )
    const resident = findResident(db, residencyId)
    expect(resident).toMatchObject({
      releaseWord: 'Frei',
      markerWord: 'Ja',
      side: 'right',
      caution: 'Two at the door',
      biteHistory: true,
      traits: { deaf: true },
    })
    expect(readCueWords(db, resident?.dogId ?? '').get('down')).toBe('Platz')
    expect(standingOf(db, residencyId, later)).toEqual(
      JSON.parse(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later)))),
    )
  })

  it('what a deaf dog is shown for its release and marker stands on its papers; its words do not', () => {
    const { db, who, residencyId } = arrivedDog()
    keepStep(db, residencyId, 'health', { ...typed({}), traits: ['deaf'] }, who, monday)
    const said = (more: Record<string, unknown>) =>
      keepStep(
        db,
        residencyId,
        'words',
        typed({
          release: 'Okay',
          marker: 'Yes',
          side: 'left',
          cues: [{ command: 'sit', word: 'Sitz', signal: 'a fist to the chest', reported: '' }],
          ...more,
        }),
        who,
        monday,
      )
    said({ releaseSign: 'thumbs up', markSign: 'a nod' })
    const card = doorCard(db, residencyId, monday)
    expect(card).toMatchObject({ release: 'thumbs up', marker: 'a nod' })
    expect(card?.cautions[0]).toMatch(/is deaf/)
    expect(card?.cues.filter((c) => c.word !== '')).toEqual([])
    expect(card?.cues.find((c) => c.command === 'Sit')?.signal).toBe('a fist to the chest')
    expect(JSON.stringify(ladderOf(db, residencyId, later).commands.find((c) => c.id === 'sit'))).toContain(
      'The hand, once: a fist to the chest',
    )
    const booklet = loadBooklet(db, residencyId, monday)
    expect(booklet).toMatchObject({ release: 'thumbs up', marker: 'a nod' })
    expect(JSON.stringify(booklet)).not.toMatch(/“|Okay|\bSay\b/)
    // Left empty, it is shown what the trade shows; asked again, it is not forgotten.
    keepStep(db, residencyId, 'health', { ...typed({}), traits: ['deaf', 'stiff'] }, who, monday)
    expect(findResident(db, residencyId)?.traits.signs).toEqual({ release: 'thumbs up', mark: 'a nod' })
    said({})
    expect(doorCard(db, residencyId, monday)?.release).toBe('open hand')
  })

  it('a deaf dog is shown the signs of the house from its booking on, and keeps them in training', () => {
    const { db, who, residencyId } = arrivedDog()
    const houseShows = (deafRelease: string, deafMark: string) => {
      appendHouse(db, v7(), { ...readHouse(db), deafRelease, deafMark }, who, monday)
    }
    const toldDeaf = () => {
      keepStep(db, residencyId, 'health', { ...typed({}), traits: ['deaf'] }, who, monday)
      return doorCard(db, residencyId, monday)
    }
    const resident = () => findResident(db, residencyId) as Resident
    expect(toldDeaf()).toMatchObject({ release: 'open hand', marker: 'hand flash' })
    houseShows('arms wide', '')
    expect(toldDeaf()).toMatchObject({ release: 'arms wide', marker: 'hand flash' })
    expect(valuesNow(db, resident(), 'words', monday)['releaseSign']).toEqual(['arms wide'])
    // What the house shows later means nothing to a dog that was taught another sign.
    houseShows('a bow', 'thumbs up')
    expect(toldDeaf()).toMatchObject({ release: 'arms wide', marker: 'thumbs up' })
    // Nor is a sign that the trade shows taken from a dog that was worked with it.
    const worked = dog(db, { name: 'Rush', run: '8', traits: ['deaf'] })
    updateDog(db, findResident(db, worked)?.dogId ?? '', { traits: { ...plainDog, deaf: true } })
    const tablet = new Tablet()
    const set = tablet.set(worked, who)
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), tablet.at)
    keepStep(db, worked, 'health', { ...typed({}), traits: ['deaf'] }, who, monday)
    expect(doorCard(db, worked, monday)).toMatchObject({ release: 'open hand', marker: 'hand flash' })
    const [came, hears] = [['deaf'], []].map((traits, i) => dog(db, { name: `Reed ${i}`, run: `${i + 2}`, traits }))
    expect(doorCard(db, came ?? '', monday)).toMatchObject({ release: 'a bow', marker: 'thumbs up' })
    expect(doorCard(db, hears ?? '', monday)).toMatchObject({ release: '“Okay”' })
    const asked = specsFor(db, findResident(db, came ?? '') as Resident, monday).flatMap((s) => s.fields)
    expect(asked.find((f) => 'name' in f && f.name === 'releaseSign')).toMatchObject({ hint: 'else a bow' })
  })

  it('what a stiff dog learns instead of what was promised is said where it is chosen, and to its owner', () => {
    const { db, who } = arrivedDog()
    const residencyId = dog(db, {
      name: 'Teal',
      run: '9',
      promised: [{ rung: 'sit-stay.30s', places: '1', people: '1' }],
    })
    expect(loadPromising(db, residencyId, monday).instead).toEqual([])
    keepStep(db, residencyId, 'health', { ...typed({}), traits: ['stiff'] }, who, monday)
    const said = ['Teal learns Down-stay “30 s” instead of Sit-stay “30 s”.']
    expect(loadPromising(db, residencyId, monday).instead).toEqual(said)
    expect(loadBooklet(db, residencyId, monday)?.instead).toEqual([
      'Teal learns “Down-stay” instead of “Sit-stay”. Teal stays lying down for 30 seconds.',
    ])
    // Keeping the step as it stands keeps the promise.
    const step = loadIntake(db, residencyId, monday)?.steps.find((s) => s.id === 'promises')
    expect(keepStep(db, residencyId, 'promises', step?.values ?? {}, who, monday).ok).toBe(true)
    expect(readPromises(db, residencyId)).toMatchObject([{ rungId: 'down-stay.30s' }])
  })

  it('what the owner asks with the hand alone has no rung that leads to a word, until it is unticked', () => {
    const { db, who, residencyId } = arrivedDog()
    const said = (byHand: boolean) =>
      keepStep(
        db,
        residencyId,
        'words',
        typed({
          release: 'Okay',
          marker: 'Yes',
          side: 'left',
          cues: [{ command: 'sit', word: '', signal: 'a fist to the chest', reported: '', byHand }],
        }),
        who,
        monday,
      )
    const sits = () =>
      ladderOf(db, residencyId, later)
        .commands.find((c) => c.id === 'sit')
        ?.runs.flatMap((run) => run.rungs.map((r) => r.id))
    const asWas = sits()
    said(true)
    expect(findResident(db, residencyId)?.traits.byHand).toEqual(['sit'])
    expect(sits()).toEqual(asWas?.filter((id) => !['sit.word-hand', 'sit.small-hand'].includes(id)))
    expect(valuesNow(db, findResident(db, residencyId) as Resident, 'words', later)).toMatchObject({
      'cues.3.command': ['sit'],
      'cues.3.byHand': ['yes'],
    })
    said(false)
    expect(sits()).toEqual(asWas)
  })

  it('promises are changed after the booking: the needs follow, and what the ladder does not have is refused', () => {
    const { db, who, residencyId } = arrivedDog()
    const promise = (rung: string, run = 'sit/sit') =>
      keepStep(
        db,
        residencyId,
        'promises',
        typed({
          promised: [
            { run, rung, level: '2', places: '2', people: '1' },
            { run: 'down/down', rung: '', level: '0', places: '', people: '' },
          ],
        }),
        who,
        monday,
      )
    expect(loadIntake(db, residencyId, monday)?.steps.find((s) => s.id === 'promises')?.kept).toBe(true)
    expect(promise('sit.down-from')).toMatchObject({
      ok: false,
      errors: { 'promised.0.rung': expect.stringMatching(/not in this dog’s curriculum/) },
    })
    expect(promise('down.no-lure')).toMatchObject({ ok: false })
    expect(readPromises(db, residencyId)).toHaveLength(3)
    expect(promise('sit.word').ok).toBe(true)
    expect(readPromises(db, residencyId)).toEqual([{ rungId: 'sit.word', level: 2, places: 2, people: 1 }])
    expect(
      standingOf(db, residencyId, later)
        .summary.commands.filter((c) => c.promise)
        .map((c) => c.command),
    ).toEqual(['sit'])
    expect(promise('')).toMatchObject({ ok: false, errors: { promised: 'Promise at least one command.' } })
  })

  it('a dog that comes back keeps its history and its papers, and stands at nothing', () => {
    const { db, who, residencyId } = arrivedDog()
    keepStep(db, residencyId, 'owner', typed({ phone: '01632 960100' }), who, monday)
    const dogId = findResident(db, residencyId)?.dogId
    expect(
      addDog(db, { ...dogFields, dogId, run: '2', arrivesOn: '2026-03-10', leavesOn: '2026-04-10' }, monday),
    ).toMatchObject({
      ok: false,
      errors: { arrivesOn: expect.stringMatching(/is here from Sun 1 Mar to Fri 20 Mar/) },
    })
    const again = addDog(db, { ...dogFields, dogId, run: '2', arrivesOn: '2026-04-10', leavesOn: '2026-05-01' }, monday)
    if (!again.ok) throw new Error(JSON.stringify(again.errors))
    const view = loadResident(db, again.id, monday + 40 * msPerDay)
    expect([view?.resident.dogId, view?.others.map((o) => o.id), view?.commands.every((c) => c.reps === 0)]).toEqual([
      dogId,
      [residencyId],
      true,
    ])
    expect(readEntry(db, again.id, 'owner')?.entry.phone).toBe('01632 960100')
    expect(loadIntake(db, again.id, monday)?.steps.find((s) => s.id === 'owner')).toMatchObject({
      fromBefore: true,
      kept: false,
    })
    expect(stepIds).toHaveLength(8)
  })

  it('what is found out of a dog that came back is known of its earlier stay as well, kept and fresh', () => {
    const { db, who, residencyId } = arrivedDog()
    const dogId = findResident(db, residencyId)?.dogId
    const tablet = new Tablet()
    const set = tablet.set(residencyId, who, { rungId: 'place.paws' })
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), monday + 60_000)
    const again = addDog(db, { ...dogFields, dogId, run: '2', arrivesOn: '2026-04-10', leavesOn: '2026-05-01' }, monday)
    if (!again.ok) throw new Error(JSON.stringify(again.errors))
    const now = monday + 40 * msPerDay
    const before = standingOf(db, residencyId, now)
    expect(worksForToys(db, { residencyId: again.id, toys: true, recordedBy: who }, now).ok).toBe(true)
    expect(standingOf(db, residencyId, now)).not.toEqual(before)
    for (const id of [residencyId, again.id])
      expect(standingOf(db, id, now)).toEqual(derive(db, id, regimesFor(db, id, now)))
  })
})

describe('what the owner has not said yet', () => {
  const said = (more: Record<string, unknown>) =>
    typed({ release: 'Okay', marker: 'Yes', side: 'left', cues: [], ...more })

  it('the side: asked for in the block, on the card and before the handoff, until it is known', () => {
    const { db, who, residencyId } = arrivedDog()
    keepStep(db, residencyId, 'words', said({ side: 'not known yet' }), who, monday)
    expect(findResident(db, residencyId)).toMatchObject({ side: 'left', sideKnown: false })
    expect(doorCard(db, residencyId, monday)?.side).toBe('not known yet')
    const asks = () => loadComing(db, monday).mind.filter((m) => m.questions.includes(sideAsked)).length
    expect(loadHandoffPage(db, residencyId, monday)?.resident.sideKnown).toBe(false)
    expect(asks()).toBe(1)
    expect(loadIntake(db, residencyId, monday)?.steps.find((s) => s.id === 'words')?.values['side']).toEqual([
      'not known yet',
    ])
    keepStep(db, residencyId, 'words', said({ side: 'right' }), who, monday)
    expect(findResident(db, residencyId)).toMatchObject({ side: 'right', sideKnown: true })
    expect(asks()).toBe(0)
    expect(keepStep(db, residencyId, 'words', said({ side: 'both' }), who, monday)).toMatchObject({
      ok: false,
      errors: { side: 'Choose a side.' },
    })
  })

  it('how a recall ends: as the house does it, then as the owner wants it, from the moment it was said', () => {
    const { db, who, residencyId } = arrivedDog()
    const front = (now: EpochMs) => ownRung(ladderOf(db, residencyId, now), 'recall.front')?.rung.name
    keepStep(db, residencyId, 'words', said({ finish: '' }), who, monday)
    keepStep(db, residencyId, 'words', said({ finish: 'touch' }), who, monday + 1000)
    keepStep(db, residencyId, 'words', said({ finish: 'touch' }), who, monday + 2000)
    keepStep(db, residencyId, 'words', said({ finish: '' }), who, monday + 3000)
    expect([0, 1500, 3500].map((ms) => front(monday + ms))).toEqual(['Straight front', 'To the palm', 'Straight front'])
    // Said again it is nothing new.
    expect(count(db, 'dog_finish')).toBe(2)
    expect(keepStep(db, residencyId, 'words', said({ finish: 'backflip' }), who, monday)).toMatchObject({
      ok: false,
      errors: { finish: 'Choose how a recall ends.' },
    })
    expect(standingOf(db, residencyId, monday + 4000)).toEqual(
      JSON.parse(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, monday + 4000)))),
    )
  })
})
