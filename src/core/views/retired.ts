/**
 * Words that screens and papers had before, with what stands there now: docs/words.md is made of them for staff who
 * knew the old ones, and tests look for the old ones on every page.
 */
export const retired: readonly (readonly [was: string, now: string])[] = [
  ['held, of a rung or a command', 'mastered'],
  ['in hand, of a rung', 'current'],
  ['in hand; tight; out of reach', 'on track; at risk; unlikely'],
  ['7 in 10; over 19 in 20; under 1 in 20', 'about 70%; over 95%; under 5%'],
  ['its block of the day is worth 20 in 100', 'Today’s block: +20 points'],
  ['as likely as not by', '50% likely by'],
  ['the middle 80 in 100 between', '80% likely between'],
  ['reckoned', 'calculated'],
  ['reckoned with', 'assumed'],
  ['futures played', 'simulations'],
  ['no different from chance', 'no clear effect'],
  ['came off; came off later; left out', 'worked; worked later; skipped'],
  ['Days', 'Calendar'],
  ['Coming and going', 'Arrivals and departures'],
  ['To think of', 'Reminders'],
  ['Longer or shorter', 'Change dates'],
  ['Bowls', 'Feeding'],
  ['Still owed', 'Left to feed'],
  ['Write down, of food', 'Log food'],
  ['Feed it so', 'Save feeding plan'],
  ['Bench; Rule bench', 'Compare rules'],
  ['House; The house', 'Settings'],
  ['Write the whole kennel out', 'Export all data'],
  ['look into it, of a backup', 'Show contents'],
  ['Will it be ready', 'Forecast'],
  ['How good they were', 'Forecast accuracy'],
  ['Play it through', 'Run forecast'],
  ['Name, owner, run or days wrong?', 'Edit details'],
  ['Put it right', 'Save correction'],
  ['Mallet is not well; Stop working it', 'Pause training'],
  ['Work it again', 'Resume training'],
  ['Thumb', 'Controls'],
  ['For this time', 'Last note'],
  ['Been out to eliminate', 'Potty break done'],
  ['Enough of the sure thing', 'Easy exercise done'],
  ['On to Heel', 'Next: heel'],
  ['Quiet praise', 'Wind down'],
  ['Take the last one back', 'Undo last trial'],
  ['Leave it there, of a handoff', 'Keep this time'],
  ['Take the cancelling back', 'Restore booking'],
  ['surely a slip of the key', 'Is this a typo?'],
]

const oldPhrases = [
  'as likely as not',
  '\\bin 100\\b',
  'futures played',
  'surely a slip',
  'There is no such dog',
  'of the day is worth',
  'middle 80',
  '\\b\\d½? in (?:10|20)\\b',
]

/** What nobody is to read any more, on any page. */
export const retiredWords = new RegExp(oldPhrases.join('|'))
