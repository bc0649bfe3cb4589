import { z } from 'zod'
import { day, line, lines, optionalDay, optionalLine, optionalNumber, rows, tick } from '../fields'
import { choicesOf, type FieldChoice, type FieldSpec } from '../form'
import { finishes, finishNames } from '../dog/finish'
import { sides } from '../dog/side'
import { traitNames, traitWords } from '../dog/traits'

/**
 * What is asked when a dog comes, in the order of the door: each step is kept as typed, and kept for good on its own.
 */
export const stepIds = ['owner', 'promises', 'arrival', 'health', 'kit', 'consents', 'words', 'questions'] as const
export type StepId = (typeof stepIds)[number]

export const sexes = ['not known', 'female', 'female, spayed', 'male', 'male, neutered'] as const
/** House: owners are asked to sign these; what applies is a matter of local law. */
export const consentKinds = [
  'boarding and training',
  'reward-based training only',
  'leash pressure as the house does it',
  'vet in an emergency',
  'off leash in an enclosure',
  'photographs',
  'meeting other dogs',
  'other',
] as const

const owner = z
  .object({
    phone: optionalLine('The telephone', 40),
    phone2: optionalLine('The second telephone', 40),
    email: optionalLine('The mail address', 120).refine(
      (s) => s === '' || /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(s),
      'The mail address looks like name@place.example.',
    ),
    address: lines('The address', 240),
    bestTime: optionalLine('When to ring', 80),
    otherName: optionalLine('Somebody else', 80),
    otherPhone: optionalLine('Their telephone', 40),
    goals: lines('The goals', 600),
  })
  .superRefine((o, ctx) => {
    if (o.phone === '' && o.phone2 === '' && o.email === '')
      ctx.addIssue({
        code: 'custom',
        path: ['phone'],
        message: 'One way to reach the owner: a telephone or a mail address.',
      })
    if (o.otherPhone !== '' && o.otherName === '')
      ctx.addIssue({ code: 'custom', path: ['otherName'], message: 'Whose telephone is this?' })
  })

const arrival = z.object({
  run: line('The run number', 8),
  chip: optionalLine('The chip', 23).refine(
    (s) => s === '' || /^[0-9A-Za-z]{9,23}$/.test(s.replace(/[ .-]/g, '')),
    'A chip number has 9 to 15 letters and digits; most have 15 digits.',
  ),
  weight: optionalNumber('The weight', 0.0001, 100_000),
  weightUnit: z.enum(['kg', 'lb']).default('kg'),
  weightRight: tick,
  bornOn: optionalDay('Born on'),
  bornGuessed: tick,
  sex: z.enum(sexes, { error: 'Choose one.' }).default('not known'),
  coat: optionalLine('Coat and looks', 120),
  arrivalNote: lines('The note', 400),
})

/** One run of a command that may be promised: a rung of it, or nothing. */
const promise = z.object({
  /** Which run its row is of; empty where there are no rows for the runs. */
  run: optionalLine('The run', 90),
  rung: optionalLine('The rung', 80),
  level: z.enum(['0', '1', '2', '3', '4', '5'], { error: 'The level is a number from 0 to 5.' }).default('0'),
  places: optionalNumber('Places', 1, 12),
  people: optionalNumber('People', 1, 12),
})
export const promisedRows = rows(promise, 200, 'Promises')
/** At least one of them. */
export const somePromised = promisedRows.refine(
  (all) => all.some((p) => p.rung !== ''),
  'Promise at least one command.',
)
export const promisesStep = z.object({ promised: somePromised })

const vaccine = z
  .object({ name: line('The vaccination', 60), given: optionalDay('Given on'), due: optionalDay('Due again on') })
  .refine((v) => v.given === '' || v.due === '' || v.due > v.given, {
    path: ['due'],
    message: 'Due again before it was given.',
  })
const medicine = z.object({
  name: line('The medicine', 60),
  dose: optionalLine('The dose', 80),
  at: optionalLine('When', 60),
  until: optionalDay('Until'),
})

