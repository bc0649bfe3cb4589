/** Room is short beside the words. */
export const firstName = (name: string): string => name.split(' ')[0] ?? name

/** What sends no one to this dog without a warning; empty where nothing does. */
export const askingPerson = (dog: {
  readonly biteHistory: boolean
  readonly caution: string
  readonly twoPeople: boolean
}): string =>
  [
    dog.biteHistory ? 'Bite history.' : '',
    dog.twoPeople && !/two people/i.test(dog.caution) ? 'Two people.' : '',
    dog.caution,
  ]
    .filter((t) => t !== '')
    .join(' ')
