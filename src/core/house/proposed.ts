import { plainWays, type HouseWays } from '../measures'

/** Where body weight and lengths are customary units (Unicode CLDR, measurement system; from memory). */
const customary = new Set(['US', 'LR', 'MM'])
/** Where temperatures are in Fahrenheit (Unicode CLDR, temperature; from memory). */
const fahrenheit = new Set(['US', 'BS', 'BZ', 'KY', 'PR', 'PW', 'LR', 'FM', 'MH'])
/** Where paper is of letter size (Unicode CLDR, paper size; from memory). */
const letter = new Set(['US', 'CA', 'MX', 'PH', 'PR', 'CL', 'CO', 'CR', 'GT', 'NI', 'PA', 'SV', 'VE', 'BZ'])
/** Where a month is written before its day in figures, of those written in letters read left to right. */
const monthFirst = new Set(['US', 'PH', 'PR', 'FM', 'MH', 'PW'])
/** Where the week begins on Sunday, of places that kennels are likely in (Unicode CLDR, week data; from memory). */
const sunday = new Set(['US', 'CA', 'MX', 'PR', 'BR', 'JP', 'KR', 'TW', 'IN', 'IL', 'ZA', 'PH', 'CO', 'PE', 'VE'])

/**
 * How a house most likely measures and reads, from the language of a browser such as `en-US`: a proposal that is shown
 * and changed by whoever sets the house up. A language without a region is met by its likeliest one.
 */
export function proposedWays(language: string): HouseWays {
  const region = regionOf(language)
  if (region === undefined) return plainWays
  const own = customary.has(region)
  return {
    unit: own ? 'lb' : 'kg',
    lengths: own ? 'ft' : 'm',
    temperatures: fahrenheit.has(region) ? 'F' : 'C',
    clock: new Intl.DateTimeFormat(language, { hour: 'numeric' }).resolvedOptions().hour12 === true ? '12' : '24',
    dates: monthFirst.has(region) ? 'month-first' : 'day-first',
    week: sunday.has(region) ? 'sunday' : 'monday',
    paper: letter.has(region) ? 'Letter' : 'A',
  }
}

function regionOf(language: string): string | undefined {
  try {
    return new Intl.Locale(language).maximize().region
  } catch {
    return undefined
  }
}

/** Every time zone there is to choose from, by name; `also` is among them whatever this machine knows. */
export const timeZones = (also: string): readonly string[] =>
  [...new Set(['UTC', also, ...Intl.supportedValuesOf('timeZone')])].filter((z) => z !== '').sort()
