import { v7 } from 'uuid'
import { houseCurriculum } from '@/core/curriculum/house'
import { findRung } from '@/core/curriculum/lookup'
import { smallCommands } from '@/core/curriculum/small'
import type { Curriculum, Rung } from '@/core/curriculum/types'
import { addDays, dayIn } from '@/core/days'
import type { FactOf, WireFact } from '@/core/facts/wire'
import { nothingSaid, nothingSmallSaid } from '@/core/facts/words'
import { settleInterval, type SettleMinute } from '@/core/method/settle'
import { seeded, type Chance } from '@/core/seeded'
import type { Db } from '@/store/database'
import { append } from '@/store/facts/append'
import type { CastDog } from './cast'
import { ladderOfCast } from './ladder'
import { moment, timeZone } from './moment'
import type { SimulatedRep, SimulatedSet } from './trainer'
import type { DogId, ResidencyId, SetId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export const demoSeed = 20260411

/** The device all simulated facts come from. */
export const demoTablet = '01890000-0000-7000-8000-00000000d0c5'

/** Days of the simulated kennel are counted from 0, the day of arrival. */
export interface PenContext {
  readonly dog: CastDog
  readonly dogId: DogId
  readonly residencyId: ResidencyId
  readonly arrivesOn: string
}

/** The simulated trainers work so many sets in a block. */
const setsOfBlock = 4

const blockNotes = [
  'wants a quicker start',
  'looks for the cat by the hay, work with the back to it',
  'half pieces, was full',
  'tired after the towpath walk',
  'better with the left hand still',
  'paws the bed when bored',
  'lovely and slow today',
  'ask Joss for the short leash',
] as const

const small = smallCommands(houseCurriculum)

const usualKit = (rung: Rung): FactOf<'set-opened'>['kit'] =>
  rung.command === 'settle' ? 'tether' : rung.kind === 'recall' ? 'long line' : '1.8 m leash'

/** What a set of this command is kept with, beside what the tablet sent. */
export const judgedAs = (command: string, by: Curriculum = houseCurriculum) => ({
  command,
  curriculum_id: by.id,
  curriculum_version: by.version,
  rule_version: 1,
  unsure: false,
})

/** Writes simulated sets as the facts a trainer’s tablet would have sent. */
export class Pen {
  private seq = 0
  /** What is told beside the reps has chances of its own, so that telling more changes nothing of what happened. */
  private readonly aside = seeded(demoSeed)
  /** And so has what was looked at in them. */
  private readonly looking = seeded(demoSeed + 1)
  private readonly residencies = new Map<string, string>()
  private readonly tablet = demoTablet

  constructor(
    private readonly db: Db,
    private readonly chance: Chance,
  ) {}

  id(at: EpochMs, chance: Chance = this.chance): string {
    return v7({ msecs: at, random: Uint8Array.from({ length: 16 }, () => Math.floor(chance() * 256)) })
  }

  residencyOf = (dogName: string): string | undefined => this.residencies.get(dogName)

  write(scene: PenContext, set: SimulatedSet, index: number, all: readonly SimulatedSet[]): void {
    this.residencies.set(scene.dog.name, scene.residencyId)
    const ladder = ladderOfCast(scene.dog)
    const found = findRung(ladder, set.rungId)
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
      judgedAs(found.command.id, ladder),
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
    setId: SetId,
    rep: SimulatedRep,
    at: EpochMs,
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
  ): Partial<Pick<FactOf<'rep'>, 'attention' | 'cuesSaid' | 'planned' | 'pieces' | 'payError' | 'looked'>> {
    const slip = rep.outcome === 'miss' && this.aside() < 0.04
    const notes = this.aside()
    const where = this.aside()
    const asked = this.aside()
    return {
      planned: 1,
      pieces: rep.outcome === 'miss' && !slip ? 0 : 1,
      payError: slip,
      ...(called && notes < 0.8
        ? ({ attention: where < 0.5 ? 'sniffing' : where < 0.85 ? 'looking away' : 'looking at you' } as const)
        : {}),
      ...(asked < 0.5 ? { cuesSaid: rep.outcome === 'helped' && asked < 0.2 ? 2 : 1 } : {}),
      looked: this.looked(rep, called),
    }
  }

  /** Now and then somebody looks how a recall comes in, and how it was called. */
  private looked(rep: SimulatedRep, called: boolean): FactOf<'rep'>['looked'] {
    const [looks, voice, speed] = [this.looking(), this.looking(), this.looking()]
    if (!called || looks > 0.3) return null
    const comesIn = rep.outcome === 'clean' || rep.outcome === 'late'
    return {
      voice: voice < (comesIn ? 0.12 : 0.6) ? 'loud' : 'usual',
      ...(comesIn
        ? {
            arriveSeconds: 2 + Math.round(speed * 3) + (rep.outcome === 'late' ? 3 : 0),
            speed: rep.outcome === 'late' || speed > 0.85 ? ('slowed' as const) : ('kept' as const),
          }
        : {}),
    }
  }

  /**
   * The last block of each of the last three days worked is ended with a note now and then; a dog that bites shows
   * signs before.
   */
  endBlocks(scene: PenContext, sets: readonly SimulatedSet[]): void {
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
  inPassing(scene: PenContext, sets: readonly SimulatedSet[]): void {
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

  private wrongTap(setId: SetId, at: EpochMs, by: string): void {
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
function blockId(scene: PenContext, first: SimulatedSet, all: readonly SimulatedSet[]): string {
  const n = all.indexOf(first).toString(16).padStart(12, '0')
  return `${scene.residencyId.slice(0, 24)}${n}`
}
