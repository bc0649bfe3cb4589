import { attentions, type Attention } from '../facts/words'
import type { Outcome } from '../facts/fact'
import type { Looked } from '../facts/looked'
import { wilson, type Share } from './interval'

/** What was noted of a rep beside its outcome; null where nobody said. */
export interface NotedRep {
  readonly day: string
  readonly outcome: Outcome
  readonly attention: Attention | null
  readonly cuesSaid: number | null
  readonly sound: string | null
  /** Pieces that chance planned, and pieces given in all. */
  readonly planned: number | null
  readonly pieces: number | null
  readonly payError: boolean
  readonly looked: Looked | null
}

export interface AttentionShare {
  readonly attention: Attention
  readonly calls: number
  /** Of all calls at which somebody looked. */
  readonly share: number
  readonly clean: Share
}

/**
 * What the dog was doing when it was called, with how often it then came clean; empty when nobody noted it. A call at a
 * dog that stares teaches nothing, so its share matters.
 */
export function attentionShares(reps: readonly NotedRep[]): readonly AttentionShare[] {
  const noted = reps.filter((r) => r.attention !== null)
  return attentions.flatMap((attention) => {
    const own = noted.filter((r) => r.attention === attention)
    const clean = wilson(own.filter((r) => r.outcome === 'clean').length, own.length)
    return clean ? [{ attention, calls: own.length, share: own.length / noted.length, clean }] : []
  })
}

export interface Shareable {
  readonly reps: number
  readonly of: number
}

/** How reps were asked for and paid against what was planned. */
export interface Handling {
  /** Reps with the cue said more than once, of those at which it was counted. */
  readonly repeatedCue: Shareable
  /** Clean reps paid though chance said not to, or the other way round, of those with a plan. */
  readonly offPlan: Shareable
  /** Pieces paid by a slip, and the reps they were paid for. */
  readonly slips: { readonly reps: number; readonly pieces: number }
  /** Sounds used before a call, most frequent first. */
  readonly sounds: readonly { readonly sound: string; readonly reps: number; readonly clean: number }[]
}

export function handlingOf(reps: readonly NotedRep[]): Handling {
  const cued = reps.filter((r) => r.cuesSaid !== null)
  const planned = reps.filter((r) => r.planned !== null && r.pieces !== null && r.outcome === 'clean' && !r.payError)
  const slips = reps.filter((r) => r.payError)
  const sounds = new Map<string, { reps: number; clean: number }>()
  for (const r of reps) {
    if (r.sound === null) continue
    const known = sounds.get(r.sound) ?? { reps: 0, clean: 0 }
    sounds.set(r.sound, { reps: known.reps + 1, clean: known.clean + (r.outcome === 'clean' ? 1 : 0) })
  }
  return {
    repeatedCue: { reps: cued.filter((r) => (r.cuesSaid ?? 0) > 1).length, of: cued.length },
    offPlan: { reps: planned.filter((r) => (r.planned === 0) !== (r.pieces === 0)).length, of: planned.length },
    slips: { reps: slips.length, pieces: slips.reduce((n, r) => n + (r.pieces ?? 0), 0) },
    sounds: [...sounds]
      .map(([sound, n]) => ({ sound, ...n }))
      .sort((a, b) => b.reps - a.reps || a.sound.localeCompare(b.sound)),
  }
}
