import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { CalendarDateTime, parseDate, toZoned } from '@internationalized/date'
import { v7 } from 'uuid'
import { houseCurriculum } from '@/core/curriculum/house'
import { findRung } from '@/core/curriculum/lookup'
import type { Rung } from '@/core/curriculum/types'
import { addDays, dayIn, weekdayOf } from '@/core/days'
import { plainDog } from '@/core/dog/traits'
import type { FactOf, WireFact } from '@/core/facts/wire'
import type { Db } from '@/store/database'
import { smallCommands } from '@/core/curriculum/small'
import { settleInterval, type SettleMinute } from '@/core/method/settle'
import { nothingSaid, nothingSmallSaid } from '@/core/facts/words'
import { append } from '@/store/facts/append'
import { appendHandoff } from '@/store/handoffs'
import { appendPractice } from '@/store/homework'
import { writePasscode } from '@/store/signingIn'
import { insertHours, insertPerson, renamePlace, updateKennel } from '@/store/kennel'
import { insertCueWord, insertDog, insertPromise, insertResidency } from '@/store/residents'
import { arriving, dogs, gone, over, kennelName, places, shownLastWeek, staff, type CastDog } from './cast'
import { seeded, type Chance } from '@/core/seeded'
import { Learner } from './learner'
import { furnish, paper, type PaperedDog } from './intakes'
import { writeShown, shownItems, type Telling } from './shown'
import { markUntouched } from './untouched'
import { SimulatedTrainer, rungsUpTo, type SimulatedRep, type SimulatedSet } from './trainer'

const timeZone = 'Europe/London'
export const demoSeed = 20260411
/** Of the demonstration’s passcode; made once, as its salt is drawn by chance and the demo is the same every time. */
export const passcodeHash =
  '$argon2id$v=19$m=19456,t=2,p=1$jJ0aQsjRfjJ3x5bs6OPANg$lnrUYBHKTYS12OQNc17l6kwPvAmRfZ6+pePeidgUQ3M'

/** The device all simulated facts come from. */
export const demoTablet = '01890000-0000-7000-8000-00000000d0c5'

/** Days of the simulated kennel are counted from 0, the day of arrival. */
interface Scene {
  readonly dog: CastDog
  readonly dogId: string
  readonly residencyId: string
  readonly arrivesOn: string
}

/** Makes the demonstration kennel in an empty database, as if worked up to yesterday evening of `today`. */
export function makeDemo(db: Db, today: string, seed: number = demoSeed): void {
  const rng = xoroshiro128plus(seed)
  const chance: Chance = () => (rng.next() >>> 0) / 2 ** 32
  const pen = new Pen(db, chance)
  db.transaction(() => {
    updateKennel(db, { name: kennelName, timeZone, demoMadeOn: today })
    for (const place of places) renamePlace(db, place.id, place.name)
    for (const s of staff) {
      insertPerson(db, { id: s.id, name: s.name, role: s.role, createdAt: moment(addDays(today, -60), 8 * 60) })
      writePasscode(db, s.id, passcodeHash)
      for (const weekday of s.days) insertHours(db, { personId: s.id, weekday, from: s.from, to: s.to })
    }
    furnish(db, kennelName, timeZone, moment(addDays(today, -60), 9 * 60))
    const here: PaperedDog[] = []
    for (const dog of [...gone, ...dogs, ...over]) {
      const scene = enter(db, pen, dog, today)
      const isHere = dog.story !== 'gone' && dog.story !== 'over'
      if (isHere)
        here.push({
          dog,
          dogId: scene.dogId,
          residencyId: scene.residencyId,
          arrivesOn: scene.arrivesOn,
          at: moment(scene.arrivesOn, 10 * 60),
        })
      const sets = storyOf(dog, chance)
      sets.forEach((set, i) => pen.write(scene, set, i, sets))
      if (!isHere) continue
      pen.endBlocks(scene, sets)
      pen.inPassing(scene, sets)
    }
    const coming = enter(db, pen, arriving, today)
    here.push({
      dog: arriving,
      dogId: coming.dogId,
      residencyId: coming.residencyId,
      arrivesOn: coming.arrivesOn,
      at: moment(addDays(today, -3), 11 * 60),
    })
    paper(db, here, today)
    bookGimlet(db, pen, today)
    showSome(db, pen, today)
    markUntouched(db)
  })()
}

