import type { Axis, Command, Criterion, Curriculum, RepKind, Rule, Rung, Run, Stage } from './types'

/**
 * The house default ladders for seven commands. Rungs, order and rules by kind are common practice; where the trade
 * gives no number (latency, heel stretch, which distance is held how long) the figure is the house's own.
 */

const row = (r: number): Rule => ({ kind: 'row', r, said: r > 5 ? 'in a row' : 'of' })
const eightOfTen: Rule = { kind: 'window', k: 8, n: 10 }
const tenInARow: Rule = row(10)

/** Five of five below 30 s, three of three from 30 s, one of one from 90 s: five holds of 300 s would be no block. */
const ruleForHold = (seconds: number): Rule => row(seconds < 30 ? 5 : seconds < 90 ? 3 : 1)

interface RungPlan {
  readonly id: string
  readonly name: string
  readonly axis: Axis
  readonly stage: Stage
  readonly kind?: RepKind
  readonly cue: Rung['cue']
  readonly criterion: Criterion
  readonly rule?: Rule
  readonly setReps?: number
  readonly payWhere?: string
  readonly say?: string
  readonly dontSay?: string
  readonly needs?: readonly string[]
}

interface RunPlan {
  readonly id: string
  readonly name: string
  readonly kind: RepKind
  readonly payWhere: string
  readonly say: string
  readonly dontSay: string
  readonly rungs: readonly RungPlan[]
}

const noWordYet = 'No word yet: a word said over a half-made behaviour names the half.'
const sayOnce = 'Once only. Not again, not louder, no name before it.'

function build(command: Omit<Command, 'runs'>, runs: readonly RunPlan[]): Command {
  const built = runs.map(
    (run): Run => ({
      id: run.id,
      name: run.name,
      rungs: run.rungs.map((plan): Rung => {
        const rule = plan.rule ?? eightOfTen
        return {
          id: `${command.id}.${plan.id}`,
          command: command.id,
          run: run.id,
          name: plan.name,
          axis: plan.axis,
          stage: plan.stage,
          kind: plan.kind ?? run.kind,
          cue: plan.cue,
          criterion: plan.criterion,
          rule,
          setReps: plan.setReps ?? (rule.kind === 'row' ? rule.r : rule.n),
          payWhere: plan.payWhere ?? run.payWhere,
          say: plan.say ?? (plan.cue === 'none' ? 'Nothing. Mark the instant it is right.' : run.say),
          dontSay: plan.dontSay ?? (plan.cue === 'none' ? noWordYet : run.dontSay),
          needs: plan.needs ?? [],
        }
      }),
    }),
  )
  return { ...command, runs: built }
}

const within3 = { latencySeconds: 3 }

