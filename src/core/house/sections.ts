import { markSign, releaseSign } from '../dog/deaf'
import { placeKinds } from '../curriculum/types'
import { choicesOf, type FieldSpec } from '../form'
import type { HouseWays } from '../measures'
import type { HouseSection } from './house'
import { weekdaysFrom } from '../days'
import { longestWait } from '../dealing'
import { timeZones } from './proposed'

/** One section of what is asked about a house, as a form. */
export interface SectionSpec {
  readonly id: HouseSection
  readonly title: string
  readonly intro: string
  readonly fields: readonly FieldSpec[]
}

const placeWords: Readonly<Record<(typeof placeKinds)[number], string>> = {
  room: 'training room',
  corridor: 'corridor by the runs',
  yard: 'fenced yard',
  open: 'open ground',
  street: 'street',
  square: 'shop front or square',
}

const either = <Name extends string>(
  name: Name,
  label: string,
  ...choices: readonly (readonly [id: string, name: string])[]
) => ({
  kind: 'one' as const,
  name,
  label,
  choices: choices.map(([id, said]) => ({ id, name: said })),
})

/** What is asked of how a house measures and reads. */
export const wayFields = [
  either('unit', 'Weights in', ['kg', 'kg'], ['lb', 'lb']),
  either('lengths', 'Lengths in', ['m', 'm'], ['ft', 'ft']),
  either('temperatures', 'Temperatures in', ['C', '°C'], ['F', '°F']),
  either('clock', 'Clock', ['24', '24 hours'], ['12', '12 hours']),
  either('dates', 'Dates', ['day-first', 'day first'], ['month-first', 'month first']),
  either('week', 'The week begins on', ['monday', 'Monday'], ['sunday', 'Sunday']),
  either('paper', 'Paper', ['A', 'A4, cards A6'], ['Letter', 'Letter, index cards']),
] as const satisfies readonly (FieldSpec & { readonly name: keyof HouseWays })[]