function enter(db: Db, pen: Pen, dog: CastDog, today: string): Scene {
  const arrivesOn = addDays(today, -dog.arrived)
  const createdAt = moment(arrivesOn, 10 * 60)
  const [dogId, residencyId] = [pen.id(createdAt), pen.id(createdAt)]
  insertDog(db, {
    id: dogId,
    name: dog.name,
    ownerName: dog.owner,
    releaseWord: dog.release ?? 'Okay',
    markerWord: 'Yes',
    side: dog.side ?? 'left',
    sideKnown: true,
    caution: dog.caution ?? '',
    biteHistory: dog.bite ?? false,
    traits: { ...plainDog, ...dog.traits, bornOn: dog.age === undefined ? null : addDays(today, -dog.age) },
    createdAt,
  })
  for (const [command, word] of Object.entries(dog.words ?? {})) insertCueWord(db, dogId, command, word)
  insertResidency(db, {
    id: residencyId,
    dogId,
    runNumber: dog.run,
    arrivesOn,
    leavesOn: addDays(today, dog.leaves),
    curriculumId: houseCurriculum.id,
    curriculumVersion: houseCurriculum.version,
    createdAt,
    rehearse: dog.rehearse ?? false,
  })
  for (const promise of dog.promises)
    insertPromise(db, residencyId, findRung(houseCurriculum, promise.rungId)?.command.id ?? '', promise)
  return { dog, dogId, residencyId, arrivesOn }
}

const clean: SimulatedRep = { outcome: 'clean', brokeSeconds: null }
const broke = (s: number): SimulatedRep => ({ outcome: 'miss', brokeSeconds: s })

/** All sets of one dog's residency up to yesterday: its simulated days, then what its story wants to have happened. */
function storyOf(dog: CastDog, chance: Chance): SimulatedSet[] {
  if (dog.story === 'gone')
    return remembered(new SimulatedTrainer(houseCurriculum, dog.promises, new Learner(dog.temper, chance), chance))
  // Bramble’s stay was left for the last days; see proveAll.
  const worked = dog.story === 'one-set-short' ? dog.promises.filter((p) => p.rungId !== 'sit-stay.30s') : dog.promises
  const trainer = new SimulatedTrainer(houseCurriculum, worked, new Learner(dog.temper, chance), chance)
  const scripted = ['ready', 'booked', 'one-set-short', 'shown', 'over'].includes(dog.story) && dog.late !== true
  // The last whole day: yesterday, or the day before it was shown.
  const last = dog.story === 'shown' || dog.story === 'over' ? dog.arrived + dog.leaves - 1 : dog.arrived - 1
  const simulatedUntil = scripted ? last - 3 : dog.story === 'stuck' ? last - 2 : last
  const sets: SimulatedSet[] = []
  for (let day = 1; day <= simulatedUntil; day++) {
    // A stomach upset kept Teasel in for four days.
    if (dog.story === 'ill' && day >= last - 7 && day <= last - 4) continue
    sets.push(...trainer.workDay(day, dog.setsPerDay, day % 3 === 0 ? ['joss', 'maud'] : ['maud', 'joss']))
  }
  if (scripted) sets.push(...proveAll(dog, trainer, last))
  if (dog.story === 'stuck') sets.push(...stick(trainer, last))
  if (dog.story === 'slipping') sets.push(...slip(trainer, last))
  if (dog.extra !== undefined) sets.push(...extras[dog.extra](trainer, last))
  return sets
}

/**
 * A dog that went home: four things learned in two days, then only asked for now and then until the third week is over.
 */
function remembered(trainer: SimulatedTrainer): SimulatedSet[] {
  const ladders = [
    'sit.empty',
    'touch.one-step',
    'watch.empty-hand',
    'leave-it.word',
    'marker.test',
    'check-in.follow-line',
    'heel.turn-away',
  ]
  const climb = (rungId: string, day: number) =>
    rungsUpTo(houseCurriculum, rungId).flatMap((rung) => trainer.proved(rung.id, day, 'room', 'joss'))
  const learned = [1, 2].flatMap((day) => ladders.flatMap((rung) => climb(rung, day)))
  const asked = ladders.flatMap((rung) => trainer.askedFor(rung, 2, 20, 'joss', (day) => climb(rung, day)))
  return [...learned, ...asked.sort((a, b) => a.day - b.day)]
}