const sit = build(
  {
    id: 'sit',
    name: 'Sit',
    defaultCue: 'Sit',
    signal: 'palm up, lifted from the hip',
    faults: ['slow', 'crooked', 'jumped up', 'pawed', 'vocal'],
    caution: 'Old, lame or long-backed dogs: fewer rises, soft floor, or work the down instead.',
  },
  [
    {
      id: 'sit',
      name: 'Sit',
      kind: 'position',
      payWhere: 'Under the chin, while the rear is down',
      say: '{cue}, once, in an ordinary voice',
      dontSay: sayOnce,
      rungs: [
        { id: 'rear', name: 'Any move of the rear', axis: 'help', stage: 'shape', cue: 'none', criterion: { ...within3, help: 'lure', words: 'the rear moves toward the floor, food in hand' } },
        { id: 'full', name: 'Full sit', axis: 'help', stage: 'shape', cue: 'none', criterion: { ...within3, help: 'lure', words: 'rear on the floor, food in hand' } },
        { id: 'empty', name: 'Empty hand', axis: 'help', stage: 'empty-hand', cue: 'signal', rule: tenInARow, criterion: { ...within3, help: 'full-signal', words: 'sits to the empty hand, paid from the other' }, say: 'Nothing. The hand speaks.', dontSay: noWordYet },
        { id: 'word-hand', name: 'Word, then hand', axis: 'help', stage: 'word-before-signal', cue: 'word', criterion: { ...within3, help: 'full-signal', words: 'word first, the hand a breath later' } },
        { id: 'small-hand', name: 'Smaller hand', axis: 'help', stage: 'smaller-signal', cue: 'word', criterion: { ...within3, help: 'smaller-signal', words: 'word, then half the hand movement' } },
        { id: 'word', name: 'Word alone', axis: 'help', stage: 'word-alone', cue: 'word', criterion: { ...within3, help: 'none', words: 'sits to the word, hands still' } },
        { id: 'from-down', name: 'From a down', axis: 'start', stage: 'generalise', cue: 'word', rule: tenInARow, criterion: { ...within3, help: 'none', start: 'down', words: 'rises to a sit from a down' } },
        { id: 'walking', name: 'While walking', axis: 'start', stage: 'generalise', cue: 'word', rule: tenInARow, criterion: { ...within3, help: 'none', start: 'walking', words: 'stops and sits while walking' } },
        { id: 'seated', name: 'Handler seated', axis: 'handler', stage: 'generalise', cue: 'word', criterion: { ...within3, help: 'none', handler: 'seated', words: 'sits while you sit in a chair' } },
        { id: 'standing', name: 'Handler standing', axis: 'handler', stage: 'generalise', cue: 'word', criterion: { ...within3, help: 'none', handler: 'standing', words: 'sits while you stand upright, hands behind you' } },
        { id: 'turned', name: 'Handler turned away', axis: 'handler', stage: 'generalise', cue: 'word', criterion: { ...within3, help: 'none', handler: 'turned away', words: 'sits while your back is to it' } },
        ...[1, 3, 5, 10].map(
          (metres): RungPlan => ({ id: `${metres}m`, name: `At ${metres} m`, axis: 'distance', stage: 'distance', cue: 'word', criterion: { ...within3, metres, help: 'none', words: `emergency sit, ${metres} m from you, no step toward you` } }),
        ),
      ],
    },
  ],
)

const down = build(
  {
    id: 'down',
    name: 'Down',
    defaultCue: 'Down',
    signal: 'flat left palm pushed to the floor',
    faults: ['slow', 'rolled', 'pawed', 'crept', 'vocal'],
    caution: 'Soft, dry floor for old, heavy or thin-coated dogs.',
  },
  [
    {
      id: 'down',
      name: 'Down',
      kind: 'position',
      payWhere: 'On the floor, between the paws',
      say: '{cue}, once, low and even',
      dontSay: sayOnce,
      rungs: [
        { id: 'lure-sit', name: 'Lure from a sit', axis: 'help', stage: 'shape', cue: 'none', rule: tenInARow, criterion: { ...within3, help: 'lure', start: 'sit', words: 'elbows down after the lure, from a sit' } },
        { id: 'lure-stand', name: 'Lure from a stand', axis: 'help', stage: 'shape', cue: 'none', rule: tenInARow, criterion: { ...within3, help: 'lure', start: 'stand', words: 'elbows down after the lure, from a stand' } },
        { id: 'word-lure', name: 'Word, then lure', axis: 'help', stage: 'word-before-signal', cue: 'word', criterion: { ...within3, help: 'lure', words: 'word first, the lure a breath later' } },
        { id: 'no-lure', name: 'No lure', axis: 'help', stage: 'word-alone', cue: 'word', rule: tenInARow, criterion: { ...within3, help: 'none', words: 'down to the word, empty hands' } },
        { id: 'seated', name: 'Handler seated', axis: 'handler', stage: 'generalise', cue: 'word', criterion: { ...within3, help: 'none', handler: 'seated', words: 'down while you sit in a chair' } },
        { id: 'standing', name: 'Handler standing', axis: 'handler', stage: 'generalise', cue: 'word', criterion: { ...within3, help: 'none', handler: 'standing', words: 'down while you stand upright' } },
        { id: 'yard', name: 'Yard', axis: 'place', stage: 'place', cue: 'word', criterion: { ...within3, help: 'none', place: 'yard', words: 'down in the fenced yard' } },
        { id: 'street', name: 'Street', axis: 'place', stage: 'place', cue: 'word', criterion: { ...within3, help: 'none', place: 'street', words: 'down on the pavement' } },
        { id: 'cafe', name: 'Café', axis: 'place', stage: 'place', cue: 'word', criterion: { ...within3, help: 'none', place: 'square', words: 'down beside a table on the square' } },
      ],
    },
  ],
)

