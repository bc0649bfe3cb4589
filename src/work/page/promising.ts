import type { Curriculum } from '@/core/curriculum/types'
import type { HouseGround } from '@/core/handoff/possible'
import type { Db } from '@/store/database'
import { groundOf, usualHere } from '../scene/ground'

/** What the choosing of promises needs to say what each costs, and what this house cannot keep. */
export interface Promising {
  readonly curriculum: Curriculum
  readonly ground: HouseGround
  /** Places and people that a promise has where nobody says otherwise. */
  readonly usual: { readonly places: number; readonly people: number }
}

export const promisingOn = (db: Db, curriculum: Curriculum): Promising => ({
  curriculum,
  ground: groundOf(db),
  usual: usualHere(db),
})
