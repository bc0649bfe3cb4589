import { does } from '../dog/pronouns'
import type { HomeDog } from '../owner/dog'
import type { GoesHome } from './homeLine'

/**
 * How practice is paid, by week: every rep, then by chance, then by praise and the fist alone. Food is faded by the
 * third or fourth week after the handoff (common practice).
 */
export const foods = ['every rep', 'two in three', 'now and then', 'praise'] as const
export type Food = (typeof foods)[number]

/** How practice is paid in a week, in words: with what this dog works for. */
export function foodText(food: Food, { name, pronouns, traits, favorite }: HomeDog): string {
  const { they, them, their } = pronouns
  const gets = does(pronouns, 'gets', 'get')
  const give = traits.toys ? `Give ${name} ${their} toy and play a short game` : `Give ${name} a treat`
  const praise = traits.deaf ? `Other times, show ${them} that you are pleased.` : `Other times, praise ${them}.`
  const likes = favorite === undefined ? '' : ` ${name} likes ${favorite} best.`
  switch (food) {
    case 'every rep':
      return `${give} every time ${they} ${gets} it right.${likes}`
    case 'two in three':
      return `${give} about two times in three. ${praise}${likes}`
    case 'now and then':
      return `${give} now and then, when ${they} ${does(pronouns, 'does', 'do')} not expect it. ${praise}${likes}`
    case 'praise':
      return `${give} only for something hard that ${they} ${gets} right for the first time. ${praise}${likes}`
  }
}

/** What has no line of its own in a week, and is asked for all the same. */
export const alsoText = (others: readonly GoesHome[]): string =>
  others.length === 0 ? '' : `Also practice each of these once a day: ${others.map((c) => c.name).join(', ')}.`

/** How it is asked for. Signals are kept at home: common practice. */
export function askingText({ name, pronouns, traits }: HomeDog): string {
  if (traits.deaf)
    return (
      `${name} cannot hear you. Show each signal from the list once, when ` +
      `${pronouns.they} ${does(pronouns, 'looks', 'look')} at you.`
    )
  if (traits.blind) return `${name} cannot see your hands. Use the words from the list.`
  return (
    'Keep the hand signals from the list: say the word and show the signal together. Once a day, use the signal ' +
    'alone.'
  )
}

/** What is done when it goes wrong, and when the owner calls: never chanted, never scolded. Common practice. */
export function ifWrong({ name, pronouns, traits }: HomeDog): {
  readonly whenItFails: readonly string[]
  readonly ringWhen: readonly string[]
} {
  const { they } = pronouns
  const s = (one: string, many: string) => does(pronouns, one, many)
  return {
    whenItFails: [
      `If ${name} makes a mistake, ${traits.deaf ? 'do nothing' : 'say nothing'}. Wait three seconds. Then make it a ` +
        'little easier and try again.',
      'After two mistakes in a row, cut the time or the distance in half. Or find a quieter place. Then build up ' +
        'again one step at a time.',
      traits.deaf
        ? `Show the signal once. Do not repeat it. Never scold ${pronouns.them}.`
        : `Give the cue once. Do not repeat it or say it louder. Never scold ${pronouns.them}.`,
      `End every five minutes with something ${they} ${s('does', 'do')} well.`,
    ],
    ringWhen: [
      'Call us if it goes wrong three days in a row, even at half. Call if you are not sure.',
      `If ${they} ${s('growls, freezes, snaps or bites', 'growl, freeze, snap or bite')}, keep your distance and ` +
        'call us right away.',
      `If ${they} ${s('limps, cries', 'limp, cry')} out, will not eat or ${s('throws', 'throw')} up, stop and call ` +
        'your vet.',
    ],
  }
}
