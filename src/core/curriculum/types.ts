import type { Role } from './roles'
import type { z } from 'zod'
import type { CurriculumFile, gate, RungFile } from './schema'
import type { axes, kits, placeKinds, promptLevels, repKinds, stages } from './words'

export { kits, placeKinds, promptLevels } from './words'

/** The kit of a dog that is loose. */
export const noKit = 'none'

/** The stages a command passes, in teaching order. They decide which word its standing is called by. */
export type Stage = (typeof stages)[number]
/** What one repetition is, and therefore what is measured and what ends a set. */
export type RepKind = (typeof repKinds)[number]
export type PromptLevel = (typeof promptLevels)[number]
export type Axis = (typeof axes)[number]
export type Kit = (typeof kits)[number]
export type Gate = z.infer<typeof gate>
export type PlaceKind = (typeof placeKinds)[number]
export type { Rule } from '../rule/rule'
export type Criterion = RungFile['criterion']

/** A rung of the file, knowing where it stands. */
export type Rung = RungFile & {
  readonly command: string
  readonly run: string
  /** Its roles and those of its command; left out where there are none. */
  readonly as?: readonly Role[]
}

export interface Ladder {
  readonly id: string
  readonly name: string
  readonly aside?: boolean | undefined
  readonly rungs: readonly Rung[]
}

type CommandFile = CurriculumFile['commands'][number]
export type Command = Omit<CommandFile, 'runs'> & { readonly runs: readonly Ladder[] }

export interface Curriculum {
  readonly id: string
  /** Raised whenever a rung or rule changes; every set carries the version it was worked under. */
  readonly version: number
  readonly name: string
  readonly gates: readonly Gate[]
  readonly commands: readonly Command[]
  /** Ids of rungs that an earlier version had, or that this dog’s ladder leaves out, and what stands in their stead. */
  readonly instead?: Readonly<Record<string, string>>
}
