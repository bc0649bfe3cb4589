import { z } from 'zod'
import { ruleKinds, type Rule } from '../rule/rule'
import { roleNames } from './roles'
import { axes, callMoments, holdPays, kits, placeKinds, promptLevels, repKinds, stages } from './words'

/**
 * The curriculum file: JSON, UTF-8, described here once. Types, checks and the exported JSON Schema all come from these
 * shapes. Times are seconds, distances meters; unknown keys are refused, so a value in another unit cannot slip in.
 */

/** More rungs than this is no curriculum; the file is refused before it is looked at closely. */
export const mostRungs = 2000

const text = (most: number) =>
  z
    .string()
    .trim()
    .max(most)
    .regex(/^\P{Cc}*$/u, 'no control characters')
const id = z.string().regex(/^[a-z0-9][a-z0-9.-]{0,79}$/, 'small letters, digits, dots and dashes, at most 80')

const criterion = z
  .strictObject({
    latencySeconds: z
      .number()
      .positive()
      .max(60)
      .optional()
      .describe('Seconds from cue to response within which a rep is clean'),
    seconds: z
      .number()
      .positive()
      .max(3600)
      .optional()
      .describe('Seconds stayed until released; for a settle rung the calm time of one rep'),
    metres: z.number().positive().max(200).optional().describe('Meters between handler and dog'),
    steps: z
      .int()
      .positive()
      .max(200)
      .optional()
      .describe('Steps walked, or steps between handler and dog for a recall'),
    help: z.enum(promptLevels).describe('The most help a clean rep may use'),
    start: text(60).optional(),
    handler: text(60).optional(),
    place: z.enum(placeKinds).optional().describe('The rung counts only in a location of this kind'),
    words: text(200).describe('The criterion in a trainer’s words'),
  })
  .readonly()

/** A kind of rule says its own numbers; the file asks for them as whole ones. */
const ruleFile = (kind: (typeof ruleKinds)[keyof typeof ruleKinds]) =>
  z
    .strictObject({
      kind: z.literal(kind.kind),
      ...Object.fromEntries(Object.entries(kind.numbers).map(([name, words]) => [name, z.int().describe(words)])),
    })
    .readonly()
const [anyRule, ...otherRules] = Object.values(ruleKinds).map(ruleFile)
// The shapes are made from the kinds, so that their type is the kinds' own.
const rule = z.discriminatedUnion('kind', [
  anyRule ?? ruleFile(ruleKinds.row),
  ...otherRules,
]) as unknown as z.ZodType<Rule>

const roles = z
  .array(z.enum(roleNames))
  .max(12)
  .readonly()
  .optional()
  .describe(
    'What the program must know of it by name (docs/curriculum-file.md lists them); where no command or rung of a ' +
      'file has any, they are those that the shipped file gives the same ids',
  )

