/** Resting energy a day, kcal: 70 × kg^0.75. Kleiber 1947, as used in veterinary feeding guides (from memory). */
export const restingKcal = (kg: number): number => 70 * kg ** 0.75

/** Factors on the resting need by stage of life. WSAVA/AAHA nutrition guidelines (from memory); a vet’s figure wins. */
export const lifeStages = {
  'neutered adult': 1.6,
  'intact adult': 1.8,
  'prone to gain': 1.3,
  'puppy under four months': 3,
  'older puppy': 2,
} as const
export type LifeStage = keyof typeof lifeStages
export const lifeStageNames = [
  'neutered adult',
  'intact adult',
  'prone to gain',
  'puppy under four months',
  'older puppy',
] as const satisfies readonly LifeStage[]

/**
 * Design choice: a dog counts as an older puppy from 17 weeks on and as grown from a year on; giants grow for longer,
 * so the trainer may choose.
 */
export function stageByAge(ageDays: number | undefined, neutered: boolean): LifeStage {
  if (ageDays !== undefined && ageDays < 120) return 'puppy under four months'
  if (ageDays !== undefined && ageDays < 365) return 'older puppy'
  return neutered ? 'neutered adult' : 'intact adult'
}

/** Daily need, kcal. */
export const dailyKcal = (kg: number, stage: LifeStage): number => restingKcal(kg) * lifeStages[stage]

/** What so many paid reps cost, kcal, at so many pieces each. */
export const rewardKcal = (paidReps: number, kcalPerPiece: number, piecesEach = 1): number =>
  paidReps * piecesEach * kcalPerPiece
