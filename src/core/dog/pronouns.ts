/** How a dog is spoken of in a sentence; verbs go with `they` as `does` says. */
export interface Pronouns {
  readonly they: 'she' | 'he' | 'they'
  readonly them: 'her' | 'him' | 'them'
  readonly their: 'her' | 'his' | 'their'
}

const she: Pronouns = { they: 'she', them: 'her', their: 'her' }
const he: Pronouns = { they: 'he', them: 'him', their: 'his' }
const unknown: Pronouns = { they: 'they', them: 'them', their: 'their' }

/** The pronouns of a dog by the sex written down at intake; they, where nobody wrote it down. */
export const pronounsOf = (sex: string | undefined): Pronouns =>
  sex?.startsWith('female') ? she : sex?.startsWith('male') ? he : unknown

/** The form of a verb that goes with the pronoun: she sits, they sit. */
export const does = (p: Pronouns, one: string, many: string): string => (p.they === 'they' ? many : one)
