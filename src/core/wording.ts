/** Text in which a figure is never parted from its unit by the end of a line. */
export const unbroken = (text: string): string => text.replace(/(\d) (s|min|m|°C|°F|kg|g)\b/g, '$1\u00a0$2')

/** Text that stands before other sentences: whoever wrote a curriculum may have left out its stop. */
export const sentence = (text: string): string => (/[.!?…][”’)]?$/u.test(text) ? text : `${text}.`)

/** With a capital at its head. */
export const capitalized = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** So many of something: “1 day”, “3 days”. */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`

const numbers = 'no one two three four five six seven eight nine ten eleven twelve'.split(' ')
/** A number as a letter writes it: up to twelve in words. */
export const inWords = (n: number): string => numbers[n] ?? String(n)

const ordinals = 'first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth'.split(' ')
/** “first”, “second”; beyond the twelfth in figures. */
export const ordinal = (n: number): string =>
  ordinals[n - 1] ?? `${n}${ends[n % 100 > 10 && n % 100 < 14 ? 0 : n % 10] ?? 'th'}`
const ends = ['th', 'st', 'nd', 'rd']

/** A length of time as an owner reads it: 45 seconds, 3 minutes. */
export const longText = (seconds: number): string =>
  seconds >= 120 && seconds % 60 === 0 ? `${seconds / 60} minutes` : seconds === 1 ? '1 second' : `${seconds} seconds`
