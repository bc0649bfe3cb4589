import { z } from 'zod'
import { placeKinds } from '../curriculum/types'
import { clock, line, lines, number, optionalLine, optionalNumber, rows, weekdays } from '../fields'
import { choicesOf, type FieldSpec } from '../form'
import { plainWays, type HouseWays } from '../measures'
import { papers } from '../paper'
import { timeZones } from './proposed'

/** What is true of the house itself. */
export const houseSections = ['house', 'spaces', 'feeds', 'hours', 'daysOff'] as const
export type HouseSection = (typeof houseSections)[number]

/** Whether this machine knows a time zone by this name. */
export const isTimeZone = (zone: string): boolean => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone })
    return true
  } catch {
    return false
  }
}

const minutes = clock('The time')
const oneOf = <const T extends readonly [string, ...string[]]>(names: T) => z.enum(names, { error: 'Choose one.' })
/** How a house measures and reads. */
const ways = {
  unit: oneOf(['kg', 'lb']),
  lengths: oneOf(['m', 'ft']),
  temperatures: oneOf(['C', 'F']),
  clock: oneOf(['24', '12']),
  dates: oneOf(['day-first', 'month-first']),
  week: oneOf(['monday', 'sunday']),
  paper: oneOf(papers),
}
/** The same, as in a plain house where nothing is said. */
export const waysOrPlain = {
  unit: ways.unit.default(plainWays.unit),
  lengths: ways.lengths.default(plainWays.lengths),
  temperatures: ways.temperatures.default(plainWays.temperatures),
  clock: ways.clock.default(plainWays.clock),
  dates: ways.dates.default(plainWays.dates),
  week: ways.week.default(plainWays.week),
  paper: ways.paper.default(plainWays.paper),
}
const yesNo = oneOf(['yes', 'no'])
const house = z
  .object({
    name: line('The name', 60),
    timeZone: line('The time zone', 60).refine(isTimeZone, 'No such time zone: it is named like Europe/London.'),
    ...waysOrPlain,
    unit: ways.unit,
    clock: ways.clock,
    meals: rows(z.object({ name: line('The meal', 40), at: minutes }), 6, 'Meals'),
    quietFrom: z.union([z.literal(''), minutes]).default(''),
    quietTo: z.union([z.literal(''), minutes]).default(''),
    devices: rows(
      z.object({ name: line('The device', 60), policy: optionalLine('How the house uses it', 160) }),
      20,
      'Devices',
    ),
    handfulGrams: number('A handful', 2, 100).default(15),
    foodWords: rows(
      z.object({ name: line('The food', 40), also: optionalLine('Other words for it', 200) }),
      60,
      'Words for foods',
    ),
    backupFolder: optionalLine('The backup folder', 240).refine(
      (s) => s === '' || /^(\/|[A-Za-z]:\\)/.test(s),
      'The folder is a whole path, from the root on.',
    ),
    phone: optionalLine('The telephone', 40),
    address: lines('The address', 240),
    /** Ready asks for a rehearsal, from the next residency on. */
    rehearse: yesNo.default('yes'),
    /** How the day’s blocks are dealt out. */
    floor: yesNo.default('yes'),
    floorOutOfReach: yesNo.default('yes'),
    caution: lines('The caution', 400),
  })
  .superRefine((h, ctx) => {
    if ((h.quietFrom === '') !== (h.quietTo === ''))
      ctx.addIssue({ code: 'custom', path: ['quietTo'], message: 'Quiet hours have a beginning and an end.' })
    const at = h.meals.map((m) => m.at)
    if (new Set(at).size < at.length)
      ctx.addIssue({ code: 'custom', path: ['meals.0.at'], message: 'Two meals at the same time.' })
  })
export type House = z.output<typeof house>

const minute = z.int().min(0).max(1439)
/** What the house said, as it is kept; what a version before did not ask for is as in a plain house. */
export const keptHouse = (name: string, timeZone: string) => {
  const plain = plainHouse(name, timeZone)
  return z.object({
    name: z.string().transform(() => name),
    timeZone: z.string().transform(() => timeZone),
    ...waysOrPlain,
    meals: z.array(z.object({ name: z.string(), at: minute })).default(plain.meals),
    quietFrom: z.union([z.literal(''), minute]).default(plain.quietFrom),
    quietTo: z.union([z.literal(''), minute]).default(plain.quietTo),
    devices: z.array(z.object({ name: z.string(), policy: z.string() })).default([]),
    handfulGrams: z.number().min(2).max(100).default(plain.handfulGrams),
    foodWords: z.array(z.object({ name: z.string(), also: z.string() })).default([]),
    backupFolder: z.string().default(''),
    phone: z.string().default(''),
    address: z.string().default(''),
    rehearse: yesNo.default(plain.rehearse),
    floor: yesNo.default(plain.floor),
    floorOutOfReach: yesNo.default(plain.floorOutOfReach),
    caution: z.string().default(''),
  })
}

