import { z } from 'zod'
import { grips } from '../curriculum/grip'
import { kits, placeKinds, promptLevels } from '../curriculum/types'
import { plainDog } from '../dog/traits'
import { dogTraits } from '../dog/traitsSchema'
import { outcomes } from '../facts/fact'
import { ratesFile } from '../forecast/learned'

/**
 * What `npm run judge` reads: one case a line, JSON, described here once. Times are UTC unless the house says another
 * zone. Unknown keys are refused, so that a misspelt one is not taken for nothing said.
 */

const day = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}$/, 'a day like 2026-03-02')
  .refine(
    (d) => !Number.isNaN(Date.parse(`${d}T00:00:00Z`)) && new Date(`${d}T00:00:00Z`).toISOString().startsWith(d),
    'not a day',
  )
const moment = z.iso.datetime({ offset: true, error: 'a moment like 2026-03-02T18:00:00Z' })
const id = z.string().min(1).max(80)
const seconds = z.number().min(0).max(86_400)

const place = z.strictObject({
  id,
  kind: z.enum(placeKinds),
  indoors: z.boolean().optional(),
  surface: z.string().max(60).optional().describe('The floor, in words; one that sounds slippery takes no sit-stay'),
  grip: z.enum(grips).optional().describe('Its grip, as somebody said who stood on it; goes before the words'),
})

const dated = z.strictObject({ at: moment, row: id, option: id })

const house = z.strictObject({
  timeZone: z.string().max(60).default('UTC'),
  places: z
    .array(place)
    .min(1)
    .max(40)
    .default([
      { id: 'room', kind: 'room' },
      { id: 'corridor', kind: 'corridor' },
      { id: 'yard', kind: 'yard' },
      { id: 'open', kind: 'open' },
      { id: 'street', kind: 'street' },
      { id: 'square', kind: 'square' },
    ])
    .describe('In the kennel’s order; the first is where things are taught'),
  people: z.array(id).min(1).max(60).default(['ada', 'ben']).describe('Those who may hold a leash in training'),
  method: z
    .record(z.string(), z.string())
    .default({})
    .describe('Options of the kennel’s method that always applied, by row'),
  changes: z.array(dated).max(200).default([]).describe('Options switched from a moment on'),
  curriculum: z.unknown().optional().describe('A whole curriculum file; the shipped one when left out'),
  weather: z
    .strictObject({
      temperatureC: z.number().min(-40).max(55),
      humidity: z.number().min(0).max(100).nullable().default(null),
    })
    .optional()
    .describe('Outdoors, as of the moment asked about'),
})

const dog = z.strictObject({
  arrivesOn: day,
  leavesOn: day.optional(),
  bornOn: day.nullable().default(null),
  traits: z
    .partialRecord(dogTraits.unwrap().keyof().exclude(['bornOn', 'felt', 'signs', 'byHand']), z.boolean())
    .default({}),
  side: z.enum(['left', 'right']).default('left'),
  barred: z
    .record(z.string(), z.string())
    .default({})
    .describe('Locations in which it is not to be now, by id, with the reason: a dog it may not meet works there'),
  starts: z
    .array(z.strictObject({ at: moment, rungId: id }))
    .max(60)
    .default([])
    .describe('Rungs that a baseline put in hand'),
})

const promise = z.strictObject({
  rungId: id,
  level: z.int().min(0).max(5).default(0),
  places: z.int().min(1).max(12).default(1),
  people: z.int().min(1).max(12).default(1),
})

const rep = z.strictObject({
  outcome: z.enum(outcomes),
  prompt: z.enum(promptLevels).optional().describe('The help it had'),
  faults: z.array(z.string().max(40)).max(8).default([]),
  cuesSaid: z.int().min(0).max(9).optional(),
  latencySeconds: seconds.optional(),
  heldSeconds: seconds.optional(),
  brokeSeconds: seconds.optional(),
})

const marks = z
  .string()
  .max(400)
  .regex(
    /^\s*(?:[CHLM](?:\d+(?:\.\d+)?)?\s*)+$/i,
    'marks like CCHM4.5C: C clean, H helped, L late, M miss, with the second of a break behind it',
  )

const set = z.strictObject({
  rungId: id,
  purpose: z.enum(['work', 'refresh']).default('work'),
  at: z
    .string()
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'a time like 09:30')
    .optional()
    .describe('On the wall clock of the kennel; two minutes after the set before when left out'),
  placeId: id.optional().describe('The first location when left out'),
  by: id.optional().describe('Who held the leash; the first person when left out'),
  level: z.int().min(0).max(5).default(0),
  kit: z.enum(kits).default('1.8 m leash'),
  block: id.optional(),
  reps: z.union([marks, z.array(rep).min(1).max(60)]),
})

const daySets = z.strictObject({ day, sets: z.array(set).max(200) })

const forecast = z
  .strictObject({
    seed: z.int().min(0).max(2_147_483_647).default(1).describe('The same seed gives the same forecast'),
    futures: z.int().min(100).max(20_000).default(4000),
    setsADay: z
      .array(z.number().min(0).max(60))
      .length(7)
      .optional()
      .describe(
        'Useful sets a day that this kennel gives a dog, Monday first; learned when left out, from 18 on weekdays, ' +
          '9 else',
      ),
    rates: ratesFile.optional().describe('What the kennel has learned, or began with (docs/learned-rates.md)'),
    learnFrom: z
      .array(z.strictObject({ dog, days: z.array(daySets).max(400), promises: z.array(promise).max(60).default([]) }))
      .max(400)
      .default([])
      .describe(
        'Finished residencies of this kennel, to learn rates, days and, where promises are said, locations from',
      ),
  })
  .describe('Asks for the chance to be ready on the evening before dog.leavesOn')

export const judgeCase = z.strictObject({
  id: z.string().max(200).optional().describe('Comes back with the answer'),
  house: house.prefault({}),
  dog,
  promises: z.array(promise).max(60).default([]),
  days: z.array(daySets).max(400).default([]),
  asOf: moment.describe('What next, and what is left, are said as of this moment'),
  forecast: forecast.optional().describe('Left out, none is made'),
  say: z
    .enum(['all', 'last', 'none'])
    .default('all')
    .describe('Which verdicts to give: of every rep, of the last of each set, or none'),
})
export type JudgeCase = z.infer<typeof judgeCase>

/** The whole dog of a case. */
export const traitsOf = (d: JudgeCase['dog']) => ({ ...plainDog, ...d.traits, bornOn: d.bornOn })

/** The JSON Schema of a case, draft 2020-12. */
export const judgeJsonSchema = () => z.toJSONSchema(judgeCase, { io: 'input' })
