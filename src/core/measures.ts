import type { ClockFace } from './clock'

/** How the house measures. All is kept in kilograms, metres and degrees Celsius, and converted where it is shown. */
export interface Measures {
  readonly unit: 'kg' | 'lb'
  readonly lengths: 'm' | 'ft'
  readonly temperatures: 'C' | 'F'
}

/** How the house measures, reads a clock and a calendar. */
export interface HouseWays extends Measures {
  readonly clock: ClockFace
  readonly dates: 'day-first' | 'month-first'
  readonly week: 'monday' | 'sunday'
}

export const plainWays: HouseWays = {
  unit: 'kg',
  lengths: 'm',
  temperatures: 'C',
  clock: '24',
  dates: 'day-first',
  week: 'monday',
}

/** These alone, of a house that says more. */
export const waysOf = ({ unit, lengths, temperatures, clock, dates, week }: HouseWays): HouseWays => ({
  unit,
  lengths,
  temperatures,
  clock,
  dates,
  week,
})

/** Kilograms in a pound, and metres in a foot, exactly: the international yard and pound of 1959. */
export const kgPerLb = 0.45359237
export const metresPerFoot = 0.3048

/** A body weight in the house's unit, as a number. */
export const massIn = (kg: number, unit: Measures['unit']): number => (unit === 'kg' ? kg : kg / kgPerLb)
/** “20.5 kg”, “45.2 lb”. */
export const sayMass = (kg: number, unit: Measures['unit']): string => `${Number(massIn(kg, unit).toFixed(1))} ${unit}`

/** Feet are said whole, and below a yard to a tenth: 10 m are 33 ft, half a metre 1.6. */
const feet = (metres: number): number => {
  const exact = metres / metresPerFoot
  return exact < 3 ? Number(exact.toFixed(1)) : Math.round(exact)
}
/** “10 m”, “33 ft”. */
export const sayLength = (metres: number, lengths: Measures['lengths']): string =>
  lengths === 'm' ? `${metres} m` : `${feet(metres)} ft`

/** Degrees of the house's scale, as a number. */
export const degreesIn = (celsius: number, scale: Measures['temperatures']): number =>
  scale === 'C' ? celsius : (celsius * 9) / 5 + 32
/** Degrees Celsius, from degrees of the house's scale. */
export const celsiusFrom = (degrees: number, scale: Measures['temperatures']): number =>
  scale === 'C' ? degrees : ((degrees - 32) * 5) / 9
/** “27 °C”, “81 °F”. */
export const sayTemperature = (celsius: number, scale: Measures['temperatures']): string =>
  `${Math.round(degreesIn(celsius, scale))} °${scale}`

const metresInWords = /(?<![\w.,])(\d+(?:\.\d+)?)(?:–(\d+(?:\.\d+)?))? m(?![\w²/])/g

/** Words with metres in them, as a house that measures in feet says them: “5–15 m off” is “16–49 ft off”. */
export const wordsIn = (words: string, lengths: Measures['lengths']): string =>
  lengths === 'm'
    ? words
    : words.replace(
        metresInWords,
        (_, from: string, to: string | undefined) =>
          `${feet(Number(from))}${to === undefined ? '' : `–${feet(Number(to))}`} ft`,
      )
