import { z } from 'zod'
import { day, line, lines, optionalDay, optionalLine, optionalNumber, rows, tick } from '../fields'
import { finishes } from '../dog/finish'
import { sides } from '../dog/side'
import { feltSignals } from '../dog/felt'
import { traitNames } from '../dog/traits'

/**
 * What is asked when a dog comes, in the order of the door: each step is kept as typed, and kept for good on its own.
 */
export const stepIds = ['owner', 'promises', 'arrival', 'health', 'kit', 'consents', 'words', 'questions'] as const
export type StepId = (typeof stepIds)[number]

export const isStep = (step: string): step is StepId => (stepIds as readonly string[]).includes(step)

export const sexes = ['not known', 'female', 'female, spayed', 'male', 'male, neutered'] as const
/** Design choice: owners are asked to sign these; what applies is a matter of local law. */
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
    phone: optionalLine('The phone', 40),
    phone2: optionalLine('The second phone', 40),
    email: optionalLine('The mail address', 120).refine(
      (s) => s === '' || /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(s),
      'The mail address looks like name@place.example.',
    ),
    address: lines('The address', 240),
    bestTime: optionalLine('When to call', 80),
    otherName: optionalLine('Someone else', 80),
    otherPhone: optionalLine('Their phone', 40),
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
  places: optionalNumber('Locations', 1, 12),
  people: optionalNumber('Handlers', 1, 12),
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
  felt: z.enum(['', ...feltSignals]).default(''),
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
  brought: rows(z.object({ what: line('The thing', 60), note: optionalLine('The note', 80) }), 30, 'Equipment'),
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
  releaseSign: optionalLine('The release, shown', 60),
  markSign: optionalLine('The marker, shown', 60),
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
      byHand: tick,
      reported: optionalLine('What the dog can do', 80),
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
