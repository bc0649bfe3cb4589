import { finishes, finishNames } from '../dog/finish'
import { sides } from '../dog/side'
import type { DogTraits } from '../dog/traits'
import { markSign, releaseSign, withHouseSigns, type HouseSigns } from '../dog/deaf'
import { feltNames, feltSignals } from '../dog/felt'
import { traitNames, traitWords } from '../dog/traits'
import { choicesOf, type FieldChoice, type FieldSpec } from '../form'
import { consentKinds, sexes, type StepId } from './steps'

/** One step of what is asked about a dog that comes, as a form. */
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
    readonly canBeByHand: boolean
    readonly rungs: readonly FieldChoice[]
  }[]
  readonly unit: 'kg' | 'lb'
  /** It was worked here already, so that its words mean something to it. */
  readonly taught: boolean
  /** It does not hear, so that its release and its marker are shown. */
  readonly deaf: boolean
  /** What the house shows such a dog where its owner has no sign. */
  readonly signs: HouseSigns
}

/** Asked once the side is not known, and answered as soon as it is. */
export const sideAsked = 'Which side does the dog walk on at home?'

/** Design choice: what a kennel commonly wants to know before the first day. */
export const usualQuestions = [
  sideAsked,
  'Which collar and leash will you use?',
  'Which words do you use, and in which language?',
  'What does the dog eat, how much and when?',
  'What is the dog afraid of?',
  'Where does the dog pull on the leash, and toward what?',
  'How does the dog greet strangers, and other dogs?',
] as const

/** The steps of one dog's intake. */
export function stepsFor(context: StepContext): readonly StepSpec[] {
  const ofHouse = withHouseSigns<Pick<DogTraits, 'deaf' | 'signs'>>({ deaf: true }, context.signs)
  return [
    {
      id: 'owner',
      title: 'Owner',
      intro: 'More than one way to reach someone, for the day it matters.',
      fields: [
        { kind: 'tel', name: 'phone', label: 'Phone' },
        { kind: 'tel', name: 'phone2', label: 'Second phone' },
        { kind: 'email', name: 'email', label: 'Email' },
        { kind: 'text', name: 'bestTime', label: 'When to call' },
        { kind: 'text', name: 'otherName', label: 'Someone else, when they cannot be reached' },
        { kind: 'tel', name: 'otherPhone', label: 'Their phone' },
        { kind: 'long', name: 'address', label: 'Address' },
        { kind: 'long', name: 'goals', label: 'What the owner wants, in their own words', wide: true },
      ],
    },
    {
      id: 'promises',
      title: 'Promises',
      intro:
        'A promise is a rung mastered at a distraction level, in so many locations and with so many handlers. ' +
        'Speak with the owner before you withdraw one.',
      // Drawn by itself: each row says what it costs.
      fields: [],
    },
    {
      id: 'arrival',
      title: 'Arrival',
      intro: 'At the door, with the dog on the scale. The first evening is a light walk and rest.',
      fields: [
        { kind: 'text', name: 'run', label: 'Run number', required: true },
        { kind: 'number', name: 'weight', label: 'Weight', hint: 'used to calculate the day’s food' },
        { kind: 'one', name: 'weightUnit', label: 'In', start: context.unit, choices: choicesOf(['kg', 'lb']) },
        { kind: 'tick', name: 'weightRight', label: 'The weight is right, however odd it looks' },
        { kind: 'date', name: 'bornOn', label: 'Born on' },
        { kind: 'tick', name: 'bornGuessed', label: 'That is a guess' },
        { kind: 'one', name: 'sex', label: 'Sex', start: 'not known', choices: choicesOf(sexes) },
        { kind: 'text', name: 'chip', label: 'Chip' },
        { kind: 'text', name: 'coat', label: 'Coat and looks' },
        { kind: 'long', name: 'arrivalNote', label: 'How the dog came', wide: true },
      ],
    },
    {
      id: 'health',
      title: 'Health and history',
      intro:
        'What changes the curriculum, the food or who may open the run. Which vaccinations are required is local ' +
        'law and the vet’s: Kibou reminds.',
      fields: [
        {
          kind: 'several',
          name: 'traits',
          label: 'The curriculum is adapted to a dog that is',
          choices: traitNames.map((t) => ({ id: t, name: traitWords[t] })),
        },
        {
          kind: 'one',
          name: 'felt',
          label: 'A deaf dog is called by',
          start: '',
          choices: [{ id: '', name: 'not chosen yet' }, ...feltSignals.map((s) => ({ id: s, name: feltNames[s] }))],
        },
        {
          kind: 'text',
          name: 'caution',
          label: 'Caution at the door',
          hint: 'shown wherever someone is sent to this dog',
          wide: true,
        },
        { kind: 'tick', name: 'biteHistory', label: 'Bite history' },
        { kind: 'tick', name: 'twoPeople', label: 'Needs two handlers' },
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
      title: 'Equipment',
      intro: 'What came with the dog and must go home again.',
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
        'The owner’s words are the cues, from the first day. The baseline starts with what the dog is said to know. ' +
        'Nothing counts until it is tested.',
      fields: [
        { kind: 'text', name: 'release', label: 'Release word', start: 'Okay' },
        { kind: 'text', name: 'marker', label: 'Marker', start: 'Yes' },
        ...(context.deaf
          ? [
              {
                kind: 'text',
                name: 'releaseSign',
                label: 'Release, shown',
                hint: `else ${releaseSign(ofHouse)}`,
              } as const,
              { kind: 'text', name: 'markSign', label: 'Marker, shown', hint: `else ${markSign(ofHouse)}` } as const,
            ]
          : []),
        { kind: 'one', name: 'side', label: 'Side', start: 'not known yet', choices: choicesOf(sides) },
        {
          kind: 'one',
          name: 'finish',
          label: 'How a recall ends',
          start: '',
          choices: [
            { id: '', name: 'as the kennel does it' },
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
                hint: 'a new one is taught from where it is brought in; what is mastered stays mastered',
                choices: [
                  { id: '', name: 'not said yet' },
                  { id: 'new', name: 'another word: its rungs start again' },
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
          ...(c.canBeByHand
            ? [{ kind: 'tick', name: `cues.${i}.byHand`, label: `${c.name}: hand signal alone` } as const]
            : []),
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