export const rungFile = z
  .strictObject({
    id,
    name: text(60),
    stage: z.enum(stages),
    axis: z
      .enum(axes)
      .describe('The one thing this rung makes harder; a harder rung counts for an easier one only on the same axis'),
    kind: z.enum(repKinds),
    cue: z.enum(['none', 'signal', 'word']),
    criterion,
    rule,
    setReps: z.int().describe('Reps of one set'),
    payWhere: text(160),
    say: text(200).describe('{cue}, {name}, {release}, {marker} stand for the dog’s own words'),
    dontSay: text(200),
    ways: z.array(text(120)).max(12).readonly().describe('Other techniques for this rung'),
    needs: z.array(id).max(12).readonly().describe('Ids of rungs that must be mastered first'),
    gate: id.optional().describe('The gate of the file that must be open before this rung is suggested'),
    kit: z.enum(kits).optional().describe('What the rung is worked on; none is loose, and then it needs a gate'),
    holdPay: z
      .enum(holdPays)
      .optional()
      .describe(
        'How a hold is rewarded: at each interval of one hold with one release, inside at an interval of its own, or ' +
          'on return. Left out: on return where the handler goes away, at each interval below 30 s, else inside',
      ),
    alwaysPaid: z
      .boolean()
      .optional()
      .describe(
        'Every clean rep is rewarded, whatever the kennel’s schedule says; left out: so for recalls, not for others',
      ),
    jackpot: z
      .boolean()
      .optional()
      .describe(
        'The first clean rep ever is a hard thing done for the first time, and is rewarded with five pieces one ' +
          'after another; left out: so where the word stands alone',
      ),
    callWhen: z
      .enum(callMoments)
      .optional()
      .describe(
        'The moment to call; left out: out of the stay where it starts in one, else while it sniffs or ' + 'looks away',
      ),
    payEvery: z
      .array(z.number().min(1).max(600))
      .min(1)
      .max(12)
      .readonly()
      .optional()
      .describe(
        'Settle: seconds between two rewards, least first; the next one after a calm minute, the one before after a ' +
          'struggle',
      ),
    paySteps: z
      .int()
      .min(1)
      .max(200)
      .optional()
      .describe('Heel: rewarded every so many steps of the stretch; left out: once, at its end'),
    hides: z
      .boolean()
      .optional()
      .describe('The handler hides: never with anxious dogs, and under six months only in enclosed places'),
    waitsOut: z
      .boolean()
      .optional()
      .describe(
        'The dog is waited out: nobody helps, and two late running drop nothing; left out: while what it does ' +
          'unasked is shaped',
      ),
    was: z
      .array(id)
      .max(12)
      .readonly()
      .optional()
      .describe(
        'Ids of rungs of earlier versions in whose stead it stands: what was promised or needed there is so here; ' +
          'what was met there counts for nothing here',
      ),
    roles,
  })
  .readonly()

const run = z
  .strictObject({
    id,
    name: text(60),
    aside: z
      .boolean()
      .optional()
      .describe('Beside the main way: forms offer it for a promise only where somebody asks for more'),
    rungs: z.array(rungFile).min(1).max(mostRungs).readonly(),
  })
  .readonly()

export const road = z.strictObject({ id, name: text(60), words: text(200) }).readonly()

/** What must be held on leash, reps done loose not counted, before anything behind it is suggested. */
export const gate = z
  .strictObject({
    id,
    name: text(60),
    words: text(200),
    needs: z.array(id).min(1).max(12).readonly().describe('Ids of rungs that must be mastered on leash first'),
    call: id
      .optional()
      .describe(
        'The recall that must be mastered on leash at that very location and level before the dog is called there ' +
          'without one',
      ),
  })
  .readonly()

const quota = z
  .strictObject({
    reps: z.int().min(1).max(20_000).describe('Repetitions to reach'),
    days: z.int().min(1).max(365).describe('In so many days; a shorter stay asks for its part'),
  })
  .readonly()

const command = z
  .strictObject({
    id,
    roles,
    name: text(40),
    purpose: text(200),
    defaultCue: text(40).describe('Empty when the command has no word'),
    signal: text(120),
    caution: text(240),
    faults: z.array(text(40)).max(16).readonly(),
    foundation: z.boolean().optional().describe('Worked in the first days, promised or not'),
    extra: z
      .boolean()
      .optional()
      .describe('Switched off until it is promised: a dog without that promise has nothing of it on its pages'),
    grip: z.boolean().optional().describe('Not on a slippery floor'),
    quota: quota.optional().describe('A number to reach, paced day by day'),
    roads: z.array(road).max(12).readonly().describe('Other methods when the command is stuck'),
    runs: z
      .array(run)
      .min(1)
      .max(12)
      .readonly()
      .describe('Rungs of one run are climbed in order; runs stand side by side'),
  })
  .readonly()

export const curriculumFile = z
  .strictObject({
    format: z.literal('kibou-curriculum'),
    formatVersion: z.literal(1),
    id,
    version: z.int().min(1).max(1_000_000),
    name: text(80),
    gates: z
      .array(gate)
      .max(8)
      .readonly()
      .optional()
      .describe('Left out in older files: then the needs of the rungs behind a gate are its needs'),
    commands: z.array(command).min(1).max(60).readonly(),
  })
  .readonly()

export type CurriculumFile = z.infer<typeof curriculumFile>
export type RungFile = z.infer<typeof rungFile>

/** The JSON Schema of the file, draft 2020-12. */
export const curriculumJsonSchema = () => z.toJSONSchema(curriculumFile, { io: 'input' })
