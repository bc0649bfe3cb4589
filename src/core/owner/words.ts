/**
 * Words of the kennel that no owner needs: each has a plain one in what goes home. Beside the catalog of what a dog
 * does, so that whoever writes there reads them.
 */
export const kennelWords = [
  'rung',
  'block',
  'kit',
  'proofing',
  'proofed',
  'pay',
  'paid',
  'held',
  'holds',
  'rep',
  'reps',
  'ladder',
  'criterion',
  'latency',
  'in hand',
  'distraction level',
  'generalize',
  'slack',
  'bulk',
  'seam',
  'lure',
  'worked',
  'shaping',
  'criteria',
] as const

/** A word of the kennel in a text for owners. */
export const kennelWord = new RegExp(`\\b(?:${kennelWords.join('|')})s?\\b`, 'i')

const does =
  'sits lies comes breaks eats stands stays walks looks heels ' +
  'barks moves runs learns knows holds waits rests turns touches'

/** A dog that is spoken of as a thing: “it sits”. */
export const dogAsThing = new RegExp(`\\bit (?:${does.split(' ').join('|')})\\b`, 'i')
