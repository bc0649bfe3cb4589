import { figures } from '../figures'
import { z } from 'zod'
import { grips } from '../curriculum/grip'
import { placeKinds } from '../curriculum/types'
import { fewDealings } from '../dealing'
import { clock, line, lines, number, optionalLine, optionalNumber, rows, weekdays } from '../fields'
import { plainWays } from '../measures'
import { papers } from '../paper'

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
/** The ways of a house, each with the plain one where nothing is set. */
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
      z.object({ name: line('The device', 60), policy: optionalLine('How the kennel uses it', 160) }),
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
    phone: optionalLine('The phone', 40),
    address: lines('The address', 240),
    /** Ready asks for a rehearsal, from the next residency on. */
    rehearse: yesNo.default('yes'),
    /** How the day’s blocks are dealt out. */
    floor: yesNo.default('yes'),
    floorOutOfReach: yesNo.default('yes'),
    /** How they are dealt where there are fewer of them than dogs. */
    fewBlocks: z.enum(fewDealings).default('most'),
    /** What a deaf dog is shown from its intake on, where its owner has no sign; empty for what the trade shows. */
    deafRelease: optionalLine('The release, shown', 60).default(''),
    deafMark: optionalLine('The marker, shown', 60).default(''),
    caution: lines('The caution', 400),
  })
  .superRefine((h, ctx) => {
    if ((h.quietFrom === '') !== (h.quietTo === ''))
      ctx.addIssue({ code: 'custom', path: ['quietTo'], message: 'Quiet hours have a beginning and an end.' })
    else if (h.quietFrom !== '' && h.quietFrom === h.quietTo)
      ctx.addIssue({ code: 'custom', path: ['quietTo'], message: 'Quiet hours end at another time than they begin.' })
    const at = h.meals.map((m) => m.at)
    if (new Set(at).size < at.length)
      ctx.addIssue({ code: 'custom', path: ['meals.0.at'], message: 'Two meals at the same time.' })
  })
export type House = z.output<typeof house>

/** Whether what holds from the next residency on is to hold for those that are here or booked too; never kept. */
export const forThoseHere = z.object({ rehearseHere: z.enum(['keep', 'apply']).catch('keep') })

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
    fewBlocks: z.enum(fewDealings).default(plain.fewBlocks),
    deafRelease: z.string().default(''),
    deafMark: z.string().default(''),
    caution: z.string().default(''),
  })
}

const space = z.object({
  id: z.string().max(64).default(''),
  name: line('The location', 60),
  kind: z.enum(placeKinds, { error: 'Choose the kind of location.' }),
  holds: number('Dogs at once', 1, 60).refine(Number.isInteger, 'Dogs at once is a whole number.'),
  where: z.enum(['indoors', 'outdoors'], { error: 'Indoors or outdoors?' }),
  surface: optionalLine('The floor', 40),
  /** Empty where nobody has stood on it and said so. */
  grip: z.enum(['', ...grips], { error: 'Does the floor grip?' }).default(''),
})
const spaces = z.object({
  spaces: rows(space, 40, 'Locations')
    .refine((all) => all.length > 0, 'Add at least one location.')
    .refine(
      (all) => new Set(all.map((s) => s.name.toLowerCase())).size === all.length,
      'Two locations have the same name.',
    ),
})
export type Space = z.output<typeof space>

const feed = z.object({
  id: z.string().max(64).default(''),
  name: line('The food', 60),
  kcalPer100g: number('kcal per 100 g', 10, 950),
  kcalPerPiece: optionalNumber('kcal a piece', 0.05, 100),
  tenPiecesGrams: optionalNumber('Ten pieces', 0.5, 500),
  cupGrams: optionalNumber('A cup', 20, 400),
  tier: z.enum(['1', '2', '3', '4'], { error: 'Choose a reward value.' }),
  contains: optionalLine('What is in it', 160),
})
const feeds = z.object({
  feeds: rows(feed, 60, 'Foods').refine(
    (all) => new Set(all.map((f) => f.name.toLowerCase())).size === all.length,
    'Two foods have one name.',
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
        ctx.addIssue({ code: 'custom', path: [], message: 'Two sets of hours overlap.' })
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
  fewBlocks: 'most',
  deafRelease: '',
  deafMark: '',
  caution: '',
})

/** Design choice: no work within so many minutes after a meal; food earned in a block is no such meal. */
export const restAfterMeal = figures.restAfterMeal.value

/** The meal after which a dog still rests at this minute of the day; undefined when none. */
export const restingAfter = (meals: House['meals'], minute: number): House['meals'][number] | undefined =>
  meals.find((m) => minute >= m.at && minute < m.at + restAfterMeal)
