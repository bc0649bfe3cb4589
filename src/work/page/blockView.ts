import type { Partner } from '@/core/block/partner'
import type { BlockPlan } from '@/core/block/compose'
import type { Seen } from '@/core/block/performanceDrop'
import type { Starts } from '@/core/coach/starts'
import type { Tried } from '@/core/coach/stuck'
import type { Curriculum } from '@/core/curriculum/types'
import type { Age } from '@/core/dog/ageLimits'
import type { SetFact } from '@/core/facts/fact'
import type { HouseWays } from '@/core/measures'
import type { Judging } from '@/core/method/judging'
import type { Method } from '@/core/method/method'
import type { SettleMinute } from '@/core/method/settle'
import type { Forgetting } from '@/core/progress/retention'
import type { Regime } from '@/core/progress/regime'
import type { DogState } from '@/core/progress/state'
import type { OwnerPromise } from '@/core/promise/ownerPromise'
import type { QuotaProgress } from '@/core/promise/quota'
import type { SpaceRow } from '@/store/house'
import type { Person } from '@/store/kennel'
import type { Resident } from '@/store/residents'
import type { KitTrial } from './kitTrial'
import type { FoodLeft, PayFood } from '@/core/food/pay'
import type { PersonId, PlaceId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Something to pay with. */
/** All that a block needs on the device, so that nothing waits for the network. */
export interface BlockView {
  readonly resident: Resident
  readonly timeZone: string
  readonly ways: HouseWays
  /** Who is signed in and records. */
  readonly me: string
  /** The one command asked for by the address; undefined for a block as composed. */
  readonly command: string | undefined
  /** The ladder, rules and prompts that hold for this dog now. */
  readonly curriculum: Curriculum
  readonly judging: Judging
  readonly age: Age | undefined
  /** What is known to change while this page may be open: a birthday. */
  readonly ahead: readonly Regime[]
  readonly method: Method
  readonly forgetting: Forgetting
  readonly today: string
  readonly now: EpochMs
  /** The dog's state before the sets that follow; `since` is the moment that parts them. */
  readonly state: DogState
  readonly since: EpochMs
  /** Its newest sets, with their reps, as the kennel knows them. */
  readonly recent: readonly SetFact[]
  /** Those of them not closed, with the device that opened each, and when. */
  readonly open: readonly { readonly id: string; readonly device: string; readonly at: EpochMs }[]
  readonly promises: readonly OwnerPromise[]
  readonly places: readonly SpaceRow[]
  readonly people: readonly Person[]
  /** Those whom a suggestion may name. */
  readonly handlers: readonly string[]
  /** Places in which a dog works now that this one may not meet. */
  readonly barred: Readonly<Record<string, string>>
  readonly weather: { readonly temperatureC: number; readonly humidity: number | null } | undefined
  /** Its own cue words and signals, by command. */
  readonly cueWords: Readonly<Record<string, string>>
  readonly signals: Readonly<Record<string, string>>
  readonly plan: BlockPlan
  /** Why it is not to be worked now; empty when it may be. */
  readonly rest: string
  /** Its baseline comes before any work. */
  readonly wantsBaseline: boolean
  /** Nothing at all of it may be begun: it is paused, or the baseline comes first. */
  readonly shut: boolean
  /** Counts of reps at each rung in each context, for what is expected of it. */
  readonly seen: Readonly<Record<string, Seen>>
  /** What it may be paid with, own meal first. */
  readonly feeds: readonly PayFood[]
  /** It is paid in play: it works for toys, or there is no food that it may have. */
  readonly plays: boolean
  /** What it may still eat today, kcal; `training` is the share of the meal that is for training. */
  readonly foodLeft: FoodLeft & { readonly training: number | undefined }
  readonly mealKcalPerGram: number | undefined
  /** What speaks against its own meal, in a few words; empty where nothing does. */
  readonly mealAgainst: string
  /** Pieces of its own meal still to be paid today; undefined when nobody knows. */
  readonly piecesLeft: number | undefined
  /** What it plays with for pay, where it works for toys: the one kept for training, else the one it likes best. */
  readonly toy: string | undefined
  readonly allergies: readonly string[]
  readonly twoPeople: boolean
  /** What was noted for this time. */
  readonly note: { readonly text: string; readonly at: EpochMs; readonly by: string } | undefined
  /** When it may be worked again after its last block; undefined when it may. */
  readonly restsUntil: number | undefined
  readonly blocksToday: number
  /** Collars to choose from, and those it was worked on, the newest first. */
  readonly collars: readonly string[]
  readonly collarsWorn: readonly string[]
  /** Signs of being over threshold keep coming. */
  readonly signsKeepComing: boolean
  /** What is wrong with its promises: none was made, or its ladder does not have what was; empty otherwise. */
  readonly lacks: string
  readonly young: boolean
  /** Minutes since the last meal of the house, today. */
  readonly mealMinutesAgo: number | null
  readonly self: Partner
  readonly others: readonly (Partner & { readonly toys: boolean })[]
  readonly pressure: { readonly devices: readonly string[]; readonly consents: readonly string[] }
  /** Place and leash holder of the newest set, to begin with. */
  readonly last: { readonly placeId: PlaceId | undefined; readonly personId: PersonId | undefined }
  /** Clean reps in a row that went unpaid before this page was made; undefined when none are known. */
  readonly unpaid: number | undefined
  /** The newest minute on the tether; undefined when none was told apart. */
  readonly settle: SettleMinute | undefined
  /** A handful in the bowl of a recall drill, grams of the meal. */
  readonly handfulGrams: number
  /** How the numbers to reach stand, by command. */
  readonly paces: Readonly<Record<string, QuotaProgress>>
  /** What was tried where it was stuck. */
  readonly tried: readonly Tried[]
  /** What misses share, by command that is stuck, in sentences. */
  readonly shared: Readonly<Record<string, readonly string[]>>
  /** How rungs went from each start that was noted, by rung. */
  readonly starts: Readonly<Record<string, Starts>>
  /** A rung to be compared on two pieces of kit, and the kit of today's sets at it, oldest first. */
  readonly trial: (KitTrial & { readonly done: readonly SetFact[] }) | undefined
}
