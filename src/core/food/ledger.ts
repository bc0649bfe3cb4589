import { figures } from '../figures'
import { dailyKcal, restingKcal, type LifeStage } from './energy'

/** How one dog is fed, as last decided. */
export interface FeedingPlan {
  readonly kg: number
  readonly stage: LifeStage
  /** What the house made of the stage's factor; null to take it as it is. */
  readonly factor: number | null
  /** The vet's own figure, kcal a day; wins over everything. */
  readonly vetKcal: number | null
  /** Share of the ration that is weighed out for training, 0–1. */
  readonly trainingShare: number
}

export interface Energy {
  readonly resting: number
  /** kcal a day. */
  readonly daily: number
  readonly factor: number
  readonly from: 'vet' | 'factor'
}

/** A day's energy, kcal, and where it comes from. */
export function energyOf(plan: FeedingPlan): Energy {
  const resting = restingKcal(plan.kg)
  const own = plan.factor === null ? dailyKcal(plan.kg, plan.stage) : resting * plan.factor
  return {
    resting,
    daily: plan.vetKcal ?? own,
    factor: plan.vetKcal === null ? own / resting : plan.vetKcal / resting,
    from: plan.vetKcal === null ? 'factor' : 'vet',
  }
}

/**
 * Design choice: extras (food that is no part of the ration) are a tenth of the day's energy at the most. WSAVA/AAHA
 * (from memory).
 */
export const extrasShare = figures.extrasShare.value

/** Something that can be fed. A piece may come from the dog's own meal or be an extra. */
export interface Feed {
  readonly id: string
  readonly name: string
  readonly kcalPer100g: number
  /** Null when it is not given in pieces. */
  readonly kcalPerPiece: number | null
}

/** What happened with food on one day; grams of the meal, kcal of what came on top. */
export interface FedToday {
  /** Grams weighed out of the ration for training. */
  readonly weighedGrams: number
  /** Grams of the training share brought back uneaten, or paid reps counted: what was eaten in blocks. */
  readonly eatenGrams: number
  /** Grams of the meal given from the bowl. */
  readonly bowlGrams: number
  /** Of food that is not the ration. */
  readonly extraKcal: number
}

export interface Ledger {
  readonly energy: Energy
  /** kcal the meal itself has to bring: the day less extras already eaten, up to the tenth. */
  readonly rationGrams: number
  readonly trainingGrams: number
  /** Reps that the training share can pay for, at one piece each; undefined when the feed is not given in pieces. */
  readonly repsToPay: number | undefined
  readonly piecesLeft: number | undefined
  /** Still owed to the dog today, grams of the meal. */
  readonly owedGrams: number
  /** kcal of extras that are still allowed; negative when it was too much. */
  readonly extrasLeft: number
}

/**
 * A day's food of one dog. The whole ration is always eaten: what is not paid in training goes into the evening bowl,
 * and extras come off the ration only up to their tenth, so that nobody's bowl is emptied by treats.
 */
export function ledgerOf(plan: FeedingPlan, feed: Feed, fed: FedToday): Ledger {
  const energy = energyOf(plan)
  const extrasMost = energy.daily * extrasShare
  const rationGrams = ((energy.daily - Math.min(fed.extraKcal, extrasMost)) / feed.kcalPer100g) * 100
  const trainingGrams = rationGrams * plan.trainingShare
  const pieceGrams = feed.kcalPerPiece === null ? undefined : (feed.kcalPerPiece / feed.kcalPer100g) * 100
  return {
    energy,
    rationGrams,
    trainingGrams,
    repsToPay: pieceGrams === undefined ? undefined : Math.floor(trainingGrams / pieceGrams + 1e-9),
    piecesLeft:
      pieceGrams === undefined
        ? undefined
        : Math.max(0, Math.floor((trainingGrams - fed.eatenGrams) / pieceGrams + 1e-9)),
    owedGrams: Math.max(0, rationGrams - fed.eatenGrams - fed.bowlGrams),
    extrasLeft: extrasMost - fed.extraKcal,
  }
}

/** Design choice: less than this is nothing owed; scales by the runs show whole grams. */
export const owedFromGrams = 5
