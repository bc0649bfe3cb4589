/** Text in which a figure is never parted from its unit by the end of a line. */
export const unbroken = (text: string): string => text.replace(/(\d) (s|min|m|°C|°F|kg|g)\b/g, '$1\u00a0$2')

/** Text that stands before other sentences: whoever wrote a curriculum may have left out its stop. */
export const sentence = (text: string): string => (/[.!?…][”’)]?$/u.test(text) ? text : `${text}.`)

/** With a capital at its head. */
export const capitalized = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** So many of something: “1 day”, “3 days”. */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`