const space = z.object({
  id: z.string().max(64).default(''),
  name: line('The space', 60),
  kind: z.enum(placeKinds, { error: 'Choose what kind of place it is.' }),
  holds: number('Dogs at once', 1, 60).refine(Number.isInteger, 'Dogs at once is a whole number.'),
  where: z.enum(['indoors', 'outdoors'], { error: 'Indoors or outdoors?' }),
  surface: optionalLine('The floor', 40),
})
const spaces = z.object({
  spaces: rows(space, 40, 'Spaces')
    .refine((all) => all.length > 0, 'At least one space.')
    .refine((all) => new Set(all.map((s) => s.name.toLowerCase())).size === all.length, 'Two spaces have one name.'),
})
export type Space = z.output<typeof space>

const feed = z.object({
  id: z.string().max(64).default(''),
  name: line('The feed', 60),
  kcalPer100g: number('kcal in 100 g', 10, 950),
  kcalPerPiece: optionalNumber('kcal a piece', 0.05, 100),
  tenPiecesGrams: optionalNumber('Ten pieces', 0.5, 500),
  cupGrams: optionalNumber('A cup', 20, 400),
  tier: z.enum(['1', '2', '3', '4'], { error: 'Choose a tier.' }),
  contains: optionalLine('What is in it', 160),
})
const feeds = z.object({
  feeds: rows(feed, 60, 'Feeds').refine(
    (all) => new Set(all.map((f) => f.name.toLowerCase())).size === all.length,
    'Two feeds have one name.',
  ),
})

const daysOff = z.object({
  off: rows(
    z
      .object({
        id: z.string().max(64).default(''),
        personId: line('Who', 64),
        from: z.string(),
        to: z.string(),
        why: optionalLine('Why', 80),
      })
      .superRefine((o, ctx) => {
        const isDay = (s: string) =>
          /^\d{4}-\d{2}-\d{2}$/.test(s) &&
          !Number.isNaN(Date.parse(`${s}T00:00:00Z`)) &&
          new Date(`${s}T00:00:00Z`).toISOString().startsWith(s)
        if (!isDay(o.from)) ctx.addIssue({ code: 'custom', path: ['from'], message: 'From is a date like 2026-04-30.' })
        else if (!isDay(o.to)) ctx.addIssue({ code: 'custom', path: ['to'], message: 'To is a date like 2026-04-30.' })
        else if (o.to < o.from)
          ctx.addIssue({ code: 'custom', path: ['to'], message: 'The end lies before the beginning.' })
      }),
    200,
    'Days off',
  ),
})

const shift = z
  .object({
    personId: line('Who', 64),
    days: weekdays.refine((d) => d.length > 0, 'Choose at least one day.'),
    from: clock('The beginning'),
    to: clock('The end'),
  })
  .refine((h) => h.to > h.from, { path: ['to'], message: 'The end lies before the beginning.' })
const hours = z.object({
  hours: rows(shift, 120, 'Hours').superRefine((all, ctx) => {
    all.forEach((h, i) => {
      if (
        all.some(
          (o, j) =>
            j < i &&
            o.personId === h.personId &&
            o.days.some((d) => h.days.includes(d)) &&
            o.from < h.to &&
            h.from < o.to,
        )
      )
        ctx.addIssue({ code: 'custom', path: [], message: 'Somebody works twice at the same time.' })
    })
  }),
})

/** Fields of a section that may come more than once. */
export const severalInHouse = ['hours.*.days'] as const

export const sectionSchemas = { house, spaces, feeds, hours, daysOff } as const

/** The house as long as nobody has said otherwise. */
export const plainHouse = (name: string, timeZone: string): House => ({
  name,
  timeZone,
  ...plainWays,
  meals: [
    { name: 'Breakfast', at: 450 },
    { name: 'Evening bowl', at: 1050 },
  ],
  quietFrom: 1260,
  quietTo: 390,
  devices: [],
  handfulGrams: 15,
  foodWords: [],
  backupFolder: '',
  phone: '',
  address: '',
  rehearse: 'yes',
  floor: 'yes',
  floorOutOfReach: 'yes',
  caution: '',
})

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

