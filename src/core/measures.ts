import type { ClockFace } from './clock'
import type { DateOrder } from './days'
import type { Paper } from './paper'

/** How the house measures. All is kept in kilograms, meters and degrees Celsius, and converted where it is shown. */
export interface Measures {
  readonly unit: 'kg' | 'lb'
  readonly lengths: 'm' | 'ft'
  readonly temperatures: 'C' | 'F'
}

/** How the house measures, reads a clock and a calendar. */
export interface HouseWays extends Measures {
  readonly clock: ClockFace
  readonly dates: DateOrder
  readonly week: 'monday' | 'sunday'
  readonly paper: Paper
}

export const plainWays: HouseWays = {
  unit: 'kg',
  lengths: 'm',
  temperatures: 'C',
  clock: '24',
  dates: 'day-first',
  week: 'monday',
  paper: 'A',
}

/** These alone, of a house that says more. */
export const waysOf = ({ unit, lengths, temperatures, clock, dates, week, paper }: HouseWays): HouseWays => ({
  unit,
  lengths,
  temperatures,
  clock,
  dates,
  week,
  paper,
})

/** Kilograms in a pound, and meters in a foot, exactly: the international yard and pound of 1959. */
export const kgPerLb = 0.45359237
export const metresPerFoot = 0.3048

/** A body weight in the house's unit, as a number. */
export const massIn = (kg: number, unit: Measures['unit']): number => (unit === 'kg' ? kg : kg / kgPerLb)
/** “20.5 kg”, “45.2 lb”. */
export const massText = (kg: number, unit: Measures['unit']): string => `${Number(massIn(kg, unit).toFixed(1))} ${unit}`

/** Feet are said whole, and below a yard to a tenth: 10 m are 33 ft, half a meter 1.6. */
const feet = (metres: number): number => {
  const exact = metres / metresPerFoot
  return exact < 3 ? Number(exact.toFixed(1)) : Math.round(exact)
}
/** Degrees of the house's scale, as a number. */
export const degreesIn = (celsius: number, scale: Measures['temperatures']): number =>
  scale === 'C' ? celsius : (celsius * 9) / 5 + 32
/** Degrees Celsius, from degrees of the house's scale. */
export const celsiusFrom = (degrees: number, scale: Measures['temperatures']): number =>
  scale === 'C' ? degrees : ((degrees - 32) * 5) / 9
/** “27 °C”, “81 °F”. */
export const temperatureText = (celsius: number, scale: Measures['temperatures']): string =>
  `${Math.round(degreesIn(celsius, scale))} °${scale}`

const inWords = (unit: 'm' | 'kg') =>
  new RegExp(`(?<![\\w.,])(\\d+(?:\\.\\d+)?)(?:–(\\d+(?:\\.\\d+)?))? ${unit}(?![\\w²/])`, 'g')
const [metresInWords, kilogramsInWords] = [inWords('m'), inWords('kg')]
const turned = (words: string, found: RegExp, to: string, turn: (n: number) => number): string =>
  words.replace(
    found,
    (_, from: string, until: string | undefined) =>
      `${turn(Number(from))}${until === undefined ? '' : `–${turn(Number(until))}`} ${to}`,
  )

/** What is said roughly stays rough: “half a meter” is a foot and a half, “over 15 m” over 50 ft. */
const aboutFeet = (words: string): string =>
  words
    .replace(/\bhalf a met(?:re|er)\b/g, 'a foot and a half')
    .replace(/\bover (\d+) m(?![\w²/])/g, (_, metres: string) => `over ${roughly(Number(metres))} ft`)
/** Feet, from thirty on in tens. */
function roughly(metres: number): number {
  const exact = metres / metresPerFoot
  return exact < 30 ? Math.round(exact) : 10 * Math.round(exact / 10)
}

/**
 * Words with meters or kilograms in them, as the house says them: “5–15 m off” is “16–49 ft off”. For what the program
 * says; what somebody typed is left as it was.
 */
export function wordsIn(words: string, { lengths, unit }: Pick<Measures, 'lengths' | 'unit'>): string {
  const inHouseLengths = lengths === 'm' ? words : turned(aboutFeet(words), metresInWords, 'ft', feet)
  return unit === 'kg'
    ? inHouseLengths
    : turned(inHouseLengths, kilogramsInWords, 'lb', (kg) => Math.round(massIn(kg, 'lb')))
}
