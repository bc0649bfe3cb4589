/** Room is short beside the words. */
export const firstName = (name: string): string => name.split(' ')[0] ?? name

const title = /^(mr|mrs|ms|miss|mx|dr|prof)\.? /i

/**
 * What owners are called in a sentence: one person by the first name, two by both, somebody with a title by the whole
 * name, a family as such: “the Hartley family”.
 */
export function ownerCalled(name: string): string {
  const whole = name.trim().replace(/\s+/g, ' ')
  const family = /^the /i.exec(whole)
  if (family) return `the ${whole.slice(4)}`
  if (/\bfamily\b/i.test(whole)) return `the ${whole}`
  const people = whole.split(/ (?:and|&) /i)
  if (people.some((one) => title.test(`${one} `))) return whole
  return people.length === 1 ? firstName(whole) : people.map(firstName).join(' and ')
}

/** What is theirs: “Gwen’s”, “the Hartleys’”. */
export const ownersOwn = (called: string): string => `${called}${/^the .*s$/.test(called) ? '’' : '’s'}`

/** What owners are called after “Dear”. */
export const ownerAddressed = (name: string): string => ownerCalled(name).replace(/^the /, '')

/** Words of an owner's name that name nobody. */
const noName = /^(the|and|family|mr|mrs|ms|miss|mx|dr|prof)\.?$/i

/** A text that somebody typed, with “the owner” wherever the owner of the dog is named in it. */
export function withoutOwner(text: string, owner: string): string {
  const names = owner.split(/[\s,&]+/).filter((word) => word.length > 1 && !noName.test(word))
  if (names.length === 0) return text
  const any = names.map((word) => word.replace(/[$()*+.?[\\\]^{|}]/g, '\\$&')).join('|')
  const one = `(?:(?:the|mr|mrs|ms|miss|mx|dr|prof)\\.? )?(?<![\\p{L}\\p{N}])(?:${any})(?![\\p{L}\\p{N}])`
  return text.replace(new RegExp(`${one}(?:(?: and | & |, | )${one})*`, 'giu'), 'the owner')
}

/** What sends no one to this dog without a warning; empty where nothing does. */
export const askingPerson = (dog: {
  readonly biteHistory: boolean
  readonly caution: string
  readonly twoPeople: boolean
}): string =>
  [
    dog.biteHistory ? 'Bite history.' : '',
    dog.twoPeople && !/two (people|handlers)/i.test(dog.caution) ? 'Needs two handlers.' : '',
    dog.caution,
  ]
    .filter((t) => t !== '')
    .join(' ')