/** The sections of the house's page, for those who work there, the zone it is in and the day its weeks begin on. */
export function sectionsFor(
  people: readonly { readonly id: string; readonly name: string }[],
  timeZone: string,
  week: HouseWays['week'],
): readonly SectionSpec[] {
  return [
    {
      id: 'house',
      title: 'Kennel',
      intro: 'Names, measures, clocks, and what is done when.',
      fields: [
        { kind: 'text', name: 'name', label: 'Name of the kennel' },
        { kind: 'one', name: 'timeZone', label: 'Time zone', choices: choicesOf(timeZones(timeZone)) },
        ...wayFields,
        {
          kind: 'number',
          name: 'handfulGrams',
          label: 'A handful, grams',
          hint: 'of the meal, in the bowl of a recall drill',
        },
        { kind: 'text', name: 'phone', label: 'Phone for owners', hint: 'printed in what owners take home' },
        { kind: 'long', name: 'address', label: 'Address', hint: 'printed in calendar files' },
        either('rehearse', 'Ready asks for a rehearsal, from the next residency on', ['yes', 'yes'], ['no', 'no']),
        either(
          'rehearseHere',
          'For dogs that are here or booked',
          ['keep', 'as it was when they were booked'],
          ['apply', 'the same from now on'],
        ),
        either('floor', 'Every dog has one block a day before any has a second', ['yes', 'yes'], ['no', 'no']),
        either(
          'floorOutOfReach',
          'A dog that will not be ready in time keeps that block',
          ['yes', 'yes'],
          ['no', 'no, the time goes to the others'],
        ),
        either(
          'fewBlocks',
          'On a day with fewer blocks than dogs',
          ['most', `train the dogs it makes ready; no dog waits longer than ${longestWait} days`],
          ['each', 'one block each, as far as they go'],
        ),
        {
          kind: 'text',
          name: 'deafRelease',
          label: 'Release, shown to a deaf dog',
          hint: `else ${releaseSign({})}; for dogs to come whose owner has no sign`,
        },
        {
          kind: 'text',
          name: 'deafMark',
          label: 'Marker, shown to a deaf dog',
          hint: `else ${markSign({})}; for dogs to come whose owner has no sign`,
        },
        { kind: 'time', name: 'quietFrom', label: 'Quiet from', hint: 'no demonstration is offered then' },
        { kind: 'time', name: 'quietTo', label: 'Quiet until' },
        {
          kind: 'rows',
          name: 'meals',
          label: 'Meals',
          add: 'Another meal',
          hint: 'no work within an hour after one',
          of: [
            { kind: 'text', name: 'name', label: 'Meal' },
            { kind: 'time', name: 'at', label: 'At' },
          ],
        },
        {
          kind: 'rows',
          name: 'devices',
          label: 'Devices',
          add: 'Another device',
          hint:
            'empty until you fill it. Some places ban some devices: local law and the owner’s signed consent ' +
            'come first. Kibou’s default is reward only.',
          of: [
            { kind: 'text', name: 'name', label: 'Device' },
            { kind: 'text', name: 'policy', label: 'How the kennel uses it' },
          ],
        },
        {
          kind: 'rows',
          name: 'foodWords',
          label: 'Words for foods',
          add: 'Another food',
          hint: 'so that an allergy to fish is seen in a food with cod',
          of: [
            { kind: 'text', name: 'name', label: 'Food' },
            { kind: 'text', name: 'also', label: 'Also', hint: 'with commas' },
          ],
        },
        {
          kind: 'text',
          name: 'backupFolder',
          label: 'Backup folder',
          hint: 'a whole path on this machine',
          wide: true,
        },
        {
          kind: 'long',
          name: 'caution',
          label: 'The kennel’s own caution',
          hint: 'stands on every card and list',
          wide: true,
        },
      ],
    },
    {
      id: 'spaces',
      title: 'Locations',
      intro:
        'Where dogs train. Each stands for one kind of location in the curriculum. Dogs generalize badly, so each ' +
        'location is new to them. If you change the kind, past sets there are judged again. A location with ' +
        'sets is never deleted. Clear its name to close it.',
      fields: [
        {
          kind: 'rows',
          name: 'spaces',
          label: 'Locations',
          add: 'Another location',
          of: [
            { kind: 'text', name: 'name', label: 'Location', required: true },
            {
              kind: 'one',
              name: 'kind',
              label: 'Stands for',
              start: 'room',
              choices: placeKinds.map((k) => ({ id: k, name: placeWords[k] })),
            },
            { kind: 'number', name: 'holds', label: 'Dogs at once', start: '1' },
            {
              kind: 'one',
              name: 'where',
              label: 'Where',
              start: 'indoors',
              choices: choicesOf(['indoors', 'outdoors']),
            },
            { kind: 'text', name: 'surface', label: 'Floor' },
            {
              kind: 'one',
              name: 'grip',
              label: 'Its grip',
              hint: 'as you felt it underfoot; until then Kibou goes by the words for the floor',
              start: '',
              choices: [
                { id: '', name: 'not said' },
                { id: 'good', name: 'good' },
                { id: 'poor', name: 'poor' },
              ],
            },
          ],
        },
      ],
    },
    {
      id: 'feeds',
      title: 'Foods',
      intro:
        'What is fed, and what rewards are made of. Reward value: 1 own kibble, 2 dry treat, 3 soft and smelly, 4 ' +
        'jackpot. ' +
        'Chocolate, grapes and raisins, onion and xylitol are poisonous.',
      fields: [
        {
          kind: 'rows',
          name: 'feeds',
          label: 'Foods',
          add: 'Another food',
          of: [
            { kind: 'text', name: 'name', label: 'Food', required: true },
            { kind: 'number', name: 'kcalPer100g', label: 'kcal per 100 g', required: true },
            { kind: 'number', name: 'kcalPerPiece', label: 'kcal a piece' },
            { kind: 'number', name: 'tenPiecesGrams', label: 'Or ten pieces, grams' },
            { kind: 'number', name: 'cupGrams', label: 'A cup, grams' },
            { kind: 'one', name: 'tier', label: 'Reward value', start: '1', choices: choicesOf(['1', '2', '3', '4']) },
            { kind: 'text', name: 'contains', label: 'What is in it', hint: 'with commas' },
          ],
        },
      ],
    },
    {
      id: 'hours',
      title: 'Hours',
      intro: 'When each person works. A handoff is offered only inside these hours.',
      fields: [
        {
          kind: 'rows',
          name: 'hours',
          label: 'Hours',
          add: 'Other hours',
          of: [
            {
              kind: 'one',
              name: 'personId',
              label: 'Who',
              start: '',
              choices: people.map((p) => ({ id: p.id, name: p.name })),
            },
            { kind: 'time', name: 'from', label: 'From' },
            { kind: 'time', name: 'to', label: 'To' },
            {
              kind: 'several',
              name: 'days',
              label: 'On',
              choices: weekdaysFrom(week).map(({ number, name }) => ({ id: String(number), name: name.slice(0, 3) })),
            },
          ],
        },
      ],
    },
    {
      id: 'daysOff',
      title: 'Days off',
      intro: 'No handoff is offered with a person who is away.',
      fields: [
        {
          kind: 'rows',
          name: 'off',
          label: 'Days off',
          add: 'Other days',
          of: [
            {
              kind: 'one',
              name: 'personId',
              label: 'Who',
              start: '',
              choices: people.map((p) => ({ id: p.id, name: p.name })),
            },
            { kind: 'date', name: 'from', label: 'From' },
            { kind: 'date', name: 'to', label: 'To' },
            { kind: 'text', name: 'why', label: 'Why' },
          ],
        },
      ],
    },
  ]
}

/** Minutes since midnight as typed: `07:30`. */
export const clockTyped = (minute: number): string =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`