const health = z.object({
  traits: z.array(z.enum(traitNames)).default([]),
  healthNote: lines('The note', 600),
  vaccines: rows(vaccine, 20, 'Vaccinations'),
  medicines: rows(medicine, 20, 'Medicines'),
  allergies: rows(z.object({ what: line('The allergy', 60) }), 30, 'Allergies'),
  caution: optionalLine('The caution', 120),
  biteHistory: tick,
  fights: lines('Bites and fights', 600),
  twoPeople: tick,
  notWith: z.array(z.uuid()).max(60).default([]),
})

const kit = z.object({
  brought: rows(z.object({ what: line('The thing', 60), note: optionalLine('The note', 80) }), 30, 'Kit'),
  ownerLeash: optionalLine('The leash the owner will use', 60),
})

const consents = z.object({
  signed: rows(
    z.object({
      to: z.enum(consentKinds, { error: 'Choose what.' }),
      by: line('Signed by', 80),
      on: day('Signed on'),
      note: optionalLine('The note', 120),
    }),
    30,
    'Consents',
  ),
})

const words = z.object({
  release: line('The release word', 20),
  marker: line('The marker', 20),
  side: z.enum(sides, { error: 'Choose a side.' }),
  finish: z.enum(['', ...finishes], { error: 'Choose how a recall ends.' }).default(''),
  languages: optionalLine('Languages at home', 80),
  /** Asked where a word changes that was taught already. */
  wordIs: z.enum(['', 'new', 'spelling'], { error: 'Choose one.' }).default(''),
  cues: rows(
    z.object({
      command: line('The command', 40),
      word: optionalLine('The word', 40),
      signal: optionalLine('The signal', 120),
      reported: optionalLine('What it can do', 80),
    }),
    60,
    'Words',
  ),
})

const questions = z.object({
  asked: rows(z.object({ question: line('The question', 200), answer: lines('The answer', 400) }), 60, 'Questions'),
})

export const stepSchemas = { owner, promises: promisesStep, arrival, health, kit, consents, words, questions } as const
export type Entry<S extends StepId> = z.output<(typeof stepSchemas)[S]>

/** Fields of a step that may come more than once. */
export const severalIn: Readonly<Record<StepId, readonly string[]>> = {
  owner: [],
  promises: [],
  arrival: [],
  health: ['traits', 'notWith'],
  kit: [],
  consents: [],
  words: [],
  questions: [],
}

export interface StepSpec {
  readonly id: StepId
  readonly title: string
  readonly intro: string
  readonly fields: readonly FieldSpec[]
}

/** What a house is asked about beside the dog: names to choose from. */
export interface StepContext {
  /** Dogs here that this one may not meet. */
  readonly others: readonly FieldChoice[]
  /** Commands of its ladder, with the rungs an owner may report. */
  readonly commands: readonly {
    readonly id: string
    readonly name: string
    readonly cue: string
    readonly signal: string
    readonly rungs: readonly FieldChoice[]
  }[]
  readonly unit: 'kg' | 'lb'
  /** It was worked here already, so that its words mean something to it. */
  readonly taught: boolean
}

/** Asked once the side is not known, and answered as soon as it is. */
export const sideAsked = 'Which side does the dog walk on at home?'

/** House: what a kennel commonly wants to know before the first day. */
export const usualQuestions = [
  sideAsked,
  'Which collar and leash will you use?',
  'Which words do you use, and in which language?',
  'What does it get to eat, how much, when?',
  'What is it afraid of?',
  'How does it greet strangers, and dogs?',
] as const