/** The last three days before a demonstration: every promise in every place with both trainers, on two days. */
function proveAll(dog: CastDog, trainer: SimulatedTrainer, last: number): SimulatedSet[] {
  const sets: SimulatedSet[] = []
  for (const day of [last - 2, last - 1]) {
    for (const promise of dog.promises) {
      for (const rung of rungsUpTo(houseCurriculum, promise.rungId).slice(0, -1))
        sets.push(...trainer.proved(rung.id, day, 'room', 'maud'))
      // Bramble’s sit-stay is proved in the barn only; the paddock comes below, with one of its two days.
      const where = dog.story === 'one-set-short' && promise.rungId === 'sit-stay.30s' ? ['room'] : ['room', 'yard']
      for (const place of where)
        for (const person of ['maud', 'joss']) sets.push(...trainer.proved(promise.rungId, day, place, person))
    }
  }
  if (dog.story === 'one-set-short') sets.push(...trainer.proved('sit-stay.30s', last, 'yard', 'maud'))
  for (const promise of dog.promises) {
    const shown = trainer.proved(promise.rungId, last, 'room', 'joss')
    // By itself, late on the day before: it is not going stale at any hour of the day on which it is one set short.
    const late = dog.story === 'one-set-short' && promise.rungId === 'sit-stay.30s'
    sets.push(...(late ? shown.map((s): SimulatedSet => ({ ...s, minute: 16 * 60 + 50 })) : shown))
  }
  return sets
}

/** Mallet gets up to 10 s and falls off it, three times in three days. */
function stick(trainer: SimulatedTrainer, last: number): SimulatedSet[] {
  const low = [
    'sit.rear',
    'sit.full',
    'sit.empty',
    'sit.word-hand',
    ...rungsUpTo(houseCurriculum, 'sit-stay.8s').map((r) => r.id),
  ]
  const sets = [last - 1, last].flatMap((day) => low.flatMap((rung) => trainer.proved(rung, day, 'room', 'maud')))
  const falls = [0, 1, 2].flatMap((n) => [
    trainer.scripted('sit-stay.10s', last, 'room', n === 1 ? 'joss' : 'maud', [clean, clean, broke(8.4 + n / 10)]),
    ...trainer.proved('sit-stay.8s', last, 'room', 'maud'),
  ])
  return [...sets, ...falls]
}

/** Heron knew its stay to 30 s; left alone, the refresher fails. */
function slip(trainer: SimulatedTrainer, last: number): SimulatedSet[] {
  const climb = [
    'sit.rear',
    'sit.full',
    'sit.empty',
    'sit.word-hand',
    ...rungsUpTo(houseCurriculum, 'sit-stay.30s').map((r) => r.id),
  ]
  const learned = [last - 7, last - 6].flatMap((day) =>
    climb.flatMap((rung) => trainer.proved(rung, day, 'room', 'joss')),
  )
  const refresher = trainer.scripted('sit-stay.30s', last, 'room', 'joss', [clean, broke(11)], 'refresh')
  return [...learned, refresher]
}

const blockNotes = [
  'wants a quicker start',
  'looks for the cat by the hay, turn its back to it',
  'half pieces, it was full',
  'tired after the towpath walk',
  'better with the left hand still',
  'paws the bed when it is bored',
  'lovely and slow today',
  'ask Joss for the short leash',
] as const

const missed: SimulatedRep = { outcome: 'miss', brokeSeconds: null }
const helped: SimulatedRep = { outcome: 'helped', brokeSeconds: null }
const tenOf = (clean: number, otherwise: SimulatedRep): SimulatedRep[] =>
  Array.from({ length: 10 }, (_, i) => (i < clean ? { outcome: 'clean' as const, brokeSeconds: null } : otherwise))

/** Scenes of single dogs that show what the ordinary days do not. */
const extras: Readonly<
  Record<NonNullable<CastDog['extra']>, (trainer: SimulatedTrainer, last: number) => SimulatedSet[]>