/** The sections of the house's page, for those who work there and the zone it is in. */
export function sectionsFor(
  people: readonly { readonly id: string; readonly name: string }[],
  timeZone: string,
): readonly SectionSpec[] {
  return [
    {
      id: 'house',
      title: 'The house',
      intro: 'Names, measures, clocks, and what is done when.',
      fields: [
        { kind: 'text', name: 'name', label: 'Name of the kennel' },
        { kind: 'one', name: 'timeZone', label: 'Time zone', choices: choicesOf(timeZones(timeZone)) },
        ...wayFields,
        {
          kind: 'number',
          name: 'handfulGrams',
          label: 'A handful, grams',
          hint: 'of its meal, in the bowl of a recall drill',
        },
        { kind: 'text', name: 'phone', label: 'Telephone for owners', hint: 'stands in what they take home' },
        { kind: 'long', name: 'address', label: 'Address', hint: 'stands in calendar files' },
        either('rehearse', 'Ready asks for a rehearsal', ['yes', 'yes'], ['no', 'no']),
        either('floor', 'Every dog has one block a day before any has a second', ['yes', 'yes'], ['no', 'no']),
        either(
          'floorOutOfReach',
          'A dog that will not make its date keeps that block',
          ['yes', 'yes'],
          ['no, the time goes to the others', 'no'],
        ),
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
            { kind: 'text', name: 'policy', label: 'How the house uses it' },
          ],
        },
        {
          kind: 'rows',
          name: 'foodWords',
          label: 'Words for foods',
          add: 'Another food',
          hint: 'so that an allergy to fish is seen in a feed with cod',
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
          label: 'The house’s own caution',
          hint: 'stands on every card and list',
          wide: true,
        },
      ],
    },
    {
      id: 'spaces',
      title: 'Spaces',
      intro:
        'Where dogs are worked. Each stands for a place of the curriculum: dogs generalise badly, and each ' +
        'place is new. Said to stand for another, it did so all along: what was worked in it is judged anew. A space ' +
        'that has been worked in is never deleted; take its name out and it closes.',
      fields: [
        {
          kind: 'rows',
          name: 'spaces',
          label: 'Spaces',
          add: 'Another space',
          of: [
            { kind: 'text', name: 'name', label: 'Space', required: true },
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
          ],
        },
      ],
    },
    {
      id: 'feeds',
      title: 'Feeds',
      intro:
        'What is fed and what is paid with. Tier 1 own kibble, 2 dry treat, 3 soft and smelly, 4 jackpot. ' +
        'Chocolate, grapes and raisins, onion and xylitol are poisonous.',
      fields: [
        {
          kind: 'rows',
          name: 'feeds',
          label: 'Feeds',
          add: 'Another feed',
          of: [
            { kind: 'text', name: 'name', label: 'Feed', required: true },
            { kind: 'number', name: 'kcalPer100g', label: 'kcal in 100 g', required: true },
            { kind: 'number', name: 'kcalPerPiece', label: 'kcal a piece' },
            { kind: 'number', name: 'tenPiecesGrams', label: 'Or ten pieces, grams' },
            { kind: 'number', name: 'cupGrams', label: 'A cup, grams' },
            { kind: 'one', name: 'tier', label: 'Tier', start: '1', choices: choicesOf(['1', '2', '3', '4']) },
            { kind: 'text', name: 'contains', label: 'What is in it', hint: 'with commas' },
          ],
        },
      ],
    },
    {
      id: 'hours',
      title: 'Hours',
      intro: 'When somebody works. A handoff is offered only inside these hours.',
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
              choices: ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].map((name, i) => ({
                id: String(i + 1),
                name,
              })),
            },
          ],
        },
      ],
    },
    {
      id: 'daysOff',
      title: 'Days off',
      intro: 'No handoff is offered with somebody who is away.',
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

/** House: no work within so many minutes after a meal; food earned in a block is no such meal. */
export const restAfterMeal = 60

/** The meal after which a dog still rests at this minute of the day; undefined when none. */
export const restingAfter = (meals: House['meals'], minute: number): House['meals'][number] | undefined =>
  meals.find((m) => minute >= m.at && minute < m.at + restAfterMeal)