const sitSeconds = [1, 2, 3, 4, 5, 6, 8, 10, 15, 20, 30, 45, 60, 90, 120, 180] as const
const downSeconds = [...sitSeconds, 240, 300] as const

/** The word comes in at 5 s: below, the hold is still being made. */
function holdRungs(command: string, seconds: readonly number[], firstNeeds: readonly string[]): RungPlan[] {
  const at = (s: number, cue: 'none' | 'word'): RungPlan => ({
    id: cue === 'word' && s === 5 ? '5s-word' : `${s}s`,
    name: cue === 'word' && s === 5 ? '5 s with the word' : `${s} s`,
    axis: 'duration',
    stage: 'duration',
    cue,
    rule: ruleForHold(s),
    criterion: { seconds: s, help: 'none', words: `holds ${s} s, you stand close, then pay, then release` },
    say: cue === 'none' ? 'Nothing but the release at the end.' : '{cue} once, flat palm; {release} ends it',
    dontSay: cue === 'none' ? `No “${command}” yet: the word comes when 5 s is sure.` : 'Nothing during the hold. No second cue, no praise before the pay.',
    needs: s === 1 ? firstNeeds : [],
  })
  return seconds.flatMap((s) => (s < 5 ? [at(s, 'none')] : s === 5 ? [at(s, 'none'), at(s, 'word')] : [at(s, 'word')]))
}

const stayDistances: readonly { id: string; name: string; words: string; metres?: number; steps?: number; handler?: string }[] = [
  { id: 'step', name: 'A step and back', steps: 1, words: 'one step away and straight back' },
  { id: 'two-steps', name: 'Two steps', steps: 2, words: 'two steps away and back' },
  { id: 'leash-end', name: 'End of the leash', metres: 1.8, words: 'to the end of a 1.8 m leash and back' },
  { id: 'round', name: 'Walk round', handler: 'walks round the dog', words: 'you walk once right round the dog' },
  { id: '3m', name: '3 m', metres: 3, words: 'you stand 3 m off' },
  { id: '5m', name: '5 m', metres: 5, words: 'you stand 5 m off' },
  { id: '10m', name: '10 m', metres: 10, words: 'you stand 10 m off' },
  { id: 'out-of-sight', name: 'Out of sight', handler: 'out of sight', words: 'you are out of sight, a second person within reach' },
]

/** Each distance is held 5 s, then 15 s. The run opens when the hold that a demonstration asks for is sure. */
const stayDistanceRungs = (command: string): RungPlan[] =>
  stayDistances.flatMap((d, i) =>
    [5, 15].map((s): RungPlan => ({
      id: `${d.id}-${s}s`,
      name: `${d.name}, ${s} s`,
      axis: 'distance',
      stage: 'distance',
      cue: 'word',
      rule: ruleForHold(s),
      criterion: {
        seconds: s,
        help: 'none',
        words: `${d.words}; held ${s} s`,
        ...(d.metres === undefined ? {} : { metres: d.metres }),
        ...(d.steps === undefined ? {} : { steps: d.steps }),
        ...(d.handler === undefined ? {} : { handler: d.handler }),
      },
      needs: i === 0 && s === 5 ? [`${command}.30s`] : [],
    })),
  )

const stay = (id: string, name: string, cue: string, signal: string, seconds: readonly number[], needs: readonly string[], caution: string): Command =>
  build({ id, name, defaultCue: cue, signal, faults: ['broke', 'crept', 'vocal', 'pawed', 'rolled'], caution }, [
    {
      id: 'duration',
      name: 'Duration',
      kind: 'timed',
      payWhere: id === 'down-stay' ? 'On the floor, between the paws' : 'Under the chin, before the release',
      say: '{cue} once, flat palm; {release} ends it',
      dontSay: 'Nothing during the hold. No second cue, no praise before the pay.',
      rungs: holdRungs(cue.toLowerCase(), seconds, needs),
    },
    {
      id: 'distance',
      name: 'Distance',
      kind: 'timed',
      payWhere: 'Walk back and pay in place; in three of four you return, one is called out',
      say: '{cue} once, flat palm; {release} ends it',
      dontSay: 'No name on the way out: it calls the dog up.',
      rungs: stayDistanceRungs(id),
    },
  ])

