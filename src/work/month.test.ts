import { describe, expect, it } from 'vitest'
import { addDays, dayIn, daysBetween, momentAt } from '@/core/days'
import { typedOf } from '@/core/form'
import { seeded } from '@/core/seeded'
import { laws } from '@/core/tests/loop/dogs'
import { perfectDog, type SimulatedDog } from '@/core/tests/loop/live'
import type { Db } from '@/store/database'
import { readSets } from '@/store/facts/read'
import { readHouse } from '@/store/house'
import { peopleOn } from '@/store/kennel'
import { findResident, readPromises, residentsOn } from '@/store/residents'
import { addDog, addPerson } from './actions/begin'
import { skipBaseline } from './actions/baseline'
import { putRight, swapRuns } from './actions/books'
import { correctSet, voidSet } from './actions/correct'
import { bookHandoff, recordOutcome } from './actions/handoff'
import { keepSection } from './actions/house'
import { keepStep } from './actions/intake'
import { cancelBooking } from './actions/notComing'
import { keepPastSets, pastSetsForm } from './actions/pastSets'
import { learnRates, renewForecasts } from './actions/forecasts'
import { setUp } from './actions/signIn'
import { changeStaffMember } from './actions/staff'
import { staffTyped } from './tests/staffTyped'
import { pause, resume } from './actions/stay'
import { noHooks } from './base/hooks'
import { loadArchive } from './page/archive'
import { loadBlock } from './page/block'
import { loadBooklet } from './page/booklet'
import { loadBowls } from './page/food'
import { loadHandoffPage, loadHandoffs } from './page/handoff'
import { loadPaper } from './page/paper'
import { loadResident } from './page/resident'
import { loadWall } from './page/wall'
import { recordFacts } from './record/accept'
import { setsOf } from './record/cachedStanding'
import { derive, standingOf } from './record/standing'
import { reportedOf } from './context/before'
import { regimesFor } from './base/regimes'
import { followBlock } from './tests/byTheBook'
import { everyPage, everyPageOf } from './tests/everyPage'
import { newKennel, startBaseline, Tablet, unguessable } from './tests/kennel'
import type { RungId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/**
 * A small kennel’s first month, and its second, by the application’s own deeds and pages and a clock that is moved:
 * three people of whom one leaves, five dogs of whom one is sick, two change runs, one comes with nine days of paper
 * and one comes back, in a house with two spaces and customary units. Every evening the pages that could contradict one
 * another or offer what is refused are asked of all, and every page of each dog every other evening.
 */
const zone = 'America/Chicago'
const first = '2026-03-02'
const blockAt = [9, 11, 13.5, 15.5]
const at = (day: string, hour: number): number => momentAt(zone, day, Math.round(hour * 60)) ?? Number.NaN
const day = (n: number) => addDays(first, n - 1)
const promise = (rungId: RungId) => ({ rung: rungId, places: '2', people: '2' })

const ok = (deed: { readonly ok: boolean; readonly reason?: string; readonly id?: string }): string => {
  if (!deed.ok) throw new Error(deed.reason)
  return deed.id ?? ''
}

/** What contradicts what, of all pages at this moment. */
function contradictions(db: Db, me: string, now: EpochMs): readonly string[] {
  const wrong: string[] = []
  const today = dayIn(zone, now)
  everyPage(db, me, now)
  const wall = loadWall(db, now, { me })
  const paper = loadPaper(db, me, now)
  const handoffs = loadHandoffs(db, now)
  const bowls = loadBowls(db, now)
  for (const [i, r] of residentsOn(db, today).entries()) {
    const say = (what: string) => wrong.push(`${today} ${r.name}: ${what}`)
    if ((i + daysBetween(first, today)) % 2 === 0) everyPageOf(db, r.residencyId, me, now)
    const page = loadResident(db, r.residencyId, now)
    const block = loadBlock(db, r.residencyId, undefined, me, now)
    const sheet = paper.dogs.find((d) => d.residencyId === r.residencyId)
    const row = wall.rows.find((w) => w.residencyId === r.residencyId)
    const handoff = loadHandoffPage(db, r.residencyId, now)
    if (!page || !block || !sheet || !row || !handoff) {
      say('is missing on a page')
      continue
    }
    // The next step.
    const [next] = page.next.sets
    const up = wall.upNext.find((u) => u.residencyId === r.residencyId)
    if (next) {
      const [work] = block.plan.work
      if (block.rest !== '') say(`the block rests (${block.rest}) and the page asks for ${next.rungId}`)
      else if (work?.rungId !== next.rungId) say(`the block begins with ${work?.rungId}, the page with ${next.rungId}`)
      if (up && up.command !== next.command) say(`up next says ${up.command}, the page ${next.command}`)
      if (sheet.sheet[0]?.rung !== next.rungName)
        say(`the sheet says ${sheet.sheet[0]?.rung}, the page ${next.rungName}`)
    } else {
      const offered = block.plan.items.filter((i) => i.role === 'work' || block.shut)
      if (offered.length > 0 || block.rest === '') say(`a block is offered, and the page says ${page.next.rest}`)
      if (block.rest !== page.next.rest) say(`the block says “${block.rest}”, the page “${page.next.rest}”`)
      if (up) say('up next names it, and its page nothing')
      if (sheet.sheet.length > 0) say('the sheet asks for work')
    }
    // What is said of its being ready, and that something is: one chance, wherever it stands.
    if (page.forecast && !row.ready && today > r.arrivesOn) {
      if (row.said !== (page.forecast.view?.chance ?? ''))
        say(`the wall says ${row.said}, the page ${page.forecast.view?.chance ?? ''}`)
      if (page.forecast.view?.headline.includes('cannot be kept')) say('a promise that was taken cannot be met')
      if (up?.turn === 'ready' || up?.turn === 'passed-over') say(`up next calls it ${up.turn}`)
    }
    // The standing and the counts.
    for (const c of page.commands) {
      const cell = row.cells[wall.commands.findIndex((w) => w.id === c.id)]
      if (cell && (cell.word !== c.word || cell.figures !== c.figures))
        say(`${c.id}: the wall says ${cell.word} ${cell.figures}, the page ${c.word} ${c.figures}`)
    }
    const logged = (loadResident(db, r.residencyId, now, {}, 100)?.log ?? [])
      .filter((l) => l.voidedBecause === null)
      .reduce((n, l) => n + l.outcomes.length, 0)
    const counted = page.commands.reduce((n, c) => n + c.reps, 0)
    if (logged !== counted) say(`${logged} reps in its log, ${counted} in its standing`)
    const met = page.commands.filter((c) => c.promise?.met).length
    const listed = handoffs.rows.find((h) => h.resident.residencyId === r.residencyId)
    if (listed?.met !== met) say(`${listed?.met} promises met by the list, ${met} by its page`)
    if (row.ready !== (page.readyOn !== undefined)) say('ready on one page and not on the other')
    const fresh = derive(db, r.residencyId, regimesFor(db, r.residencyId, now))
    if (JSON.stringify(standingOf(db, r.residencyId, now)) !== JSON.stringify(fresh)) say('stored is not fresh')
    if (JSON.stringify(setsOf(db, r.residencyId)) !== JSON.stringify(readSets(db, r.residencyId)))
      say('the sets that were read last are not what there is')
    // Nothing is offered that would be refused.
    for (const slot of [handoff.slots[0], handoff.slots.at(-1)]) {
      if (!slot || handoff.live) continue
      db.exec('SAVEPOINT offered')
      const done = bookHandoff(db, { residencyId: r.residencyId, personId: slot.personId, fromMs: slot.fromMs }, now)
      db.exec('ROLLBACK TO offered; RELEASE offered')
      if (!done.ok) say(`a time is offered and refused: ${done.reason}`)
    }
    const shut = page.paused !== '' || page.arriving?.baselineFirst === true
    if (loadBlock(db, r.residencyId, 'sit', me, now)?.shut !== shut) say('a command of it is shut on one page alone')
    if (page.paused !== '') {
      if (handoff.slots.length > 0) say('paused, and times are offered')
      if (!bowls.rows.some((b) => b.resident.residencyId === r.residencyId && b.paused !== ''))
        say('paused, and its bowl does not say so')
    }
    // What goes home.
    const booklet = loadBooklet(db, r.residencyId, now)
    const comes = readPromises(db, r.residencyId).some((p) => p.rungId.startsWith('recall.'))
    const calls = page.commands.find((c) => c.id === 'recall')
    for (const week of booklet?.homework.weeks ?? []) {
      const called = week.lines.some((l) => l.command === 'recall')
      if (comes && calls?.promise?.met === true && !called) say(`week ${week.week} has no recall`)
      for (const l of week.lines) if (!/[.!?]$/.test(l.words) || /undefined|; /.test(l.words)) say(`reads “${l.words}”`)
    }
    if (
      r.traits.deaf &&
      /“|\bSay\b|Okay/.test(JSON.stringify([booklet?.homework.weeks, booklet?.words, booklet?.release]))
    )
      say('the booklet of a deaf dog has words')
    if (comes && booklet?.words.some((w) => w.command === 'Come') !== true) say('its word list has no recall')
    // Who is here.
    const here = new Set(peopleOn(db, today).map((p) => p.id))
    for (const p of [...block.people, ...paper.people]) if (!here.has(p.id)) say(`${p.name} is offered and gone`)
    if (next?.personId !== undefined && !here.has(next.personId)) say('somebody is suggested who is gone')
  }
  return wrong
}

describe('a month of a small kennel', () => {
  it('no page throws, contradicts another or offers what is refused', async () => {
    const db = newKennel()
    const chance = seeded(20260302)
    const opened = at(day(1), 7)
    ok(
      await setUp(
        db,
        {
          kennel: 'Osier Bank',
          name: 'Maud',
          passcode: 'willow ferry rod',
          again: 'willow ferry rod',
          timeZone: zone,
          unit: 'lb',
          lengths: 'ft',
          temperatures: 'F',
          clock: '12',
          dates: 'month-first',
          week: 'sunday',
          paper: 'Letter',
        },
        opened,
        unguessable,
      ),
    )
    const maud = peopleOn(db, first)[0]?.id ?? ''
    const hours = { weekdays: ['1', '2', '3', '4', '5', '6', '7'], from: '08:00', to: '17:00' }
    const [ada, ben] = ['Ada', 'Ben'].map((name) => ok(addPerson(db, { name, role: 'trainer', ...hours }, opened)))
    if (ada === undefined || ben === undefined) throw new Error('nobody')
    ok(
      keepSection(
        db,
        'spaces',
        typedOf({
          spaces: [
            { id: 'room', name: 'Hay barn', kind: 'room', holds: '2', where: 'indoors', surface: 'rubber' },
            { id: 'yard', name: 'Orchard paddock', kind: 'yard', holds: '2', where: 'outdoors', surface: 'grass' },
          ],
        }),
        maud,
        opened,
      ),
    )
    const arrive = (name: string, run: string, from: number, stay: number, learner: SimulatedDog, more = {}) => ({
      name,
      learner,
      id: ok(
        addDog(
          db,
          {
            name,
            owner: `${name}’s owner`,
            run,
            arrivesOn: day(from),
            leavesOn: day(from + stay),
            side: 'left',
            biteHistory: false,
            cue: {},
            promised: [promise('sit.word'), promise('down.no-lure')],
            ...more,
          },
          at(day(Math.max(1, from)), 7.5),
        ),
      ),
    })
    // More than the house has is refused where it is asked.
    expect(
      addDog(
        db,
        {
          name: 'Nobody',
          owner: 'x',
          run: '99',
          leavesOn: day(20),
          side: 'left',
          biteHistory: false,
          cue: {},
          promised: [{ rung: 'sit.word', places: '3', people: '2' }],
        },
        opened,
      ),
    ).toMatchObject({ ok: false, errors: { 'promised.0.places': expect.stringContaining('2 here') } })
    const bramble = arrive('Bramble', '1', 1, 20, perfectDog)
    // Brothers, whose owner comes for both.
    const owner = 'Edda Marchbank'
    const wren = arrive('Wren', '2', 1, 26, laws.strength('quick', 5), { owner })
    const rook = arrive('Rook', '3', 2, 26, laws.edge('quick', 7), { owner })
    const fern = arrive('Fern', '4', 3, 26, perfectDog, { promised: [promise('sit.word'), promise('recall.line-5')] })
    const gorse = arrive('Gorse', '5', -8, 30, laws.strength('usual', 9), { arrivesOn: day(-8), leavesOn: day(24) })
    const dogs = [bramble, wren, rook, fern, gorse]
    const thistle = arrive('Thistle', '6', 6, 20, perfectDog)
    // A deaf dog, whose owner shows signs of her own.
    ok(keepStep(db, fern.id, 'health', { ...typedOf({}), traits: ['deaf'] }, maud, opened))
    const words = {
      release: 'Okay',
      marker: 'Yes',
      releaseSign: 'thumbs up',
      markSign: 'a nod',
      side: 'left',
      cues: [],
    }
    ok(keepStep(db, fern.id, 'words', typedOf(words), maud, opened))
    // Nine days on paper before Kibou came.
    for (let d = -8; d <= 0; d++)
      expect(
        keepPastSets(
          db,
          pastSetsForm.parse({
            recordedBy: maud,
            day: day(d),
            at: '10:00',
            sets: [
              {
                residencyId: gorse.id,
                rungId: 'sit.rear',
                placeId: 'room',
                leashHolder: maud,
                level: 0,
                kit: '1.8 m leash',
                reps: [1, 2, 3, 4, 5].map(() => ({ outcome: chance() < 0.7 ? 'clean' : 'miss', brokeSeconds: null })),
              },
            ],
          }),
          opened,
        ).ok,
      ).toBe(true)
    expect(loadResident(db, gorse.id, opened)?.arriving).toMatchObject({ baselineFirst: true })

    const tablets = new Map([maud, ada, ben].map((p) => [p, new Tablet()]))
    const told: string[] = []
    let blocks = 0
    for (let d = 1; d <= 34; d++) {
      const today = day(d)
      if (d === 5) ok(pause(db, { residencyId: wren.id, why: 'sick', note: 'limps', recordedBy: ada }, at(today, 8)))
      if (d === 6) ok(cancelBooking(db, { residencyId: thistle.id, why: 'moved away', recordedBy: maud }, at(today, 8)))
      if (d === 10) ok(resume(db, { residencyId: wren.id, recordedBy: ada }, at(today, 8)))
      if (d === 6) ok(swapRuns(db, { residencyId: rook.id, otherId: fern.id, recordedBy: maud }, at(today, 8)))
      if (d === 7) {
        const r = findResident(db, fern.id)
        ok(
          putRight(
            db,
            {
              residencyId: fern.id,
              name: 'Fernie',
              owner: 'F. Owner',
              run: r?.runNumber ?? '',
              arrivesOn: r?.arrivesOn ?? '',
              recordedBy: maud,
            },
            at(today, 8),
          ),
        )
      }
      if (d === 12)
        ok(
          changeStaffMember(
            db,
            staffTyped(db, ben, { leaves: day(14) }),
            { personId: ben, recordedBy: maud },
            at(today, 8),
          ),
        )
      if (d % 7 === 0) learnRates(db, at(today, 7))
      renewForecasts(db, at(today, 8.2), noHooks, 100)
      for (const dog of dogs) {
        const r = findResident(db, dog.id)
        if (!r || today < r.arrivesOn || today > r.leavesOn) continue
        dog.learner.wake(d)
        const morning = at(today, 8.5)
        // Day two goes to the baseline: two dogs have one, the others do without.
        if (loadResident(db, dog.id, morning)?.arriving?.baselineFirst) {
          told.push(...contradictions(db, maud, morning))
          if (dog === gorse || dog === rook) startBaseline(db, dog.id, 'sit', 'sit.rear', morning)
          else ok(skipBaseline(db, { residencyId: dog.id, recordedBy: maud }, morning))
        }
      }
      for (const [i, hour] of blockAt.entries())
        for (const [j, dog] of dogs.entries()) {
          const r = findResident(db, dog.id)
          if (!r || today < r.arrivesOn || today > r.leavesOn) continue
          const here = [maud, ada, ben].filter((p) => peopleOn(db, today).some((q) => q.id === p))
          const by = here[(i + j + d) % here.length] ?? maud
          const tablet = tablets.get(by)
          if (!tablet) continue
          tablet.at = Math.max(tablet.at, at(today, hour + j * 0.02))
          const view = loadBlock(db, dog.id, undefined, by, tablet.at)
          if (!view || view.rest !== '' || view.plan.items.length === 0) continue
          const followed = followBlock(view, tablet, by, dog.learner, d)
          blocks++
          told.push(...followed.wrong)
          for (const result of recordFacts(db, tablet.batch([...followed.facts]), tablet.at).results)
            if (result.status === 'refused') told.push(`${today} ${dog.name}: ${result.reason ?? ''}`)
        }
      const evening = at(today, 18)
      // Now and then something was written down wrong.
      if (d % 4 === 0)
        for (const dog of [bramble, rook]) {
          const set = loadResident(db, dog.id, evening)?.log.find((l) => l.voidedBecause === null)
          const other = dog === bramble ? rook.id : bramble.id
          const r = findResident(db, other)
          if (!set || !r || set.day < r.arrivesOn || set.day > r.leavesOn) continue
          if (chance() < 0.5) ok(voidSet(db, { setId: set.id, reason: 'not so', recordedBy: maud }, evening))
          else
            ok(
              correctSet(
                db,
                {
                  setId: set.id,
                  reason: 'wrong dog',
                  recordedBy: maud,
                  placeId: set.placeId,
                  leashHolder: maud,
                  level: set.level,
                  kit: '1.8 m leash',
                  outcomes: [...set.outcomes].map(() => 'clean' as const),
                  residencyId: other,
                },
                evening,
              ),
            )
        }
      renewForecasts(db, evening, noHooks, 100)
      told.push(...contradictions(db, maud, evening))
      for (const dog of dogs) {
        const page = loadHandoffPage(db, dog.id, evening)
        const slot = page?.slots[0]
        if (page?.readyOn !== undefined && !page.live && slot)
          ok(bookHandoff(db, { residencyId: dog.id, personId: slot.personId, fromMs: slot.fromMs }, evening))
      }
      for (const over of loadHandoffs(db, evening).over)
        if (over.outcome === null)
          ok(recordOutcome(db, { handoffId: over.id, outcome: 'came-off', recordedBy: maud }, evening))
    }
    expect(told.slice(0, 40)).toEqual([])
    expect(blocks).toBeGreaterThan(150)
    expect(readHouse(db)).toMatchObject({ unit: 'lb', paper: 'Letter' })

    expect(loadArchive(db, '', at(day(34), 18)).notComing.map((r) => [r.name, r.why])).toEqual([
      ['Thistle', 'moved away'],
    ])
    const atHome = loadBooklet(db, fern.id, at(day(29), 18))
    expect(atHome).toMatchObject({ release: 'thumbs up', marker: 'a nod' })
    expect(atHome?.homework.weeks.map((w) => w.lines.some((l) => l.command === 'recall'))).toEqual([
      true,
      true,
      true,
      true,
    ])

    // Two months later one of them comes back.
    const gone = loadArchive(db, 'bramble', at(day(34), 18)).rows[0]
    expect(gone).toMatchObject({ name: 'Bramble', promises: 2 })
    const back = arrive('Bramble', '7', 80, 14, perfectDog, {
      dogId: gone?.dogId,
      arrivesOn: day(80),
      leavesOn: day(94),
    })
    const again = findResident(db, back.id)
    expect(again && reportedOf(db, again, at(day(80), 9)).get('sit')).toBeDefined()
    for (let d = 80; d <= 84; d++) told.push(...contradictions(db, maud, at(day(d), 9)))
    expect(told).toEqual([])
  }, 900_000)
})
