import type { BlockPlan } from '@/core/block/compose'
import type { Seen } from '@/core/block/performanceDrop'
import type { Curriculum } from '@/core/curriculum/types'
import type { Age } from '@/core/dog/ageLimits'
import type { DogTraits } from '@/core/dog/traits'
import type { SetFact } from '@/core/facts/fact'
import type { FoodLeft, PayFood } from '@/core/food/pay'
import type { Judging } from '@/core/method/judging'
import type { SettleMinute } from '@/core/method/settle'
import type { Method } from '@/core/method/method'
import type { Regime, Regimes } from '@/core/progress/regime'
import type { DogState } from '@/core/progress/state'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** What a device must be told once, so that it can judge every rep of a dog by itself from then on. */
export interface LiveSnapshot {
  readonly resident: { readonly residencyId: ResidencyId; readonly traits: DogTraits }
  readonly timeZone: string
  /** The ladder, rules and method that hold for this dog now. */
  readonly curriculum: Curriculum
  readonly judging: Judging
  readonly age: Age | undefined
  readonly method: Method
  /** What is known to change while this is open: a birthday. */
  readonly ahead: readonly Regime[]
  readonly now: EpochMs
  /** The dog's state before the sets that follow; `since` is the moment that parts them. */
  readonly state: DogState
  readonly since: EpochMs
  /** Its newest sets, with their reps, as the kennel knows them. */
  readonly recent: readonly SetFact[]
  /** Those of them not closed, with the device that opened each. */
  readonly open: readonly { readonly id: string; readonly device: string }[]
  readonly places: readonly { readonly id: string; readonly kind: SetFact['placeKind'] }[]
}

/** What a block is told beside it. */
export interface BlockSnapshot extends LiveSnapshot {
  /** Who is signed in and records. */
  readonly me: string
  /** The one command asked for by the address; undefined for a block as composed. */
  readonly command: string | undefined
  readonly plan: BlockPlan
  /** Counts of reps at each rung in each context, for what is expected of it. */
  readonly seen: Readonly<Record<string, Seen>>
  /** Clean reps in a row that went unpaid before; undefined when none are known. */
  readonly unpaid: number | undefined
  /** Under six months: shorter sets. */
  readonly young: boolean
  /** The newest minute on the tether, of a block or in passing; undefined when none was told apart. */
  readonly settle: SettleMinute | undefined
  /** What it may be paid with, own meal first. */
  readonly feeds: readonly PayFood[]
  /** It is paid in play: it works for toys, or there is no food that it may have. */
  readonly plays: boolean
  /** What it may still eat today, kcal, when this was made; `training` is the share that is for training. */
  readonly foodLeft: FoodLeft & { readonly training: number | undefined }
  readonly mealKcalPerGram: number | undefined
  /** What of the meal is a handful in the bowl of a recall drill, grams. */
  readonly handfulGrams: number
  /** Minutes since the last meal of the house, today. */
  readonly mealMinutesAgo: number | null
}

/** What holds while this is open: the rules it was made under, and those known to come. */
export const regimesOf = (snapshot: LiveSnapshot): Regimes => [
  {
    fromMs: Number.NEGATIVE_INFINITY,
    curriculum: snapshot.curriculum,
    judging: snapshot.judging,
    ...(snapshot.age ? { age: snapshot.age } : {}),
  },
  ...snapshot.ahead,
]