const sitStay = stay('sit-stay', 'Sit-stay', 'Stay', 'flat left palm, an inch from the muzzle', sitSeconds, ['sit.full'], 'No sit-stay on a slippery floor, nor for old, lame or long-backed dogs: down-stay instead.')
const downStay = stay('down-stay', 'Down-stay', 'Stay', 'flat left palm, an inch from the muzzle', downSeconds, ['down.no-lure'], 'Under six months: no long holds.')

const placeDistances: readonly { id: string; name: string; words: string; steps?: number; metres?: number; rule: Rule }[] = [
  { id: 'foot-back', name: 'One foot back', metres: 0.3, words: 'you move one foot back and return', rule: row(5) },
  { id: 'two-steps', name: 'Two steps', steps: 2, words: 'you step back twice and return', rule: row(5) },
  { id: 'five-steps', name: 'Five steps', steps: 5, words: 'you walk five steps off and return', rule: row(5) },
  { id: 'ten-steps', name: 'Ten steps', steps: 10, words: 'you walk ten steps off and return', rule: row(5) },
  { id: 'sits-down', name: 'Handler sits down', words: 'you walk off and sit down', rule: row(3) },
]

const place = build(
  {
    id: 'place',
    name: 'Place',
    defaultCue: 'Place',
    signal: 'arm pointed at the bed',
    faults: ['broke', 'crept', 'slow', 'vocal'],
    caution: 'Never on a height unattended.',
  },
  [
    {
      id: 'place',
      name: 'Place',
      kind: 'position',
      payWhere: 'On the bed, between the paws',
      say: '{cue} as it sets off',
      dontSay: sayOnce,
      rungs: [
        { id: 'paws', name: 'One or two paws', axis: 'help', stage: 'shape', cue: 'none', criterion: { ...within3, help: 'lure', words: 'one or two paws on the bed' } },
        { id: 'four-paws', name: 'Four paws', axis: 'help', stage: 'shape', cue: 'none', criterion: { ...within3, help: 'lure', words: 'all four paws on the bed' } },
        { id: 'lies', name: 'Lies on it', axis: 'help', stage: 'shape', cue: 'none', criterion: { ...within3, help: 'lure', words: 'lies on the bed' }, needs: ['down.no-lure'] },
        { id: 'untempted', name: 'Goes untempted', axis: 'help', stage: 'empty-hand', kind: 'uncued', cue: 'none', rule: tenInARow, criterion: { latencySeconds: 5, help: 'none', words: 'goes and lies down by itself within 5 s, no food in sight' } },
        { id: 'word', name: 'Word as it sets off', axis: 'help', stage: 'word-before-signal', cue: 'word', criterion: { ...within3, help: 'none', words: 'the word is said as it sets off' } },
        { id: 'release', name: 'Release, toss away', axis: 'pattern', stage: 'word-alone', cue: 'word', rule: row(5), criterion: { ...within3, help: 'none', words: 'released with a treat tossed away, and back on the word' } },
        ...[5, 10, 20].map(
          (s): RungPlan => ({ id: `${s}s`, name: `${s} s`, axis: 'duration', stage: 'duration', kind: 'timed', cue: 'word', rule: ruleForHold(s), criterion: { seconds: s, help: 'none', words: `lies there ${s} s, paid every few seconds` }, say: '{cue} once; pay every few seconds; {release} ends it', dontSay: 'Nothing during the hold.' }),
        ),
        ...[1, 3, 5, 10].map(
          (min): RungPlan => ({ id: `${min}min`, name: `${min} min`, axis: 'duration', stage: 'duration', kind: 'timed', cue: 'word', rule: ruleForHold(min * 60), criterion: { seconds: min * 60, help: 'none', words: `lies there ${min} min, pay stretched` }, say: '{cue} once; {release} ends it', dontSay: 'Nothing during the hold.' }),
        ),
      ],
    },
    {
      id: 'distance',
      name: 'Distance',
      kind: 'timed',
      payWhere: 'Return and pay on the bed',
      say: '{cue} once; {release} ends it',
      dontSay: 'No name on the way out: it calls the dog up.',
      rungs: placeDistances.map(
        (d, i): RungPlan => ({
          id: d.id,
          name: d.name,
          axis: 'distance',
          stage: 'distance',
          cue: 'word',
          rule: d.rule,
          criterion: { seconds: 5, help: 'none', words: `${d.words}; the dog stays down`, ...(d.steps === undefined ? {} : { steps: d.steps }), ...(d.metres === undefined ? {} : { metres: d.metres }) },
          needs: i === 0 ? ['place.20s'] : [],
        }),
      ),
    },
  ],
)

