import { markSign, releaseSign } from '../dog/deaf'
import type { Pronouns } from '../dog/pronouns'
import type { DogTraits } from '../dog/traits'
import { capitalized } from '../wording'

/** A dog as its owner speaks of it. */
export interface HomeDog {
  readonly name: string
  readonly pronouns: Pronouns
  readonly side: 'left' | 'right'
  readonly traits: DogTraits
  /** Its release word and its marker; a deaf dog is shown its own signs. */
  readonly release: string
  readonly marker: string
  /** The treat or toy it likes best; undefined where nobody knows. */
  readonly favorite?: string | undefined
}

/** What lets a dog go again, as its owner does it: say “Okay”, or show the open hand. */
export const letGo = ({ traits, release }: Pick<HomeDog, 'traits' | 'release'>): string =>
  traits.deaf ? `show ${releaseSign(traits)}` : `say “${release}”`

/** What marks for this dog, as its owner does it: say “Yes”, or show a flash of the hand. */
export const markOf = ({ traits, marker }: Pick<HomeDog, 'traits' | 'marker'>): string =>
  traits.deaf ? `show ${markSign(traits)}` : `say “${marker}”`

/** “He”, “She”; the name of a dog whose sex nobody wrote down, so that no verb goes wrong. */
export const subject = ({ name, pronouns }: Pick<HomeDog, 'name' | 'pronouns'>): string =>
  pronouns.they === 'they' ? name : capitalized(pronouns.they)
