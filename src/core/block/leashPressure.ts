import { daysBetween } from '../days'
import { isDevice } from '../dog/collar'
import { youngUntilDays } from '../dog/traits'
import { chosen, type Method } from '../method/method'

/** The consent an owner signs before leash pressure is used on the dog. */
export const pressureConsent = 'leash pressure as the house does it'
/** The consent that rules it out, whatever else was signed. */
export const rewardOnly = 'reward-based training only'

const ageUnknown = 'The dog’s age is not known. Never use this on a dog that may be under six months.'

export interface PressureScene {
  readonly method: Method
  /** Devices the lead trainer has listed; empty by default. */
  readonly devices: readonly string[]
  readonly consents: readonly string[]
  readonly bornOn: string | null
  readonly today: string
  /** Whether the dog plainly knows the command: some rung of it is held. */
  readonly held: boolean
}

/**
 * Why no correction is recorded as allowed here; undefined when house policy, the owner’s signature, the dog’s age and
 * its knowledge of the command all allow it. Local law stands above all of this.
 */
export function noPressureBecause(scene: PressureScene): string | undefined {
  if (chosen(scene.method, 'corrections') === 'none') return 'This kennel works without corrections.'
  if (scene.devices.length === 0) return 'The kennel has listed no device.'
  if (scene.consents.includes(rewardOnly)) return 'The owner signed for reward-based training only.'
  if (!scene.consents.includes(pressureConsent)) return 'The owner has not signed for leash pressure.'
  if (scene.bornOn === null) return ageUnknown
  if (daysBetween(scene.bornOn, scene.today) < youngUntilDays) return 'Never on a dog under six months.'
  if (!scene.held) return 'Only for a command the dog plainly knows. No rung of this one is mastered.'
  return undefined
}

/** What is known where a dog wears something. */
export type WornScene = Pick<PressureScene, 'devices' | 'consents' | 'bornOn' | 'today'> & { readonly deaf: boolean }

/**
 * Why a dog is not to wear this; undefined where house policy, the owner’s signature and the dog’s age allow it, and
 * for what every house may put on a dog. Local law stands above all of this.
 */
export function notWornBecause(collar: string, scene: WornScene): string | undefined {
  if (!isDevice(collar, scene)) return undefined
  if (!scene.devices.includes(collar)) return `The kennel has not listed the ${collar}.`
  if (scene.consents.includes(rewardOnly)) return 'The owner signed for reward-based training only.'
  if (!scene.consents.includes(pressureConsent)) return `The owner has not signed for the ${collar}.`
  if (scene.bornOn === null) return ageUnknown
  if (daysBetween(scene.bornOn, scene.today) < youngUntilDays) return 'Never on a dog under six months.'
  return undefined
}

export const pressureReasons = [
  'pulled',
  'did not move off',
  'broke a held stay',
  'fixed on a distraction',
  'other',
] as const
/** What a stored reason is called on screens. */
export const pressureReasonText = (reason: string): string =>
  reason === 'broke a held stay' ? 'broke a mastered stay' : reason
export const pressureEffects = ['gave at once', 'gave late', 'no change', 'worse: stopped it'] as const

/** Corrections by day, oldest first, so that the count can be seen to fall; days worked without one are nought. */
export function pressureTrend(
  days: readonly string[],
  worked: readonly string[],
): readonly { readonly day: string; readonly count: number }[] {
  const all = [...new Set([...days, ...worked])].sort()
  return all.map((day) => ({ day, count: days.filter((d) => d === day).length }))
}