> = {
  /** The same ten sits on two pieces of kit, in turns. */
  kit: (trainer, last) =>
    [10, 7, 9, 6, 10, 8].map((n, i) => ({
      ...trainer.scripted('sit.word', last, 'room', 'maud', tenOf(n, i % 2 ? helped : missed)),
      kit: i % 2 ? 'flat collar' : '1.8 m leash',
    })),
  /** A quiet sit, taken up the levels in the barn and begun in the paddock. */
  levels: (trainer, last) =>
    (
      [
        [1, 'room', 9],
        [1, 'room', 9],
        [2, 'room', 8],
        [2, 'yard', 6],
        [3, 'room', 5],
      ] as const
    ).flatMap(([level, place, n], i) => ({
      ...trainer.scripted(
        'sit.word',
        last - (i < 2 ? 1 : 0),
        place,
        i % 2 ? 'maud' : 'joss',
        tenOf(n, i % 2 ? helped : missed),
      ),
      level,
    })),
  /** The first days of a young dog: marker, watch, touch and the tether. */
  foundation: (trainer, last) => {
    const work = (rung: string, day: number, clean: number) =>
      trainer.scripted(rung, day, 'room', 'joss', tenOf(clean, missed))
    return [
      work('marker.pairs', 1, 10),
      work('marker.test', 1, 8),
      work('marker.test', 2, 9),
      work('watch.food-hand', 2, 8),
      work('touch.near', 2, 9),
      work('watch.empty-hand', last, 7),
      work('touch.one-step', last, 8),
      ...[1, 2].map((day) => trainer.scripted('settle.chews', day, 'corridor', 'joss')),
    ]
  },
}

const small = smallCommands(houseCurriculum)

const usualKit = (rung: Rung): FactOf<'set-opened'>['kit'] =>
  rung.command === 'settle' ? 'tether' : rung.kind === 'recall' ? 'long line' : '1.8 m leash'

/** Gimlet’s owner comes on the first day from tomorrow on which Joss works, at ten, or Wyn on a Sunday. */
function bookGimlet(db: Db, pen: Pen, today: string): void {
  const residency = pen.residencyOf('Gimlet')
  for (let n = 1; n <= 3; n++) {
    const day = addDays(today, n)
    const weekday = weekdayOf(day)
    const who = staff.find((s) => s.role === 'trainer' && s.days.some((d) => d === weekday))
    if (!who || !residency) continue
    const from = moment(day, 11 * 60)
    const changedAt = moment(addDays(today, -1), 17 * 60)
    appendHandoff(db, 'booked', pen.id(changedAt), {
      id: pen.id(changedAt),
      residencyId: residency,
      personId: who.id,
      from,
      to: from + 3_600_000,
      sequence: 0,
      status: 'confirmed',
      changedAt,
    })
    return
  }
}

/**
 * Wren was rehearsed yesterday by a second handler; Plover’s owner comes today; Lapwing was shown last week, and its
 * owner practises. All of it from a chance of its own: nothing else that is told changes by it.
 */