const startsWithin1 = { latencySeconds: 1, help: 'none' } as const
const onLeash = ['sit.full', 'sit-stay.30s', 'recall.line-30', 'heel.word'] as const

const recall = build(
  {
    id: 'recall',
    name: 'Recall',
    defaultCue: 'Come',
    signal: 'both arms wide, then hands low',
    faults: ['slow', 'circled', 'stopped short', 'jumped up', 'crooked', 'mouthed', 'fixed on a distraction'],
    caution: 'Never call a dog that is loose and not held at this level and place: every ignored call teaches ignoring.',
  },
  [
    {
      id: 'recall',
      name: 'Recall',
      kind: 'recall',
      payWhere: 'At your feet, at once, always',
      say: '{name}, {cue}: one breath, bright',
      dontSay: 'Never when it stares at you, never twice, never to end the fun or to scold.',
      rungs: [
        { id: 'attention', name: 'Attention signal', axis: 'help', stage: 'shape', cue: 'signal', setReps: 5, criterion: { ...startsWithin1, words: 'turns and comes to the sound or name; huge pay' }, say: 'Its attention signal only.', dontSay: 'No recall word until it comes to its signal.' },
        { id: 'bowl', name: 'Bowl drill, signal', axis: 'help', stage: 'shape', cue: 'signal', setReps: 5, criterion: { ...startsWithin1, metres: 6, words: 'from the empty bowl straight in over 6 m, eats from the hand' }, say: 'Its attention signal as it finishes the bowl.', dontSay: 'No recall word yet.' },
        { id: 'bowl-word', name: 'Bowl drill, word', axis: 'help', stage: 'word-before-signal', cue: 'word', setReps: 5, criterion: { ...startsWithin1, metres: 6, words: 'the same, with the word' } },
        { id: 'sniffing', name: 'Word while sniffing', axis: 'help', stage: 'word-alone', cue: 'word', setReps: 5, criterion: { ...startsWithin1, words: 'called while it sniffs or looks away' }, dontSay: 'Never when it stares at you: that is no recall.' },
        { id: 'from-stay', name: 'From a sit-stay', axis: 'start', stage: 'generalise', cue: 'word', rule: tenInARow, setReps: 5, criterion: { ...startsWithin1, start: 'sit-stay', words: 'called out of a sit-stay, straight in' }, needs: ['sit-stay.10s', 'recall.bowl-word'] },
        ...[5, 15, 30].map(
          (steps): RungPlan => ({ id: `line-${steps}`, name: `Long line, ${steps} steps`, axis: 'distance', stage: 'distance', cue: 'word', setReps: 5, criterion: { ...startsWithin1, steps, words: `on the long line from ${steps} steps, no leash help` } }),
        ),
        { id: 'fist', name: 'To a closed fist', axis: 'pattern', stage: 'generalise', cue: 'word', setReps: 5, criterion: { ...startsWithin1, words: 'in to a closed fist or palm held low' } },
        { id: 'two-people', name: 'Two people', axis: 'pattern', stage: 'generalise', cue: 'word', setReps: 5, criterion: { ...startsWithin1, words: 'back and forth between two people' } },
        { id: 'hide', name: 'Hide and seek', axis: 'pattern', stage: 'generalise', cue: 'word', setReps: 5, criterion: { ...startsWithin1, words: 'finds you when you hide, in an enclosed place' }, dontSay: 'Not with anxious dogs.' },
        { id: 'tossed', name: 'After tossed food', axis: 'pattern', stage: 'generalise', cue: 'word', setReps: 5, criterion: { ...startsWithin1, words: 'turns back from food tossed away' } },
        { id: 'front', name: 'Straight front', axis: 'pattern', stage: 'generalise', cue: 'word', setReps: 5, criterion: { ...startsWithin1, words: 'comes in straight and sits in front' } },
        { id: 'through', name: 'Front and through', axis: 'pattern', stage: 'generalise', cue: 'word', setReps: 5, criterion: { ...startsWithin1, words: 'two or three passes through, then one front' } },
        { id: 'off-leash', name: 'Enclosed, off leash', axis: 'pattern', stage: 'generalise', cue: 'word', setReps: 5, criterion: { ...startsWithin1, words: 'off leash inside a secure enclosure' }, dontSay: 'Do not call if it is loose and you are not sure: walk to it.', needs: onLeash },
      ],
    },
  ],
)

