import { figure, usual, type Figure } from './figure'
import { booking } from './bookingFigures'

export type { Figure } from './figure'

/**
 * Figures that this house works by and that the trade leaves open, in one place: what each is, why, and where it comes
 * from. Pages read them here, and so does the code. What a lead can set for a house is in its settings and method.
 */

const blocks = {
  blocksADay: figure('Blocks of one dog a day', 4, '', [2, 6], 'More blocks tire a dog and bring little.'),
  restUsual: figure('Rest between two blocks', 45, 'min', [30, 90], 'A rested dog learns more in fewer reps.'),
  restStressful: figure('Rest after a stressful block', 90, 'min', [60, 180], 'Stress takes longer to go than effort.'),
  blockLong: figure('A block is long from', 12, 'min', [8, 15], 'Clean reps fall off from about here.'),
  blockMost: figure('A block is too long from', 15, 'min', [10, 20], 'The last minutes would teach mistakes.'),
  blockYoungMost: figure(
    'A block under six months is too long from',
    8,
    'min',
    [5, 10],
    'A puppy attends for less time.',
  ),
  thingsGrown: figure('Commands worked on in a block', 2, '', [1, 3], 'More would leave too few reps for each.'),
  thingsYoung: figure(
    'Commands worked on in a block under six months',
    1,
    '',
    [1, 2],
    'A puppy’s block is too short for two.',
  ),
  refreshersGrown: figure(
    'Refreshers in a block',
    2,
    '',
    [1, 3],
    'Refreshers keep what is mastered; new work needs the rest of the block.',
  ),
  refreshersYoung: figure(
    'Refreshers in a block under six months',
    1,
    '',
    [1, 2],
    'A puppy’s block is too short for two.',
  ),
  youngSetReps: figure(
    'Reps of a set under six months',
    5,
    '',
    [3, 6],
    'Short sets keep a puppy eager. The rule counts on across sets.',
  ),
  longestWait: figure(
    'A dog waits for a block at most',
    5,
    'days',
    [2, 7],
    'No dog is left out for long, however little a block would bring.',
  ),
}

const dogs = {
  youngUntil: figure(
    'A dog counts as young until',
    182,
    'days',
    [182, 240],
    'Six months, 26 weeks to the day: growing joints, short attention.',
    usual,
  ),
  youngStay: figure('Longest stay under six months', 30, 's', [10, 30], 'Longer stays are no work for a puppy.'),
  firstDays: figure(
    'First days of a dog here',
    7,
    'days',
    [3, 7],
    'In these a young dog’s stays grow in duration only.',
  ),
  heatCare: figure(
    'Outdoor work takes care from a heat index of',
    27,
    '°C',
    [24, 27],
    'Dogs cool themselves less well than people.',
  ),
  heatStop: figure(
    'Outdoor work stops from a heat index of',
    32,
    '°C',
    [28, 32],
    'Heat stroke kills. Ask a vet at the first sign.',
  ),
  heatTender: figure(
    'Both heat limits for a dog that bears heat badly',
    4,
    '°C less',
    [3, 6],
    'Short-nosed, heavy, old and very young dogs overheat earlier.',
  ),
  partnerTimes: figure(
    'A play partner is at most so many times as heavy',
    2,
    'times',
    [1.5, 2],
    'A much heavier dog hurts a small one without meaning to.',
  ),
  partnerKg: figure('A play partner is at most so much heavier', 20, 'kg', [10, 20], 'The same, for two big dogs.'),
}

const signs = {
  manySigns: figure(
    'Small signs that count as one serious sign',
    3,
    '',
    [2, 3],
    'One yawn may be a yawn. Three signs together are a message.',
  ),
  recoveryLeast: figure(
    'Peace after signs, at least',
    5,
    'min',
    [5, 10],
    'Nothing is learned before the dog is calm again.',
  ),
  recoveryMost: figure(
    'Peace after signs, at most',
    10,
    'min',
    [10, 30],
    'A dog that is not calm by then is done for this block.',
  ),
  setAfterSigns: figure(
    'Reps of a set for the rest of such a block',
    3,
    '',
    [1, 5],
    'Few and easy, so that the block ends well.',
  ),
  blocksWithSigns: figure(
    'Blocks with signs after which a dog rests until tomorrow',
    2,
    '',
    [1, 2],
    'Stress adds up over a day.',
  ),
  repeatedBlocks: figure(
    'Blocks with signs after which the plan has to change',
    3,
    '',
    [2, 3],
    'So often is no accident.',
  ),
  repeatedDays: figure('Blocks with signs are counted within', 7, 'days', [7, 14], 'A week shows what a day hides.'),
}

