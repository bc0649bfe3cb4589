/** The stages a command passes, in teaching order. They decide which word its standing is called by. */
export type Stage =
  | 'shape'
  | 'empty-hand'
  | 'word-before-signal'
  | 'smaller-signal'
  | 'word-alone'
  | 'duration'
  | 'distance'
  | 'generalise'
  | 'place'
  | 'hands'

/** What one repetition is, and therefore what is measured and what ends a set. */
export type RepKind = 'position' | 'timed' | 'uncued' | 'heel' | 'recall'

/** How much help the dog gets, least first. */
export const promptLevels = ['none', 'smaller-signal', 'full-signal', 'lure', 'leash'] as const
export type PromptLevel = (typeof promptLevels)[number]

/** The one thing that a stretch of rungs makes harder. A harder rung counts for an easier one only on the same axis. */
export type Axis = 'help' | 'start' | 'handler' | 'duration' | 'distance' | 'place' | 'pay' | 'pattern'

export const placeKinds = ['room', 'corridor', 'yard', 'open', 'street', 'square'] as const
export type PlaceKind = (typeof placeKinds)[number]

export type Rule =
  /** `r` clean reps in a row; a set of `r` of `r` is the same thing, since its window holds exactly `r`. */
  | { readonly kind: 'row'; readonly r: number; readonly said: 'of' | 'in a row' }
  /** At least `k` clean among the last `n`, and never before `n` reps were done. */
  | { readonly kind: 'window'; readonly k: number; readonly n: number }

export interface Criterion {
  /** Seconds from cue to response within which a rep counts as clean. */
  readonly latencySeconds?: number
  /** Seconds held until released. */
  readonly seconds?: number
  /** Metres between handler and dog. */
  readonly metres?: number
  /** Steps walked, or steps between handler and dog for a recall. */
  readonly steps?: number
  /** The most help a clean rep may use. */
  readonly help: PromptLevel
  readonly start?: string
  readonly handler?: string
  /** The rung counts only in a place of this kind. */
  readonly place?: PlaceKind
  /** The criterion in a trainer's words. */
  readonly words: string
}

export interface Rung {
  readonly id: string
  readonly command: string
  /** Rungs of one run are climbed in order; runs of one command stand side by side. */
  readonly run: string
  readonly name: string
  readonly axis: Axis
  readonly stage: Stage
  readonly kind: RepKind
  readonly cue: 'none' | 'signal' | 'word'
  readonly criterion: Criterion
  readonly rule: Rule
  readonly setReps: number
  readonly payWhere: string
  readonly say: string
  readonly dontSay: string
  /** Ids of rungs that must be held before a rep here moves anything on. */
  readonly needs: readonly string[]
}

export interface Run {
  readonly id: string
  readonly name: string
  readonly rungs: readonly Rung[]
}

export interface Command {
  readonly id: string
  readonly name: string
  readonly defaultCue: string
  readonly signal: string
  readonly runs: readonly Run[]
  readonly faults: readonly string[]
  readonly caution?: string
}

export interface Curriculum {
  readonly id: string
  /** Raised whenever a rung or rule changes; every set carries the version it was worked under. */
  readonly version: number
  readonly commands: readonly Command[]
}
