import { dayIn } from '@/core/days'
import type { RepFact, SetContext, SetFact } from '@/core/facts/fact'
import type { FactOf } from '@/core/facts/wire'
import { ownerHolds } from '@/core/facts/words'
import type { LiveSnapshot } from './snapshot'

/** A rep as it is judged, and as it was kept. */
export interface LiveRep {
  readonly fact: RepFact
  readonly done: FactOf<'rep'> | undefined
}

/** A set in hand or done on this device; `opened` is undefined for one that only the kennel has. */
export interface LiveSet {
  readonly context: SetContext
  readonly opened: FactOf<'set-opened'> | undefined
  readonly reps: readonly LiveRep[]
}

/** The set as the fold takes it. */
export const factOf = (s: LiveSet): SetFact => ({ ...s.context, reps: s.reps.map((r) => r.fact) })

/** What a set is judged in, from the fact that opened it; its day is the kennel's. */
export function contextOf(f: FactOf<'set-opened'>, ground: Pick<LiveSnapshot, 'timeZone' | 'places'>): SetContext {
  return {
    id: f.id,
    rungId: f.rungId,
    purpose: f.purpose,
    day: dayIn(ground.timeZone, f.deviceAt),
    placeId: f.placeId,
    placeKind: ground.places.find((p) => p.id === f.placeId)?.kind ?? 'room',
    leashHolder: f.turn === 'owner' ? ownerHolds : f.leashHolder,
    level: f.level,
    kit: f.kit,
    blockId: f.blockId,
    ...(f.turn === null ? {} : { turn: f.turn }),
  }
}

/** A rep as it is judged, from the fact that says it. */
export function repOf(f: FactOf<'rep'>, device: string): RepFact {
  return {
    id: f.id,
    at: f.deviceAt,
    device,
    seq: f.seq,
    outcome: f.outcome,
    faults: f.faults,
    ...(f.prompt === null ? {} : { prompt: f.prompt }),
    ...(f.latencySeconds === null ? {} : { latencySeconds: f.latencySeconds }),
    ...(f.heldSeconds === null ? {} : { heldSeconds: f.heldSeconds }),
    ...(f.brokeSeconds === null ? {} : { brokeSeconds: f.brokeSeconds }),
    ...(f.cuesSaid === null ? {} : { cuesSaid: f.cuesSaid }),
  }
}
