import type { Kit, Rung } from './types'
import { noKit } from './types'

/** How far off a dog can be on a piece of kit, meters. What is worn and held by nothing holds nobody. */
const reach: Readonly<Record<Kit, number>> = {
  '1.2 m leash': 1.2,
  '1.8 m leash': 1.8,
  'long line': 30,
  'self-winding leash': 8,
  tether: 2,
  'flat collar': 0,
  harness: 0,
  none: 0,
}

/** Design choice: what a step of a person measures, meters. */
export const stepMetres = 0.75

type Far = Pick<Rung, 'kind'> & { readonly criterion: Pick<Rung['criterion'], 'metres' | 'steps'> }

/** How far off the dog is at a rung, meters; 0 where it is at hand. Steps of a walk are done together. */
export const metresOff = ({ kind, criterion }: Far): number =>
  criterion.metres ?? (kind === 'recall' ? (criterion.steps ?? 0) * stepMetres : 0)

/** Whether a dog can be on this kit at this rung. Of what nobody knows it is not said that it cannot. */
export const reaches = (kit: string, rung: Far): boolean =>
  kit === noKit || !(kit in reach) || metresOff(rung) <= 0 || (reach[kit as Kit] ?? 0) >= metresOff(rung)

/** Whether a rep of this rung on this kit was done on a leash or line: it is one, and it is long enough to be true. */
export const isOnLeash = (kit: string, rung: Far | undefined): boolean =>
  (reach[kit as Kit] ?? 0) > 0 && (rung === undefined || reaches(kit, rung))

/** The kit that somebody has in hand where it reaches, else the line that does. */
export const reachingKit = <K extends string>(kit: K, rung: Far | undefined): K | 'long line' =>
  rung === undefined || reaches(kit, rung) ? kit : 'long line'