/** The steps of one dog's intake. */
export function stepsFor(context: StepContext): readonly StepSpec[] {
  return [
    {
      id: 'owner',
      title: 'Owner',
      intro: 'More than one way to reach somebody, for the day it matters.',
      fields: [
        { kind: 'tel', name: 'phone', label: 'Telephone' },
        { kind: 'tel', name: 'phone2', label: 'Second telephone' },
        { kind: 'email', name: 'email', label: 'Mail' },
        { kind: 'text', name: 'bestTime', label: 'When to ring' },
        { kind: 'text', name: 'otherName', label: 'Somebody else, when they cannot be reached' },
        { kind: 'tel', name: 'otherPhone', label: 'Their telephone' },
        { kind: 'long', name: 'address', label: 'Address' },
        { kind: 'long', name: 'goals', label: 'What the owner wants of it, in their words', wide: true },
      ],
    },
    {
      id: 'promises',
      title: 'Promises',
      intro:
        'A promise is a rung held at a distraction level, in so many places, with so many people on the ' +
        'leash. Speak with the owner before one is taken back.',
      // Drawn by itself: each row says what it costs.
      fields: [],
    },
    {
      id: 'arrival',
      title: 'Arrival',
      intro: 'At the door, with the dog on the scale. The first evening is a light walk and rest.',
      fields: [
        { kind: 'text', name: 'run', label: 'Run number', required: true },
        { kind: 'number', name: 'weight', label: 'Weight', hint: 'its food is reckoned from this' },
        { kind: 'one', name: 'weightUnit', label: 'In', start: context.unit, choices: choicesOf(['kg', 'lb']) },
        { kind: 'tick', name: 'weightRight', label: 'The weight is right, however odd it looks' },
        { kind: 'date', name: 'bornOn', label: 'Born on' },
        { kind: 'tick', name: 'bornGuessed', label: 'That is a guess' },
        { kind: 'one', name: 'sex', label: 'Sex', start: 'not known', choices: choicesOf(sexes) },
        { kind: 'text', name: 'chip', label: 'Chip' },
        { kind: 'text', name: 'coat', label: 'Coat and looks' },
        { kind: 'long', name: 'arrivalNote', label: 'How it came', wide: true },
      ],
    },
    {
      id: 'health',
      title: 'Health and history',
      intro:
        'What changes its ladder, its bowl or who may open its door. Which vaccinations are wanted is local ' +
        'law and the vet’s: Kibou reminds.',
      fields: [
        {
          kind: 'several',
          name: 'traits',
          label: 'Its ladder is made for a dog that is',
          choices: traitNames.map((t) => ({ id: t, name: traitWords[t] })),
        },
        {
          kind: 'text',
          name: 'caution',
          label: 'Caution at the door',
          hint: 'shown wherever somebody is sent to this dog',
          wide: true,
        },
        { kind: 'tick', name: 'biteHistory', label: 'Bite history' },
        { kind: 'tick', name: 'twoPeople', label: 'Two people to handle it' },
        { kind: 'long', name: 'fights', label: 'Bites and fights: whom, when, how hard', wide: true },
        ...(context.others.length > 0
          ? [{ kind: 'several', name: 'notWith', label: 'May not meet', choices: context.others } as const]
          : []),
        {
          kind: 'rows',
          name: 'allergies',
          label: 'Allergies',
          add: 'Another allergy',
          of: [{ kind: 'text', name: 'what', label: 'To what' }],
        },
        {
          kind: 'rows',
          name: 'medicines',
          label: 'Medicine',
          add: 'Another medicine',
          of: [
            { kind: 'text', name: 'name', label: 'Medicine' },
            { kind: 'text', name: 'dose', label: 'Dose' },
            { kind: 'text', name: 'at', label: 'When' },
            { kind: 'date', name: 'until', label: 'Until' },
          ],
        },
        {
          kind: 'rows',
          name: 'vaccines',
          label: 'Vaccinations',
          add: 'Another vaccination',
          of: [
            { kind: 'text', name: 'name', label: 'Vaccination' },
            { kind: 'date', name: 'given', label: 'Given on' },
            { kind: 'date', name: 'due', label: 'Due again on' },
          ],
        },
        { kind: 'long', name: 'healthNote', label: 'Anything else a vet should hear', wide: true },
      ],
    },
    {
      id: 'kit',
      title: 'Kit',
      intro: 'What came with the dog and must go home with it.',
      fields: [
        { kind: 'text', name: 'ownerLeash', label: 'Leash the owner will use' },
        {
          kind: 'rows',
          name: 'brought',
          label: 'Brought along',
          add: 'Another thing',
          of: [
            { kind: 'text', name: 'what', label: 'What' },
            { kind: 'text', name: 'note', label: 'Note' },
          ],
        },
      ],
    },
    {
      id: 'consents',
      title: 'Consents',
      intro:
        'Signed on paper; here is when, by whom and to what. Equipment and corrections are a matter of house ' +
        'policy, the owner’s signature and local law.',
      fields: [
        {
          kind: 'rows',
          name: 'signed',
          label: 'Signed',
          add: 'Another consent',
          of: [
            { kind: 'one', name: 'to', label: 'To', start: '', choices: choicesOf(consentKinds) },
            { kind: 'text', name: 'by', label: 'By' },
            { kind: 'date', name: 'on', label: 'On' },
            { kind: 'text', name: 'note', label: 'Note' },
          ],
        },
      ],
    },
    {
      id: 'words',
      title: 'Words and signals',
      intro:
        'The owner’s words are the cues, from the first day. What the dog is said to be able to do is where ' +
        'its baseline begins; it is not trusted until it was tested.',
      fields: [
        { kind: 'text', name: 'release', label: 'Release word', start: 'Okay' },
        { kind: 'text', name: 'marker', label: 'Marker', start: 'Yes' },
        { kind: 'one', name: 'side', label: 'Side', start: 'not known yet', choices: choicesOf(sides) },
        {
          kind: 'one',
          name: 'finish',
          label: 'How a recall ends',
          start: '',
          choices: [
            { id: '', name: 'as the house does it' },
            ...finishes.map((f) => ({ id: f, name: finishNames[f] })),
          ],
        },
        { kind: 'text', name: 'languages', label: 'Languages at home' },
        ...(context.taught
          ? [
              {
                kind: 'one',
                name: 'wordIs',
                label: 'A word that changes is',
                start: '',
                hint: 'a new one is taught from where it is brought in; what is held stays held',
                choices: [
                  { id: '', name: 'not said yet' },
                  { id: 'new', name: 'another word: its rungs begin anew' },
                  { id: 'spelling', name: 'the same word, spelled right' },
                ],
              } as const,
            ]
          : []),
        ...context.commands.flatMap((c, i): FieldSpec[] => [
          { kind: 'words', text: c.name },
          { kind: 'hidden', name: `cues.${i}.command`, value: c.id },
          {
            kind: 'text',
            name: `cues.${i}.word`,
            label: `${c.name}: word`,
            hint: c.cue === '' ? 'no word as a rule' : `else “${c.cue}”`,
          },
          {
            kind: 'text',
            name: `cues.${i}.signal`,
            label: `${c.name}: signal`,
            hint: c.signal === '' ? '' : `else ${c.signal}`,
          },
          {
            kind: 'one',
            name: `cues.${i}.reported`,
            label: `${c.name}: said to be able to`,
            start: '',
            choices: [{ id: '', name: 'nothing said' }, ...c.rungs],
          },
        ]),
      ],
    },
    {
      id: 'questions',
      title: 'Questions',
      intro: 'What the owner still has to say. Those without an answer stand on the page of days until they have one.',
      fields: [
        {
          kind: 'rows',
          name: 'asked',
          label: 'Questions to the owner',
          add: 'Another question',
          of: [
            { kind: 'text', name: 'question', label: 'Question' },
            { kind: 'long', name: 'answer', label: 'Answer' },
          ],
        },
      ],
    },
  ]
}

/** An entry as a form would have typed it, so that it can be looked at and changed. */
export function typedOf(entry: unknown, prefix = ''): Record<string, readonly string[]> {
  if (typeof entry !== 'object' || entry === null)
    return prefix === ''
      ? {}
      : {
          [prefix]: [
            typeof entry === 'boolean'
              ? entry
                ? 'yes'
                : ''
              : entry === null || entry === undefined
                ? ''
                : String(entry as string | number),
          ],
        }
  if (Array.isArray(entry) && entry.every((e) => typeof e === 'string'))
    return entry.length === 0 ? {} : { [prefix]: entry }
  return Object.assign(
    {},
    ...Object.entries(entry).map(([k, v]) => typedOf(v, prefix === '' ? k : `${prefix}.${k}`)),
  ) as Record<string, readonly string[]>
}
