import { houseCurriculum } from '../curriculum/house'
import { goesHome, type HomeQuestion } from '../demonstration/goesHome'
import type { HomeDog } from '../owner/dog'
import type { GoesHome } from '../demonstration/homeLine'
import { homeworkOf, type Homework, type HomeworkQuestion } from '../demonstration/homework'
import { pronounsOf } from '../dog/pronouns'
import type { OwnersDog } from '../owner/does'
import { plainDog } from '../dog/traits'
import { defaultMethod } from '../method/method'
import type { Script } from '../demonstration/script'

/** A bitch that walks on the left, hears and sees, and works for food. */
export const homeDog: HomeDog = {
  name: 'Teasel',
  pronouns: pronounsOf('female'),
  side: 'left',
  traits: plainDog,
  release: 'Okay',
  marker: 'Yes',
}

/** That dog, with the words that ship. */
export const ownersDog: OwnersDog = { ...homeDog, wordOf: (c) => c.defaultCue }

/** Homework of these commands, three times five minutes a day for five weeks, but for what is said otherwise. */
export const homeOf = (commands: readonly GoesHome[], more: Partial<HomeworkQuestion> = {}): Homework =>
  homeworkOf({
    commands,
    dog: homeDog,
    weeks: 5,
    sessions: 3,
    sessionMinutes: 5,
    cautions: [],
    offLeashHeld: false,
    ...more,
  })

/** A command that goes home and is asked for with a word, but for what is said otherwise. */
export const homeItem = (command: string, more: Partial<GoesHome> = {}): GoesHome => ({
  command,
  name: command,
  kind: 'position',
  word: command,
  hand: '',
  byHand: false,
  sees: 'does it',
  listedSeconds: [],
  gap: 0,
  ...more,
})

/** What of this script goes home with a plain dog, but for what is said otherwise. */
export const homeFrom = (script: Script, more: Partial<HomeQuestion> = {}): readonly GoesHome[] =>
  goesHome({
    curriculum: houseCurriculum,
    script,
    made: script,
    promises: [],
    dog: ownersDog,
    method: defaultMethod,
    gaps: [],
    bothSides: false,
    ...more,
  })
