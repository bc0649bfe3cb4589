import { figures } from '../figures'
import { daysBetween } from '../days'
import { youngUntilDays, type DogTraits } from './traits'

const toF = (c: number): number => (c * 9) / 5 + 32
const toC = (f: number): number => ((f - 32) * 5) / 9

/**
 * Heat index in °C from air temperature in °C and relative humidity in percent: the US National Weather Service's
 * regression (Rothfusz 1990) with its two adjustments, and Steadman's simple form below 80 °F. Made for people in the
 * shade.
 */
export function heatIndexC(temperatureC: number, humidity: number): number {
  const t = toF(temperatureC)
  const h = Math.min(100, Math.max(0, humidity))
  const simple = 0.5 * (t + 61 + (t - 68) * 1.2 + h * 0.094)
  if ((simple + t) / 2 < 80) return toC(simple)
  let index =
    -42.379 +
    2.04901523 * t +
    10.14333127 * h -
    0.22475541 * t * h -
    0.00683783 * t * t -
    0.05481717 * h * h +
    0.00122874 * t * t * h +
    0.00085282 * t * h * h -
    0.00000199 * t * t * h * h
  if (h < 13 && t >= 80 && t <= 112) index -= ((13 - h) / 4) * Math.sqrt((17 - Math.abs(t - 95)) / 17)
  if (h > 85 && t >= 80 && t <= 87) index += ((h - 85) / 10) * ((87 - t) / 5)
  return toC(index)
}

/** Design choice: outdoor work takes care from the first, and stops from the second, °C of heat index. */
export const heatLimits = { care: figures.heatCare.value, stop: figures.heatStop.value } as const
/** Design choice: both limits lie so much lower for a dog that bears heat badly. */
export const tenderBy = figures.heatTender.value
/** Design choice: humidity taken when nobody read it, percent. */
export const usualHumidity = 60
/** Design choice: a dog counts as very young until, and as old from, so many days. */
const oldFromDays = 8 * 365

/** What makes this dog bear heat badly; empty when nothing is known to. */
export function tenderBecause(traits: DogTraits, today: string): readonly string[] {
  const age = traits.bornOn === null ? undefined : daysBetween(traits.bornOn, today)
  return [
    ...(traits.flat ? ['flat-faced'] : []),
    ...(traits.heavy || traits.giant ? ['heavy'] : []),
    ...(traits.dark ? ['dark-coated'] : []),
    ...(traits.stiff || (age !== undefined && age >= oldFromDays) ? ['old or stiff'] : []),
    ...(age !== undefined && age < youngUntilDays ? ['very young'] : []),
  ]
}

export interface Heat {
  readonly indexC: number
  readonly say: 'fine' | 'care' | 'stop'
  readonly careFrom: number
  readonly stopFrom: number
  /** Why the limits are lower for this dog. */
  readonly because: readonly string[]
}

/** What the heat means for work outdoors; undefined indoors or when nobody looked. */
export function heatFor(
  temperatureC: number | null,
  humidity: number | null,
  indoors: boolean,
  traits: DogTraits,
  today: string,
): Heat | undefined {
  if (temperatureC === null || indoors) return undefined
  const because = tenderBecause(traits, today)
  const lower = because.length > 0 ? tenderBy : 0
  const indexC = heatIndexC(temperatureC, humidity ?? usualHumidity)
  const [careFrom, stopFrom] = [heatLimits.care - lower, heatLimits.stop - lower]
  return {
    indexC,
    say: indexC >= stopFrom ? 'stop' : indexC >= careFrom ? 'care' : 'fine',
    careFrom,
    stopFrom,
    because,
  }
}
