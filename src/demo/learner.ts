import type { Chance } from '@/core/seeded'

export interface Temper {
  /** Rungs gained by a rep that worked at the edge of what the dog can do. */
  readonly pace: number
  /** How much of a bad day a bad day is. */
  readonly moods: number
  /** Rungs lost overnight when a command is left alone. */
  readonly leak: number
}

/** How simulated dogs forget; Kibou has to find this out from their refreshers. */
export const hiddenForgetting = { firstHalfLifeDays: 5, cleanFactor: 1.7, failedFactor: 0.6 } as const

/**
 * A simulated dog's own law of learning, with no relation to how Kibou judges. Each ladder has an edge, a number of
 * rungs; a rep below the edge mostly works, one above mostly does not, and reps near the edge move it. What is left
 * alone leaks away by the square root of the days.
 */
export class Learner {
  private readonly edges = new Map<string, number>()
  private readonly workedOn = new Map<string, number>()
  private readonly halfLives = new Map<string, number>()
  private mood = 0

  constructor(
    private readonly temper: Temper,
    private readonly chance: Chance,
  ) {}

  /**
   * Whether a learned thing, left alone for so many days, is still there when asked for cold; asking changes how long
   * it lasts.
   */
  remembers(ladder: string, restedDays: number): boolean {
    const halfLife = this.halfLives.get(ladder) ?? hiddenForgetting.firstHalfLifeDays
    const still = this.chance() < 2 ** (-restedDays / halfLife)
    this.halfLives.set(
      ladder,
      Math.max(1, halfLife * (still ? hiddenForgetting.cleanFactor : hiddenForgetting.failedFactor)),
    )
    return still
  }

  /** A new morning: another mood. */
  wake(): void {
    this.mood = (this.chance() - 0.5) * this.temper.moods
  }

  /** One rep at rung `rung` of a ladder on day `day`: how it came out. */
  try(ladder: string, rung: number, day: number): 'clean' | 'helped' | 'late' | 'miss' {
    const rested = Math.sqrt(Math.max(0, day - (this.workedOn.get(ladder) ?? day)))
    const edge = Math.max(-0.5, (this.edges.get(ladder) ?? 0.4) - this.temper.leak * rested)
    const comesOff = 1 / (1 + Math.exp(1.25 * (rung - edge) - 2.3 + this.mood))
    const clean = this.chance() < comesOff
    const near = Math.exp(-((rung - edge) ** 2) / 4)
    this.edges.set(ladder, edge + this.temper.pace * near * (clean ? 1 : 0.35))
    this.workedOn.set(ladder, day)
    if (clean) return 'clean'
    const how = this.chance()
    return how < 0.34 ? 'helped' : how < 0.5 ? 'late' : 'miss'
  }
}
