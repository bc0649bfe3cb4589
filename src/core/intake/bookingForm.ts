import { z } from 'zod'
import { daysBetween } from '../days'
import { day, line, optionalDay, optionalLine, tick } from '../fields'
import { figures } from '../figures'
import { choicesOf, type FieldSpec } from '../form'
import { promisedRows, somePromised } from './steps'
import { sides } from '../dog/side'
import { traitNames, traitWords } from '../dog/traits'

/** Design choice: a stay of more days looks like a typo. Check the dates. */
export const longestStay = figures.longestStay.value

/** A booking: a dog, its days here, its words, and what its owner was promised. `today`: a day of the house. */
export const bookingSchema = (today: string, promisesNeeded = true) =>
  z
    .object({
      name: line('The name', 60),
      owner: line('The owner', 80),
      run: line('The run number', 8),
      arrivesOn: optionalDay('Arrives on'),
      leavesOn: day('Goes home on'),
      releaseWord: optionalLine('The release word', 20),
      markerWord: optionalLine('The marker', 20),
      side: z.enum(sides, { error: 'Choose a side.' }),
      caution: optionalLine('The caution', 120),
      biteHistory: tick,
      /** The owner’s own word for a command, by its id. */
      cue: z.record(z.string(), optionalLine('The cue', 40)).default({}),
      bornOn: optionalDay('Born on'),
      traits: z.array(z.enum(traitNames)).default([]),
      promised: promisesNeeded ? somePromised : promisedRows,
      /** Of a dog that was here before. */
      dogId: z.union([z.literal(''), z.uuid()]).default(''),
      /** The dog whose ticks the form showed: only then does one that is not there mean that it was taken out. */
      shown: z.union([z.literal(''), z.uuid()]).default(''),
      /**
       * What the residency is to be called: made by the screen, so that what was typed on one device can be gone on
       * with on another.
       */
      key: z.uuid().optional(),
    })
    .transform((f) => ({
      ...f,
      arrivesOn: f.arrivesOn === '' ? today : f.arrivesOn,
    }))
    .superRefine((f, ctx) => {
      if (f.bornOn !== '' && f.bornOn > f.arrivesOn)
        ctx.addIssue({ code: 'custom', path: ['bornOn'], message: 'Born after arrival. Check the date.' })
      if (f.leavesOn <= f.arrivesOn)
        ctx.addIssue({ code: 'custom', path: ['leavesOn'], message: 'Goes home on must lie after the arrival.' })
      else if (daysBetween(f.arrivesOn, f.leavesOn) > longestStay)
        ctx.addIssue({
          code: 'custom',
          path: ['leavesOn'],
          message: `A residency of more than ${longestStay} days looks like a typo. Check the dates.`,
        })
    })

export type Booked = z.output<ReturnType<typeof bookingSchema>>

export const severalOfBooking = ['traits'] as const

/** What is asked of a dog that is booked; what it is promised is asked beside it. */
export const bookingFields = (today: string): readonly FieldSpec[] => [
  { kind: 'text', name: 'name', label: 'Name', required: true },
  { kind: 'text', name: 'run', label: 'Run number', required: true },
  { kind: 'text', name: 'owner', label: 'Owner', required: true },
  {
    kind: 'date',
    name: 'bornOn',
    label: 'Born on',
    hint: 'or an estimate; a dog under six months has another curriculum',
  },
  { kind: 'date', name: 'arrivesOn', label: 'Arrives on', start: today },
  { kind: 'date', name: 'leavesOn', label: 'Goes home on', required: true },
  { kind: 'text', name: 'releaseWord', label: 'Release word', start: 'Okay', hint: 'ends a stay' },
  { kind: 'text', name: 'markerWord', label: 'Marker', start: 'Yes', hint: 'says that was it' },
  { kind: 'one', name: 'side', label: 'Side', start: 'not known yet', wide: true, choices: choicesOf(sides) },
  {
    kind: 'text',
    name: 'caution',
    label: 'Caution at the door',
    hint: 'shown wherever someone is sent to this dog',
    wide: true,
  },
  { kind: 'tick', name: 'biteHistory', label: 'Bite history' },
  {
    kind: 'several',
    name: 'traits',
    label: 'The curriculum is adapted to a dog that is',
    choices: traitNames.map((id) => ({ id, name: traitWords[id] })),
  },
]