const heelStretch = { help: 'none', steps: 10 } as const
const seam = (every: number): RungPlan => ({ id: `seam-${every}`, name: `Pay every ${every === 1 ? 'step' : `${every} steps`}`, axis: 'pay', stage: 'shape', cue: 'none', criterion: { help: 'lure', steps: 10, words: `ten steps in position, paid at the seam every ${every === 1 ? 'step' : `${every} steps`}` } })
const handAway = (n: number): RungPlan => ({ id: `away-${n}`, name: `Hand away ${n}`, axis: 'help', stage: n === 1 ? 'empty-hand' : 'word-before-signal', cue: n === 1 ? 'none' : 'word', criterion: { ...heelStretch, words: `hand away for ${n} step${n > 1 ? 's' : ''}, then word and pay` }, ...(n === 1 ? { rule: tenInARow } : {}) })

const heel = build(
  {
    id: 'heel',
    name: 'Heel',
    defaultCue: 'Heel',
    signal: 'hand patted at the seam',
    faults: ['forged', 'lagged', 'wide', 'pulled', 'crossed', 'no sit at halt'],
    caution: 'Never said while the dog pulls. No jerks, ever, on a young dog.',
  },
  [
    {
      id: 'heel',
      name: 'Heel',
      kind: 'heel',
      payWhere: 'At the trouser seam, on the dog’s side',
      say: '{cue} once, before the first step',
      dontSay: 'Never while it pulls.',
      rungs: [
        { id: 'one-step', name: 'One step and mark', axis: 'pattern', stage: 'shape', cue: 'none', criterion: { help: 'lure', steps: 1, words: 'one step at your side, mark, pay' } },
        { id: 'turn-away', name: 'Turn at the knee', axis: 'pattern', stage: 'shape', cue: 'none', criterion: { ...heelStretch, words: 'you turn away each time it passes the knee; it comes along' } },
        { id: 'back-forth', name: 'Back and forth', axis: 'pattern', stage: 'shape', cue: 'none', criterion: { ...heelStretch, words: 'ten steps of one short dull stretch, leash slack' } },
        { id: 'leash-end', name: 'Returns at leash end', axis: 'pattern', stage: 'shape', kind: 'uncued', cue: 'none', rule: tenInARow, criterion: { help: 'none', latencySeconds: 3, words: 'comes back by itself at the end of the leash, every time' } },
        seam(1), seam(2), seam(3),
        handAway(1), handAway(2), handAway(3),
        { id: 'turns', name: 'Turns', axis: 'pattern', stage: 'word-alone', cue: 'word', criterion: { ...heelStretch, words: 'left, right and about turns in position' } },
        { id: 'halt-sit', name: 'Sits at each halt', axis: 'pattern', stage: 'word-alone', cue: 'word', criterion: { ...heelStretch, words: 'sits at each halt by itself' }, needs: ['sit.full'] },
        { id: 'word', name: 'Word before stepping off', axis: 'pattern', stage: 'word-alone', cue: 'word', criterion: { ...heelStretch, words: 'word said before stepping off; head to shoulder level with your hip' } },
        { id: 'other-side', name: 'The other side', axis: 'pattern', stage: 'generalise', cue: 'word', criterion: { ...heelStretch, words: 'the same on the other side' } },
      ],
    },
  ],
)

export const houseCurriculum: Curriculum = {
  id: 'house',
  version: 1,
  commands: [sit, down, sitStay, downStay, place, heel, recall],
}
