import { kindOf, optionsOf, rowIds, type OptionId, type RowId, type RowKind } from './method'

export interface MethodOption {
  readonly id: string
  readonly words: string
}

/**
 * The house method as it is read: every question on which practitioners differ, as a setting. Schools and defaults are
 * common practice; reasons are the house's.
 */
export interface MethodRow {
  readonly id: string
  readonly kind: RowKind
  readonly question: string
  readonly options: readonly MethodOption[]
  readonly default: string
  readonly reason: string
}

type Said<R extends RowId> = readonly [question: string, options: Readonly<Record<OptionId<R>, string>>, reason: string]

const rowTexts: { readonly [R in RowId]: Said<R> } = {
  counts: [
    'When does a rung count?',
    {
      'by-kind': 'By kind of rung: strict where a miss is costly, lenient while shaping',
      'five-of-five': 'Five of five',
      'eight-of-ten': 'Eight of ten',
      'ten-in-a-row': 'Ten in a row',
    },
    'Strict where a miss is costly, lenient while shaping. “Compare rules” shows what each lets through. Stays ' +
      'from 30 s keep their shorter rule: five stays of 300 s would fill no block.',
  ],
  word: [
    'When is the word added?',
    { after: 'Only when the behavior is reliable', 'with-lure': 'With the lure, from the start' },
    'A word said over wriggling names the wriggling. The recall word and heel ' +
      'wait in any case: a recall word said before the dog comes to its signal is practiced as something to ignore.',
  ],
  'before-recall': [
    'Sound or eye contact before the recall word?',
    {
      sound: 'Sound first for beginners, one breath from the leash stage on',
      look: 'Noise, look, then call, always',
      breath: 'Name and cue as one breath, never waiting',
    },
    'There may be no time near a road.',
  ],
  'lure-recall': [
    'Lure the recall?',
    { never: 'Never shown after the first drill', shown: 'Food shown' },
    'The bowl drill keeps food behind the dog; later the dog works for a reward, not after a bribe.',
  ],
  late: [
    'Late response',
    {
      'help-then-pay': 'Prompt, then reward; not clean; two in a row drop back one rung',
      'always-paid': 'Always rewarded: coming is always good; never a drop back',
      'not-paid': 'Not rewarded; counts as a miss',
    },
    'Prompted and rewarded while building, not counted clean.',
  ],
  crooked: [
    'Crooked or sloppy',
    {
      'coming-first': 'Coming first; straightness counts from level 2, and on the straight-front rungs',
      coming: 'Rewarded for coming, always clean',
      'only-correct': 'Only the correct one is clean',
    },
    'Coming first. Straightness only once the recall is mastered at level 2.',
  ],
  'broken-stay': [
    'Broken stay',
    {
      'by-standing': 'Shorten while building; put back when mastered',
      shorten: 'Always shorten',
      'put-back': 'Put back at the same spot without a treat',
    },
    'A stay still in training needs success. A mastered one needs its meaning.',
  ],
  release: [
    'Release',
    {
      'by-command': 'Word, without a treat and dull; for place, word and a tossed treat',
      dull: 'Word, without a treat, dull, always',
      tossed: 'Word and a tossed treat, always',
    },
    'No treat after stays, so that staying earns the reward. Tossed for place, where leaving resets the rep.',
  ],
  repeat: [
    'Repeating the cue',
    { once: 'Once a rep', between: 'Once more between reps' },
    'A cue said twice is learned as two words.',
  ],
  side: [
    'Side',
    {
      owner: 'The owner’s choice, asked at booking; both from the proofing stage',
      left: 'Always left',
      right: 'Always right',
      'puppy-both': 'The owner’s choice; a puppy on both sides from the first day',
    },
    'The owner walks the dog for the next ten years.',
  ],
  corrections: [
    'Corrections',
    { none: 'None', 'after-teaching': 'After teaching, timed, released at once' },
    'Reward only. Where a house allows leash pressure: policy, the owner’s signed consent and local law come ' +
      'first. Never offered: pressure to teach with, a tether that tightens or hangs high, a knee against jumping. ' +
      'They hurt, and teach fear of hands.',
  ],
  rate: [
    'Reinforcement schedule',
    {
      'until-held': 'Every rep until mastered, then variable',
      long: 'Every rep for long',
      'early-variable': 'Variable early',
    },
    'New rungs are rewarded each time. Mastered ones last longer on a variable schedule.',
  ],
  elimination: [
    'Elimination on walks',
    { fixed: 'Before and after only, never refused to a dog in need' },
    'Leash work stays work, and no dog is made to hold on.',
  ],
  ds: [
    'The Ds together?',
    {
      'one-at-a-time': 'One at a time until mastered at level 0, then together with relaxed criteria',
      'time-and-distance': 'Time and distance from the first step back',
      'distraction-first': 'Distraction as the means of teaching from day one',
    },
    'Raised together, no one knows which one broke the stay.',
  ],
  'stuck-in-rep': [
    'Stuck in the middle of a rep',
    { 'wait-then-help': 'Wait up to 3 s, then help, and log the help', wait: 'Wait the dog out', help: 'Help at once' },
    'Three seconds leave time to think, and not time to give up.',
  ],
  'end-of-stay': [
    'End of a stay',
    {
      mostly: 'Returned to in three of four, called out of one',
      returns: 'Handler always returns',
      called: 'Called out',
    },
    'A stay that always ends in a call turns into a wait for the call.',
  ],
  'handler-in-stay': [
    'Handler during a stay',
    {
      watches: 'Watches while timed rungs climb; busy (level 1) comes next',
      'busy-from-start': 'Looks away, busy, from the start',
    },
    'A stay is only ever needed by someone who is busy, but one D at a time.',
  ],
  'eye-contact': [
    'Eye contact',
    {
      'at-proofing': 'Not a criterion for heel or recall before proofing',
      always: 'Always the aim',
      'after-walking': 'Not before the walking is right',
      'by-itself': 'Comes unasked, never a criterion',
    },
    'That is a command of its own: watch.',
  ],
  status: [
    'Status talk (“in charge”, “respect”)',
    { fixed: 'Kibou records behavior, never status' },
    'Behavior can be counted.',
  ],
  pulling: [
    'Pulling',
    {
      'per-dog': 'Turn at the knee for strong pullers, stop and call back else',
      stop: 'Stop and call back',
      knee: 'Turn away at the knee',
      turns: 'Many quick turns',
    },
    'Per dog: what ends the pulling soonest without a jerk.',
  ],
  'first-leash': [
    'First leash',
    { short: 'Short (1.2 m): less room for mistakes', long: 'Longer: to make mistakes and learn from them' },
    'Fewer mistakes to undo.',
  ],
  finish: [
    'Finish of a recall',
    {
      'owner-later': 'None until mastered at level 0, then the owner’s choice',
      none: 'None',
      front: 'Sits in front',
      'steps-in': 'Steps in and sits',
      touch: 'Touches the palm',
    },
    'Coming is the command; how it ends is dressing.',
  ],
  called: [
    'What is called',
    { 'name-cue': 'Name and cue in one breath', cue: 'Cue', name: 'Name alone' },
    'The name says who, the cue says what.',
  ],
  'no-word': [
    'Saying “no”',
    { silence: 'Silence, reset, make it easier', calm: 'A calm no-reward word' },
    'A miss means the rung was too hard.',
  ],
  place: [
    'Place',
    { 'skip-offered': 'In pieces, skipping what the dog offers', pieces: 'In pieces', whole: 'Whole from the start' },
    'A dog that lies down unasked need not be taught about paws.',
  ],
  marker: ['Marker', { word: 'One word', clicker: 'Clicker' }, 'Hands are full.'],
  'first-stay': [
    'First stay',
    { sit: 'In the sit; down on a slippery floor, for long holds, for old or lame dogs', down: 'In the down' },
    'A sit is quickly asked for and quickly seen to break.',
  ],
  generalise: [
    'When to generalise',
    { 'once-held': 'Once mastered at level 0 in one location', works: 'As soon as it works', 'at-once': 'At once' },
    'A thing not sure at home is not sure anywhere.',
  ],
  emergency: [
    'Emergency word',
    { both: 'Both; sit for deaf and far-off dogs', sit: 'Sit', come: 'Come' },
    'Across a road, coming is the wrong answer.',
  ],
  'walking-pay': [
    'Where the reward is given while walking',
    { seam: 'At the seam', ahead: 'While moving, ahead', face: 'By the face' },
    'The dog will be where the reward comes.',
  ],
  bait: [
    'What is the reward for leaving the bait?',
    { other: 'Another piece, from the other hand; the bait never', bait: 'The bait itself, given by hand' },
    'A dog that never gets the bait stops waiting for it.',
  ],
  target: [
    'What does a dog come in to?',
    {
      'as-said': 'A palm for the touch, a fist or a palm for the recall',
      palm: 'An open palm everywhere',
      fist: 'A closed fist everywhere',
    },
    'A fist does not show whether there is food in it; a palm is easier for a dog that is shy of hands.',
  ],
  'cue-words': [
    'Cue words',
    { owner: 'The owner’s, from the first day', house: 'The kennel’s' },
    'The owner says them for the next ten years.',
  ],
}

export const methodRows: readonly MethodRow[] = rowIds.map((id) => {
  const [question, meanings, reason] = rowTexts[id]
  const words: Readonly<Record<string, string>> = meanings
  const options = optionsOf(id).map((option) => ({ id: option, words: words[option] ?? '' }))
  return { id, kind: kindOf(id), question, options, default: options[0]?.id ?? '', reason }
})