function showSome(db: Db, pen: Pen, today: string): void {
  const chance = seeded(demoSeed + 1)
  const scene = enter(db, pen, shownLastWeek, today)
  const sets = storyOf(shownLastWeek, chance)
  sets.forEach((set, i) => pen.write(scene, set, i, sets))
  const tell = (residencyId: string, told: Omit<Telling, 'residencyId' | 'stamp' | 'write'>) =>
    writeShown({
      ...told,
      residencyId,
      stamp: (at) => ({ id: pen.id(at, chance), seq: pen.next(), deviceAt: at }),
      write: (fact, also) => pen.put(fact, also),
    })
  const wren = pen.residencyOf('Wren')
  const book = (residencyId: string, from: number, personId: string, changedAt: number) =>
    appendHandoff(db, 'booked', pen.id(changedAt, chance), {
      id: pen.id(changedAt, chance),
      residencyId,
      personId,
      from,
      to: from + 3_600_000,
      sequence: 0,
      status: 'confirmed',
      changedAt,
    })
  if (wren) tell(wren, { ...shownItems.rehearsal, from: moment(addDays(today, -1), 17 * 60 + 10) })
  const plover = pen.residencyOf('Plover')
  if (plover) book(plover, moment(today, 16 * 60), 'joss', moment(addDays(today, -3), 12 * 60))
  const shownOn = addDays(today, shownLastWeek.leaves)
  book(scene.residencyId, moment(shownOn, 15 * 60), 'maud', moment(addDays(shownOn, -3), 12 * 60))
  tell(scene.residencyId, { ...shownItems.demonstration, from: moment(shownOn, 15 * 60 + 4) })
  const practised = Array.from({ length: -shownLastWeek.leaves }, (_, n) => addDays(shownOn, n + 1)).slice(0, -1)
  appendPractice(
    db,
    scene.residencyId,
    practised.flatMap((day, d) =>
      (
        [
          ['heel', 8, 3 + d, null],
          ['sit-stay', 6, 5, 30],
          ['recall', 5, Math.min(5, 3 + d), null],
        ] as const
      ).map(([command, reps, clean, seconds], n) => ({
        entry: `lapw-${d * 3 + n}`,
        day,
        minute: 18 * 60 + n * 6,
        command,
        clean: Math.min(reps, clean),
        reps,
        seconds,
      })),
    ),
    { at: moment(addDays(today, -1), 20 * 60), by: 'maud' },
  )
}

const moment = (day: string, minute: number): number => {
  const d = parseDate(day)
  return toZoned(new CalendarDateTime(d.year, d.month, d.day, Math.floor(minute / 60), minute % 60), timeZone)
    .toDate()
    .getTime()
}

/** The simulated trainers work so many sets in a block. */
const setsOfBlock = 4

/** Writes simulated sets as the facts a trainer’s tablet would have sent. */
class Pen {
  private seq = 0
  /** What is told beside the reps has chances of its own, so that telling more changes nothing of what happened. */
  private readonly aside = seeded(demoSeed)
  private readonly residencies = new Map<string, string>()
  private readonly tablet = demoTablet

  constructor(
    private readonly db: Db,
    private readonly chance: Chance,
  ) {}

  id(at: number, chance: Chance = this.chance): string {
    return v7({ msecs: at, random: Uint8Array.from({ length: 16 }, () => Math.floor(chance() * 256)) })
  }

  residencyOf = (dogName: string): string | undefined => this.residencies.get(dogName)

  write(scene: Scene, set: SimulatedSet, index: number, all: readonly SimulatedSet[]): void {
    this.residencies.set(scene.dog.name, scene.residencyId)
    const found = findRung(houseCurriculum, set.rungId)
    if (!found) throw new Error(set.rungId)
    const day = addDays(scene.arrivesOn, set.day)
    const ofDay = all.filter((s) => s.day === set.day)
    const nth = ofDay.indexOf(set)
    // The day’s sets lie between half past eight and five, in blocks of four.
    const minute = set.minute ?? 8 * 60 + 30 + Math.floor((nth / Math.max(1, ofDay.length)) * 8.4 * 60)
    const start = moment(day, minute) + Number(scene.dog.run) * 997
    const block = (set.minute === undefined ? ofDay[Math.floor(nth / setsOfBlock) * setsOfBlock] : undefined) ?? set
    const setId = this.id(start)
    this.put(
      {
        kind: 'set-opened',
        id: setId,
        seq: this.next(),
        deviceAt: start,
        residencyId: scene.residencyId,
        rungId: set.rungId,
        purpose: set.purpose,
        blockId: blockId(scene, block, all),
        recordedBy: set.leashHolder,
        leashHolder: set.leashHolder,
        placeId: found.rung.criterion.place ?? set.placeId,
        level: set.level ?? 0,
        distanceBand: null,
        kit: set.kit ?? usualKit(found.rung),
        temperatureC: this.chance() < 0.8 ? Math.round(8 + this.chance() * 9) : null,
        minutesIn: this.chance() < 0.9 ? (nth % setsOfBlock) * 3 : null,
        exerciseMinutesAgo: this.chance() < 0.6 ? 20 + Math.floor(this.chance() * 160) : null,
        ...nothingSaid.set,
        replaces: null,
      },
      {
        command: found.command.id,
        curriculum_id: houseCurriculum.id,
        curriculum_version: houseCurriculum.version,
        rule_version: 1,
        unsure: false,
      },
    )
    const hold = found.rung.criterion.seconds ?? 4
    let at = start
    let tethered: SettleMinute | undefined
    for (const rep of set.reps) {
      const interval = settleInterval(found.rung, tethered)
      at += Math.min(20, hold + 3) * 1000
      this.rep(
        setId,
        rep,
        at,
        found.rung.kind === 'timed' ? hold : null,
        found.command.faults,
        found.rung.kind === 'recall',
        interval,
      )
      tethered = interval === undefined ? undefined : { interval, calm: rep.outcome === 'clean' }
    }
    // Now and then a thumb lands on the wrong target and is taken back, or a set is never closed.
    if (this.chance() < 0.02) this.wrongTap(setId, at + 500, set.leashHolder)
    if (this.chance() < 0.97)
      this.put({
        kind: 'set-closed',
        id: this.id(at),
        seq: this.next(),
        deviceAt: at + 800,
        setId,
        endedBy: 'rule',
        note: index % 41 === 7 ? (blockNotes[Math.floor(this.chance() * blockNotes.length)] ?? '') : '',
      })
  }

