import type { BlockItem } from '@/core/block/compose'
import { ownRung } from '@/core/curriculum/lookup'
import type { Outcome } from '@/core/facts/fact'
import type { FactOf, WireFact } from '@/core/facts/wire'
import type { Regimes } from '@/core/progress/regime'
import type { NewFact, Outbox } from '../outbox'
import { bowlNow, drawnFor, plannedPieces, settleNow, type Drawn } from './drawn'
import { contextOf, repOf, type LiveRep } from './facts'
import { regimesOf, type BlockSnapshot } from './snapshot'
import { Known } from './known'
import {
  lastWorked,
  rested,
  setsOf,
  takenUp,
  takesNoMore,
  withNewest,
  withoutNewest,
  withoutSet,
  withRep,
  withSet,
  type Live,
} from './reduce'
import { resume, shortSets } from './resume'
import type { FeedId, PersonId, PlaceId, RungId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Why a fact is taken back that another one says more exactly, as devices send it. */
export const moreExactly = 'said more exactly'

/** Everything a set is opened with. */
export interface Setup {
  readonly rungId: RungId
  readonly purpose: 'work' | 'refresh'
  readonly placeId: PlaceId
  readonly personId: PersonId
  readonly level: number
  readonly kit: FactOf<'set-opened'>['kit']
  readonly band: FactOf<'set-opened'>['distanceBand']
  readonly helper: boolean
  readonly secondDog: string | null
  /** Degrees and percent, where somebody looked. */
  readonly temperatureC: number | null
  readonly humidity: number | null
  /** When the dog last had exercise, on the device's clock; undefined when nobody said. */
  readonly exercisedAt: EpochMs | undefined
  readonly feedId: FeedId | null
  /** Its pieces are broken in two. */
  readonly halved?: boolean | undefined
  /** What is tried where it was stuck. */
  readonly road?: string | undefined
  readonly startPosition?: FactOf<'set-opened'>['startPosition'] | undefined
  readonly collar?: string | undefined
  /** Its fit was looked at; undefined where nobody is asked. */
  readonly fitted?: boolean | undefined
  /** It was out to eliminate before the block. */
  readonly outBefore?: boolean | undefined
}

/** What is known of a rep beside its outcome. */
export type RepExtras = Partial<
  Pick<
    FactOf<'rep'>,
    | 'prompt'
    | 'latencySeconds'
    | 'heldSeconds'
    | 'brokeSeconds'
    | 'steps'
    | 'faults'
    | 'attention'
    | 'cuesSaid'
    | 'sound'
    | 'planned'
    | 'pieces'
    | 'sitPieces'
    | 'payError'
    | 'turns'
    | 'stops'
    | 'looked'
  >
>

/** What a session needs of the device's memory. */
export type LiveOutbox = Pick<Outbox, 'add' | 'facts' | 'isSent' | 'deviceId'>

/** The number of the fact by which pressure was first kept: more that was said of it since stands in its stead. */
function firstSaidAt(f: FactOf<'correction'>, facts: readonly WireFact[]): number {
  const instead = facts.find((v) => v.kind === 'voided' && v.seq === f.seq - 1 && v.reason === moreExactly)
  const was = instead?.kind === 'voided' ? facts.find((c) => c.id === instead.targetId) : undefined
  return was?.kind === 'correction' ? firstSaidAt(was, facts) : f.seq
}

/** Whether leash pressure was kept in this block since its newest rep: the rep it fell in is still to be tapped. */
function pressureWaits(live: Live, facts: readonly WireFact[]): boolean {
  const newest = Math.max(-1, ...setsOf(live).flatMap((s) => s.reps.map((r) => r.done?.seq ?? -1)))
  return facts.some(
    (f) =>
      f.kind === 'correction' &&
      f.blockId === live.block?.id &&
      firstSaidAt(f, facts) > newest &&
      !facts.some((v) => v.kind === 'voided' && v.targetId === f.id),
  )
}

/** Minutes since a moment, at most a day. */
const minutes = (since: EpochMs, now: EpochMs) => Math.min(1440, Math.max(0, Math.round((now - since) / 60_000)))

/**
 * A block in hand. Each deed writes its facts to the outbox and then says what is known; a rep is judged on the device
 * from the state its set was opened with, so that no tap waits for the network.
 */
export class LiveSession {
  readonly known: Known<Live>
  private readonly regimes: Regimes
  private drawnOf: { readonly live: Live; readonly drawn: Drawn } | undefined

  constructor(
    private readonly ground: BlockSnapshot,
    private readonly outbox: LiveOutbox,
    private readonly seedOf: () => number,
    private readonly now: () => number = Date.now,
  ) {
    this.regimes = regimesOf(ground)
    const found = resume(ground, outbox.facts(), outbox.deviceId, (id) => outbox.isSent(id))
    this.known = new Known(takenUp(found, ground.curriculum))
  }

  /** What chance has drawn for the set in hand; drawn again only where what it hangs on has changed. */
  drawn(live: Live): Drawn {
    const was = this.drawnOf
    const same =
      was !== undefined &&
      was.live.base === live.base &&
      was.live.done === live.done &&
      was.live.item === live.item &&
      was.live.block === live.block &&
      was.live.active?.context === live.active?.context
    if (same) return was.drawn
    const drawn = drawnFor(this.ground, live)
    this.drawnOf = { live, drawn }
    return drawn
  }

  /** Pieces chance has planned for the next clean rep of the set in hand. */
  planned(live: Live): number {
    return plannedPieces(this.ground, this.drawn(live), live)
  }

  /** Opens a set, and before the first one the block, with these parts. A set still in hand is closed first. */
  begin(setup: Setup, plan: readonly BlockItem[], item: number): void {
    const { ground, outbox } = this
    this.finish()
    const now = this.now()
    const block = this.known.now().block ?? {
      id: outbox.add({
        kind: 'block-opened',
        residencyId: ground.resident.residencyId,
        plan: plan.map((p) => ({ role: p.role, command: p.command, rungId: p.rungId })),
        outBefore: setup.outBefore ?? false,
        recordedBy: ground.me,
      }).id,
      items: plan,
      from: now,
      ...shortSets(ground),
    }
    const opened = outbox.add({
      kind: 'set-opened',
      residencyId: ground.resident.residencyId,
      rungId: setup.rungId,
      purpose: setup.purpose,
      blockId: block.id,
      recordedBy: ground.me,
      leashHolder: setup.personId,
      placeId: setup.placeId,
      level: setup.level,
      distanceBand: setup.level > 0 ? setup.band : null,
      kit: setup.kit,
      temperatureC: setup.temperatureC,
      humidity: setup.humidity,
      minutesIn: minutes(block.from, now),
      exerciseMinutesAgo: setup.exercisedAt === undefined ? null : minutes(setup.exercisedAt, now),
      mealMinutesAgo:
        ground.mealMinutesAgo === null ? null : Math.min(1440, ground.mealMinutesAgo + minutes(ground.now, now)),
      seed: this.seedOf(),
      helper: setup.helper ? 'a second person' : null,
      secondDog: setup.secondDog,
      road: setup.road ?? null,
      startPosition: setup.startPosition ?? null,
      collar: setup.collar ?? null,
      fitted: setup.fitted ?? null,
      feedId: setup.feedId,
      halved: setup.halved ?? false,
      itemId: null,
      turn: null,
      beside: false,
      role: plan[item]?.role ?? null,
      inHand: this.inHand(setup.rungId),
      replaces: null,
    })
    if (opened.kind !== 'set-opened') return
    this.known.change((h) => withSet(h, block, item, { context: contextOf(opened, ground), opened, reps: [] }))
  }

  /** The rung in hand of the run that this one is of; null where its run is through. */
  private inHand(rungId: RungId): string | null {
    const at = ownRung(this.ground.curriculum, rungId)
    const position = at && (this.known.now().base.runs[at.ladderKey]?.position ?? 0)
    return (position !== undefined && at?.ladder.rungs[position]?.id) || null
  }

  /** A rep of the set in hand; nothing where it takes no more. */
  tap(tapped: Outcome, extras: RepExtras = {}): void {
    const live = this.known.now()
    const { active: set } = live
    if (!set || takesNoMore(live)) return
    // Leash pressure is help, whatever the rep looked like.
    const pressed = tapped !== 'miss' && pressureWaits(live, this.outbox.facts())
    const outcome = pressed ? 'helped' : tapped
    const planned = extras.planned ?? this.planned(live)
    const { rungNow } = this.drawn(live)
    const faults = extras.faults ?? (outcome === 'miss' && extras.brokeSeconds !== undefined ? ['broke'] : [])
    const pieces = extras.pieces ?? (outcome === 'miss' ? 0 : planned)
    const rep = this.addRep({
      kind: 'rep',
      setId: set.context.id,
      outcome,
      // The help of a helped rep is what somebody says of it; until then nobody has.
      prompt: pressed ? 'leash' : (extras.prompt ?? null),
      latencySeconds: extras.latencySeconds ?? null,
      heldSeconds: extras.heldSeconds ?? null,
      brokeSeconds: extras.brokeSeconds ?? null,
      steps: extras.steps ?? null,
      faults: [...faults],
      paid: pieces > 0 || (outcome !== 'miss' && this.ground.plays),
      attention: extras.attention ?? null,
      cuesSaid: extras.cuesSaid ?? null,
      sound: extras.sound ?? null,
      planned,
      pieces,
      sitPieces: extras.sitPieces ?? null,
      payInterval: settleNow(this.ground, live, rungNow) ?? null,
      bowlGrams: bowlNow(this.ground, live, rungNow) ?? null,
      payError: extras.payError ?? false,
      turns: extras.turns ?? null,
      stops: extras.stops ?? null,
      looked: extras.looked ?? null,
      replaces: null,
    })
    if (rep) this.known.change((h) => withRep(h, this.regimes, set, rep))
  }

  /** Says more of the newest rep: it is taken back, and one that says it stands in its place. */
  amend(said: RepExtras & { readonly outcome?: Outcome }): void {
    const { active: set } = this.known.now()
    const last = set?.reps.at(-1)
    if (!set || !last?.done) return
    const { id, seq: _, deviceAt: __, ...was } = last.done
    this.void(id, moreExactly)
    const pieces = said.pieces ?? was.pieces
    const rep = this.addRep({
      ...was,
      ...said,
      faults: [...(said.faults ?? was.faults)],
      pieces,
      paid: said.pieces === undefined || said.pieces === null ? was.paid : said.pieces > 0,
      replaces: id,
    })
    if (rep) this.known.change((h) => withNewest(h, this.regimes, set, rep))
  }

  /** Leash pressure fell in the newest rep, and not in the one to come. */
  pressLast(): void {
    const done = this.known.now().active?.reps.at(-1)?.done
    if (done && done.outcome !== 'miss') this.amend({ outcome: 'helped', prompt: 'leash' })
  }

  /**
   * Takes back the newest rep: of the set in hand, or, when it has none, of the set before, which is taken up again.
   */
  undo(): void {
    const live = this.known.now()
    const set = lastWorked(live)
    const last = set?.reps.at(-1)
    if (!set || !last) return
    this.void(last.fact.id, 'undone')
    if (live.active && set !== live.active) this.void(live.active.context.id, 'no rep')
    this.known.change((h) => withoutNewest(h, this.regimes, this.ground.curriculum, set))
  }

  /** Closes the set. A set without a rep is taken back: nothing happened. */
  finish(): void {
    const { active: set, judged } = this.known.now()
    if (!set) return
    if (set.reps.length === 0) this.void(set.context.id, 'no rep')
    else
      this.outbox.add({
        kind: 'set-closed',
        setId: set.context.id,
        endedBy: judged.verdict?.endsSet ? 'rule' : 'trainer',
        note: '',
      })
    this.known.change(withoutSet)
  }

  restart(): void {
    this.known.change(rested)
  }

  goTo(item: number): void {
    this.known.change((h) => ({ ...h, item }))
  }

  markStressful(): void {
    this.known.change((h) => ({ ...h, stressful: true }))
  }

  /** It has recovered from what was seen: what is left of the block is short. */
  shorten(): void {
    this.known.change((h) => ({ ...h, shortened: true }))
  }

  /** Ends the block with what is to be known next time. */
  close(note: string, praiseMinutes: number | null, outAfter: boolean | null = null): void {
    const { block, stressful } = this.known.now()
    if (!block) return
    this.outbox.add({
      kind: 'block-closed',
      blockId: block.id,
      residencyId: this.ground.resident.residencyId,
      note: note.slice(0, 400),
      stressful,
      praiseMinutes,
      outAfter,
      recordedBy: this.ground.me,
    })
    this.known.change((h) => ({ ...h, ended: true }))
  }

  private addRep(rep: NewFact): LiveRep | undefined {
    const fact = this.outbox.add(rep)
    return fact.kind === 'rep' ? { fact: repOf(fact, this.outbox.deviceId), done: fact } : undefined
  }

  private void(targetId: string, reason: string): void {
    this.outbox.add({ kind: 'voided', targetId, reason, recordedBy: this.ground.me })
  }
}
