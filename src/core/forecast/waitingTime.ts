/**
 * How many sets a dog needs at a rung that it has never met: waiting times that are over-dispersed geometric. A rung's
 * hazard a set is gamma around Λ, with shape c: dogs differ in what they find hard. Mixed over it, the sets needed are
 * Lomax (Pareto of the second kind; Lomax 1954), rounded up; a dog that has tried long is slower than was thought.
 */

/** Design choice: how alike dogs are at one rung once their own speed is known. From simulated residencies. */
export const waitingTimeShape = 3

/** Hazard of set s (from 1), no pass before: −ln of the chance not to pass in it. */
export const hazardAt = (lambda: number, s: number, c = waitingTimeShape): number =>
  c * Math.log1p(lambda / (c + (s - 1) * lambda))

/** Chance to pass in set s (from 1), when it was not passed before: 1 − (1 + Λ/(c + (s−1)Λ))^−c. */
export const passChance = (lambda: number, s: number, c = waitingTimeShape): number =>
  -Math.expm1(-hazardAt(lambda, s, c))

/** Chance that it is not passed within the next n sets, after `done` sets without. */
export const stillWaiting = (lambda: number, done: number, n: number, c = waitingTimeShape): number =>
  ((c + done * lambda) / (c + (done + n) * lambda)) ** c

/**
 * Sets still needed after `done` sets without a pass, where `stillWaiting` falls to u; at least one, and as many as the
 * rule takes at the least.
 */
export const setsLeft = (lambda: number, done: number, u: number, least = 1, c = waitingTimeShape): number =>
  Math.max(1, least, Math.ceil(((c + done * lambda) / lambda) * (u ** (-1 / c) - 1)))