const ladders = {
  refresherDue: figure(
    'A refresher is due when retention has fallen to',
    0.8,
    'share',
    [0.7, 0.9],
    'Later the first rep would fail too often, earlier it would teach nothing.',
  ),
  stale: figure(
    'A refresher is overdue at a retention of',
    0.5,
    'share',
    [0.4, 0.6],
    'From here on its first rep is likely to fail.',
  ),
  firstHalfLife: figure(
    'First half-life of what is new',
    3,
    'days',
    [1, 10],
    'Where the kennel has no dogs of its own to learn it from.',
  ),
  stuckDrops: figure(
    'Drops at one rung after which a dog is stuck',
    3,
    '',
    [2, 4],
    'The same way once more would bring the same.',
  ),
  stuckDays: figure('Drops are counted within', 7, 'days', [5, 14], 'A week of work.'),
  stuckBlocks: figure(
    'Blocks without a pass after which a dog is stuck',
    3,
    '',
    [3, 5],
    'Work without progress is as good a reason to change something.',
  ),
  mostRungsDown: figure(
    'Rungs that a single break costs at most',
    3,
    '',
    [1, 3],
    'One bad moment does not undo a ladder.',
  ),
  usualPlaces: figure(
    'Locations of a promise where nothing else is said',
    3,
    '',
    [2, 5],
    'Dogs learn a location with the command; three let it go.',
    usual,
  ),
  usualPeople: figure(
    'Handlers of a promise where nothing else is said',
    2,
    '',
    [2, 3],
    'The owner will be a new one.',
    usual,
  ),
}

const food = {
  extrasShare: figure(
    'Extras are at most so much of the day’s energy',
    0.1,
    'share',
    [0.05, 0.1],
    'More than a tenth unbalances the diet.',
    'WSAVA and AAHA nutrition guidelines, from memory',
  ),
  restAfterMeal: figure(
    'No work after a meal for',
    60,
    'min',
    [60, 120],
    'Effort on a full stomach is a risk for deep-chested dogs. Food earned in a block is no meal.',
  ),
}

const stays = {
  longestStay: figure(
    'A stay is taken for a typo from',
    200,
    'days',
    [90, 200],
    'Booking, packages and room for another dog all refuse more.',
  ),
  shortestStay: figure(
    'A package is looked for room from',
    3,
    'days',
    [3, 7],
    'Less leaves no day between arriving and going home.',
  ),
  handoffMinutes: figure(
    'A handoff takes',
    60,
    'min',
    [45, 90],
    'The trainer shows, the owner tries, and questions are answered.',
  ),
  handoffEvery: figure('A handoff may begin every', 30, 'min', [15, 60], 'On the half hour is easy to remember.'),
  remindDays: figure(
    'A vaccination is reminded of so many days ahead',
    14,
    'days',
    [7, 30],
    'Time for an appointment. What is required is local law and the vet’s word.',
  ),
  practiceDays: figure(
    'Practice at home is taken for',
    90,
    'days',
    [30, 120],
    'Four weeks of homework, and time to catch up.',
  ),
}

const forecasts = {
  onTrack: figure('A dog is on track from a chance of', 0.85, 'share', [0.8, 0.95], 'Said as 90% and more.'),
  unlikely: figure(
    'A dog is unlikely to be ready below a chance of',
    0.15,
    'share',
    [0.05, 0.2],
    'Said as 10% and less.',
  ),
  wantedChance: figure(
    'Room is calculated so that a dog is ready with a chance of',
    0.8,
    'share',
    [0.7, 0.9],
    'Certainty would leave runs empty.',
  ),
  daysToConfirm: figure(
    'Days of work that bear out a poor forecast before an owner is called',
    3,
    'days',
    [2, 5],
    'One bad day is no reason to worry an owner.',
  ),
}

/** Every figure, by its name in the code. */
/** Every figure, by its name in the code. */
export const figures = { ...blocks, ...dogs, ...signs, ...ladders, ...food, ...stays, ...forecasts, ...booking }

/** The figures as a page lists them: group by group, in order. */
export const listedFigures: readonly { readonly group: string; readonly rows: readonly Figure[] }[] = [
  { group: 'Blocks and rest', rows: Object.values(blocks) },
  { group: 'Age, heat and health', rows: Object.values(dogs) },
  { group: 'Over threshold', rows: Object.values(signs) },
  { group: 'Ladders and memory', rows: Object.values(ladders) },
  { group: 'Food', rows: Object.values(food) },
  { group: 'Stays and handoffs', rows: Object.values(stays) },
  { group: 'Forecasts', rows: Object.values(forecasts) },
  { group: 'Booking demonstrations', rows: Object.values(booking) },
]
