import type { Curriculum } from '@/core/curriculum/types'
import type { HouseGround } from '@/core/handoff/possible'

/** What the choosing of promises needs to say what each costs, and what this house cannot keep. */
export interface Promising {
  readonly curriculum: Curriculum
  readonly ground: HouseGround
}
