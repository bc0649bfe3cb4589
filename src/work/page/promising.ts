import type { Curriculum } from '@/core/curriculum/types'
import type { HouseGround } from '@/core/handoff/possible'

/** What the choosing of promises needs to say what each costs, and what this house cannot keep. */
export interface Promising {
  readonly curriculum: Curriculum
  readonly ground: HouseGround
  /** What this dog learns in the place of what was promised, in sentences; empty where nothing is in its place. */
  readonly instead?: readonly string[]
}