  private rep(
    setId: string,
    rep: SimulatedRep,
    at: number,
    hold: number | null,
    faults: readonly string[] = [],
    called = false,
    tether?: number,
  ): string {
    const id = this.id(at)
    const fault =
      rep.fault ??
      (rep.outcome === 'miss' && hold !== null
        ? 'broke'
        : rep.outcome !== 'clean' && this.chance() < 0.5
          ? faults[Math.floor(this.chance() ** 2 * faults.length)]
          : undefined)
    const measured = this.chance() < 0.7
    this.put({
      kind: 'rep',
      id,
      seq: this.next(),
      deviceAt: at,
      setId,
      outcome: rep.outcome,
      prompt:
        rep.outcome === 'helped'
          ? ((['smaller-signal', 'full-signal', 'full-signal', 'lure', 'leash'] as const)[
              Math.floor(this.chance() * 5)
            ] ?? 'full-signal')
          : rep.outcome === 'clean' && this.chance() < 0.6
            ? 'none'
            : null,
      latencySeconds:
        measured && hold === null
          ? Math.round((0.6 + this.chance() * (rep.outcome === 'late' ? 4 : 1.6)) * 10) / 10
          : null,
      heldSeconds: rep.outcome === 'miss' ? rep.brokeSeconds : hold,
      brokeSeconds: rep.outcome === 'miss' ? rep.brokeSeconds : null,
      steps: null,
      faults: fault === undefined ? [] : [fault],
      paid: rep.outcome !== 'miss',
      ...nothingSaid.rep,
      ...this.noted(rep, called),
      ...(tether === undefined ? {} : { payInterval: tether, pieces: Math.floor(60 / tether) }),
      replaces: null,
    })
    return id
  }

  /**
   * What is a tap further: where the dog was looking when called, how often the cue was said, a piece paid by a slip.
   */
  private noted(
    rep: SimulatedRep,
    called: boolean,
  ): Partial<Pick<FactOf<'rep'>, 'attention' | 'cuesSaid' | 'planned' | 'pieces' | 'payError'>> {
    const slip = rep.outcome === 'miss' && this.aside() < 0.04
    const said = this.aside()
    const where = this.aside()
    const asked = this.aside()
    return {
      planned: 1,
      pieces: rep.outcome === 'miss' && !slip ? 0 : 1,
      payError: slip,
      ...(called && said < 0.8
        ? ({ attention: where < 0.5 ? 'sniffing' : where < 0.85 ? 'looking away' : 'looking at you' } as const)
        : {}),
      ...(asked < 0.5 ? { cuesSaid: rep.outcome === 'helped' && asked < 0.2 ? 2 : 1 } : {}),
    }
  }

  /**
   * The last block of each of the last three days worked is ended with a note now and then; a dog that bites shows
   * signs before.
   */
  endBlocks(scene: Scene, sets: readonly SimulatedSet[]): void {
    for (const day of [...new Set(sets.map((s) => s.day))].slice(-3)) {
      const ofDay = sets.filter((s) => s.day === day)
      const first = ofDay[Math.floor((ofDay.length - 1) / setsOfBlock) * setsOfBlock]
      if (!first) continue
      const date = addDays(scene.arrivesOn, day)
      const at = moment(date, 17 * 60 + 20) + Number(scene.dog.run) * 997
      const id = blockId(scene, first, sets)
      const stressful = scene.dog.bite === true && day % 2 === 0
      const note = this.aside() < 0.7 ? (blockNotes[Math.floor(this.aside() * blockNotes.length)] ?? '') : ''
      this.put({
        kind: 'block-opened',
        id,
        seq: this.next(),
        deviceAt: at - 900_000,
        residencyId: scene.residencyId,
        plan: [],
        outBefore: null,
        recordedBy: first.leashHolder,
      })
      if (stressful)
        this.put({
          kind: 'over-threshold',
          id: this.id(at, this.aside),
          seq: this.next(),
          deviceAt: at - 300_000,
          residencyId: scene.residencyId,
          blockId: id,
          placeId: 'open',
          signs: ['stare', 'stiff-tail'],
          trigger: 'dog',
          distanceBand: '5-15',
          recordedBy: first.leashHolder,
        })
      this.put({
        kind: 'block-closed',
        id: this.id(at, this.aside),
        seq: this.next(),
        deviceAt: at,
        blockId: id,
        residencyId: scene.residencyId,
        note,
        stressful,
        praiseMinutes: 6,
        outAfter: null,
        recordedBy: first.leashHolder,
      })
    }
  }

  /**
   * In passing, on each day worked: name calls in the corridor and a few minutes on the tether, whose interval grows
   * from day to day, and shrinks on one that was not calm.
   */
  inPassing(scene: Scene, sets: readonly SimulatedSet[]): void {
    const chance = seeded(Number(scene.dog.run) * 7919)
    const reach = [2, 5, 10, 15, 20, 30]
    let step = 0
    for (const day of [...new Set(sets.map((s) => s.day))]) {
      const by = sets.find((s) => s.day === day)?.leashHolder
      if (by === undefined) continue
      const at = moment(addDays(scene.arrivesOn, day), 8 * 60) + Number(scene.dog.run) * 61_000
      const keep = (more: Partial<FactOf<'small-thing'>>, later: number) =>
        this.put({
          kind: 'small-thing',
          id: this.id(at + later, chance),
          seq: this.next(),
          deviceAt: at + later,
          residencyId: scene.residencyId,
          what: 'name-call',
          reps: 1,
          pieces: 1,
          ...nothingSmallSaid,
          ...more,
          recordedBy: by,
        })
      for (let i = 0; i < 2 + Math.floor(chance() * 4); i++)
        keep({ command: small.call ?? null, outcome: chance() < 0.85 ? 'clean' : 'late' }, i * 40_000)
      const calm = chance() < 0.8
      const payInterval = reach[step] ?? 30
      keep(
        {
          what: 'tether-minute',
          reps: 3,
          pieces: 8,
          command: small.tether ?? null,
          minutes: 3,
          payInterval,
          calm,
        },
        600_000,
      )
      step = calm ? Math.min(reach.length - 1, step + 1) : Math.max(0, step - 1)
    }
  }

  private wrongTap(setId: string, at: number, by: string): void {
    const target = this.rep(setId, { outcome: 'miss', brokeSeconds: null }, at, null)
    this.put({
      kind: 'voided',
      id: this.id(at),
      seq: this.next(),
      deviceAt: at + 200,
      targetId: target,
      reason: 'wrong target',
      recordedBy: by,
    })
  }

  /** A fact as this tablet makes and sends it at once, its clock being right. */
  put(fact: WireFact, also: Readonly<Record<string, unknown>> = {}): void {
    const at = fact.deviceAt
    append(this.db, fact, { device: this.tablet, at, receivedAt: at, day: dayIn(timeZone, at) }, also)
  }

  next(): number {
    return this.seq++
  }
}

/** A block’s id is made from its first set, so that all its sets share it. */
function blockId(scene: Scene, first: SimulatedSet, all: readonly SimulatedSet[]): string {
  const n = all.indexOf(first).toString(16).padStart(12, '0')
  return `${scene.residencyId.slice(0, 24)}${n}`
}
