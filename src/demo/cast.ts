import type { OwnerPromise } from '@/core/promise/ownerPromise'
import type { DogTraits } from '@/core/dog/traits'
import type { Temper } from './learner'
import type { RungId } from '@/core/ids'

/** Osier Bank: a made-up kennel beside a made-up canal. Every name here is invented. */

export const kennelName = 'Osier Bank'

export const places = [
  { id: 'room', name: 'Hay barn' },
  { id: 'corridor', name: 'Corridor by the runs' },
  { id: 'yard', name: 'Orchard paddock' },
  { id: 'open', name: 'Towpath' },
  { id: 'street', name: 'Lock-side' },
  { id: 'square', name: 'Market square' },
] as const

/** Who holds the leash on a day of a stay, who does it more first. */
export const handlersOn = (day: number): readonly string[] => (day % 3 === 0 ? ['joss', 'maud'] : ['maud', 'joss'])

export const staff = [
  { id: 'maud', name: 'Maud Ferrow', role: 'lead', days: [1, 2, 3, 4, 5], from: 8 * 60, to: 16 * 60 },
  { id: 'joss', name: 'Joss Tarrand', role: 'trainer', days: [1, 2, 3, 4, 5, 6], from: 9 * 60, to: 17 * 60 },
  { id: 'wyn', name: 'Wyn Abelow', role: 'trainer', days: [3, 4, 5, 6, 7], from: 10 * 60, to: 18 * 60 },
  { id: 'ebba', name: 'Ebba Sallow', role: 'hand', days: [1, 2, 3, 4, 5, 6, 7], from: 7 * 60, to: 12 * 60 },
] as const

export type Story =
  | 'gone'
  | 'over'
  | 'shown'
  | 'ordinary'
  | 'ready'
  | 'booked'
  | 'one-set-short'
  | 'stuck'
  | 'slipping'
  | 'hopeless'
  | 'ill'
  | 'new'

export interface CastDog {
  readonly name: string
  readonly run: string
  readonly owner: string
  readonly arrived: number
  readonly leaves: number
  readonly temper: Temper
  readonly setsPerDay: number
  readonly promises: readonly OwnerPromise[]
  readonly story: Story
  readonly caution?: string
  readonly bite?: boolean
  readonly traits?: Partial<DogTraits>
  /** Days old today, for a young dog. */
  readonly age?: number
  readonly extra?: 'kit' | 'levels' | 'foundation'
  readonly side?: 'right'
  readonly words?: Readonly<Record<string, string>>
  readonly release?: string
  /** It came on the version before, and nobody has moved it. */
  readonly notMoved?: true
  /** Ready asks for a rehearsal. */
  readonly rehearse?: true
}

const p = (rungId: RungId, places = 2, people = 2): OwnerPromise => ({ rungId, level: 0, places, people })
const plain: readonly OwnerPromise[] = [
  p('sit.word'),
  p('down.no-lure'),
  p('sit-stay.30s'),
  p('recall.line-5'),
  p('heel.away-2'),
]
const full: readonly OwnerPromise[] = [...plain, p('down-stay.30s'), p('place.20s')]
/** An old dog: the down instead of the sit. */
const gentle: readonly OwnerPromise[] = [p('down.no-lure'), p('down-stay.30s'), p('recall.line-5'), p('heel.away-2')]
/** A stay for so long, and from so far away. */
const far: readonly OwnerPromise[] = [...full, p('sit-stay.round-5s')]
const short: readonly OwnerPromise[] = [p('sit.word'), p('sit-stay.30s'), p('recall.line-5')]

const quick: Temper = { pace: 0.24, moods: 0.8, leak: 0.05 }
const usual: Temper = { pace: 0.1, moods: 1.2, leak: 0.1 }
const slow: Temper = { pace: 0.07, moods: 1.6, leak: 0.2 }

/** Days are counted from today: arrived so many days ago, goes home in so many days. */
export const dogs: readonly CastDog[] = [
  {
    name: 'Bramble',
    run: '1',
    owner: 'Tamsin Orrel',
    arrived: 20,
    leaves: 6,
    temper: quick,
    setsPerDay: 9,
    promises: short,
    story: 'one-set-short',
  },
  {
    name: 'Wren',
    run: '2',
    owner: 'Edda Marchbank',
    arrived: 21,
    leaves: 5,
    temper: quick,
    setsPerDay: 10,
    promises: plain,
    story: 'ready',
    rehearse: true,
    extra: 'levels',
    words: { recall: 'Here' },
    release: 'Free',
  },
  {
    name: 'Chisel',
    run: '3',
    owner: 'Piers Halloway',
    arrived: 16,
    leaves: 12,
    temper: usual,
    setsPerDay: 8,
    promises: full,
    story: 'ordinary',
    caution: 'Two people at the door',
    bite: true,
  },
  {
    name: 'Sorrel',
    run: '4',
    owner: 'Nell Quantrey',
    arrived: 13,
    leaves: 4,
    temper: usual,
    setsPerDay: 7,
    promises: plain,
    story: 'ordinary',
  },
  {
    name: 'Plover',
    run: '5',
    owner: 'Aldous Frayne',
    arrived: 17,
    leaves: 5,
    temper: usual,
    setsPerDay: 5,
    promises: full,
    story: 'ordinary',
  },
  {
    name: 'Mallet',
    run: '6',
    owner: 'Gwen Sparrack',
    arrived: 15,
    leaves: 9,
    temper: usual,
    setsPerDay: 7,
    promises: plain,
    story: 'stuck',
    traits: { puller: true },
    caution: 'Pulls hard, mind the step',
  },
  {
    name: 'Teasel',
    run: '7',
    owner: 'Robin Eastlow',
    arrived: 18,
    leaves: 7,
    temper: usual,
    setsPerDay: 8,
    promises: plain,
    story: 'ill',
  },
  {
    name: 'Heron',
    run: '8',
    owner: 'Cass Dunmore',
    arrived: 19,
    leaves: 10,
    temper: usual,
    setsPerDay: 8,
    promises: plain,
    story: 'slipping',
    side: 'right',
  },
  {
    name: 'Bodkin',
    run: '9',
    owner: 'Ottilie Range',
    arrived: 9,
    leaves: 19,
    temper: quick,
    setsPerDay: 8,
    promises: full,
    story: 'ordinary',
  },
  {
    name: 'Yarrow',
    run: '10',
    owner: 'Saul Wexley',
    arrived: 6,
    leaves: 15,
    temper: usual,
    setsPerDay: 7,
    promises: plain,
    story: 'ordinary',
  },
  {
    name: 'Dunlin',
    run: '11',
    owner: 'Ivo Lathbury',
    arrived: 21,
    leaves: 7,
    temper: quick,
    setsPerDay: 8,
    promises: full,
    story: 'ordinary',
    extra: 'kit',
    words: { heel: 'Fuss', down: 'Platz' },
    release: 'Frei',
  },
  {
    name: 'Auger',
    run: '12',
    owner: 'Meriel Stokes-Fane',
    arrived: 11,
    leaves: 17,
    temper: slow,
    setsPerDay: 6,
    promises: gentle,
    story: 'ordinary',
    traits: { stiff: true },
    caution: 'Old hips: soft floor, no sit-stay',
  },
  {
    name: 'Fennel',
    run: '14',
    owner: 'Hetty Corvane',
    arrived: 4,
    leaves: 24,
    temper: usual,
    setsPerDay: 6,
    promises: full,
    story: 'ordinary',
    age: 130,
    extra: 'foundation',
  },
  {
    name: 'Siskin',
    run: '15',
    owner: 'Barnaby Ell',
    arrived: 1,
    leaves: 20,
    temper: usual,
    setsPerDay: 0,
    promises: plain,
    story: 'new',
    traits: { shy: true },
  },
  {
    name: 'Gimlet',
    run: '16',
    owner: 'Leonie Tarn',
    arrived: 21,
    leaves: 3,
    temper: quick,
    setsPerDay: 10,
    promises: short,
    story: 'booked',
  },
  {
    name: 'Tansy',
    notMoved: true,
    run: '17',
    owner: 'Corin Vale',
    arrived: 14,
    leaves: 14,
    temper: quick,
    setsPerDay: 9,
    promises: far,
    story: 'ordinary',
  },
  {
    name: 'Rook',
    run: '18',
    owner: 'Dilys Arkwell',
    arrived: 12,
    leaves: 2,
    temper: slow,
    setsPerDay: 4,
    promises: full,
    story: 'hopeless',
  },
  {
    name: 'Trowel',
    run: '19',
    owner: 'Fergus Nightley',
    arrived: 8,
    leaves: 13,
    temper: usual,
    setsPerDay: 7,
    promises: plain,
    story: 'ordinary',
    traits: { toys: true },
  },
]

/** Comes tomorrow. */
export const arriving: CastDog = {
  name: 'Burdock',
  run: '13',
  owner: 'Silvan Orrick',
  arrived: -1,
  leaves: 22,
  temper: usual,
  setsPerDay: 0,
  promises: plain,
  story: 'new',
}

/** Shown to its owner last week and gone home the day after; its owner practices. */
export const shownLastWeek: CastDog = {
  name: 'Lapwing',
  run: '23',
  owner: 'Nell Harrowby',
  arrived: 28,
  leaves: -6,
  temper: quick,
  setsPerDay: 10,
  promises: full,
  story: 'shown',
}

/** Dogs of the last months that went home: arrived so many days ago, three weeks each. */
const goneNames = [
  ['Linnet', 'Orsa Thistlewell'],
  ['Sedge', 'Cass Werrin-Holt'],
  ['Adze', 'Ildry Croftwell'],
  ['Campion', 'Jago Wrenlow'],
  ['Dotterel', 'Petra Osmark'],
  ['Vetch', 'Amoret Kelderby'],
  ['Whinchat', 'Brynja Pikestaff'],
  ['Mattock', 'Silvan Drayle'],
  ['Pipit', 'Norrie Vantress'],
  ['Rasp', 'Tobin Ashgrave'],
  ['Tormentil', 'Inis Harrowell'],
  ['Godwit', 'Lucan Mirewood'],
  ['Spokeshave', 'Hazel Dunthorpe'],
  ['Yaffle', 'Perran Stockwith'],
] as const
export const gone: readonly CastDog[] = goneNames.map(([name, owner], i) => ({
  name,
  run: String(i + 1),
  owner,
  arrived: 25 + i * 3,
  leaves: 21 - (25 + i * 3),
  temper: usual,
  setsPerDay: 0,
  promises: [p('sit.empty', 1, 1), p('touch.one-step', 1, 1)],
  story: 'gone',
}))

/** Dogs of the last weeks that were worked to their promises, not all in time: what forecasts are held against. */
const overNames = [
  ['Curlew', 'Rhona Tidewell'],
  ['Gouge', 'Emrys Latchford'],
  ['Bryony', 'Sorrel Venn'],
  ['Serin', 'Dov Marrick'],
  ['Awl', 'Tamsin Oxlode'],
  ['Mullein', 'Gwil Farrow-Pike'],
  ['Wheatear', 'Anselm Brook'],
  ['Froe', 'Kerra Dunmere'],
  ['Betony', 'Hob Ferrand'],
  ['Burnet', 'Lark Penhallow'],
  ['Plumb', 'Idony Roscarrow'],
  ['Bistort', 'Moss Eldlow'],
] as const
const overTempers = [usual, quick, slow, usual] as const
const overPromises = [plain, full, short, plain, short] as const
export const over: readonly CastDog[] = overNames.map(([name, owner], i) => {
  const stay = [14, 18, 21][i % 3] ?? 14
  return {
    name,
    run: String(24 + i),
    owner,
    arrived: stay + 2 + 2 * i,
    leaves: -2 - 2 * i,
    temper: overTempers[i % overTempers.length] ?? usual,
    setsPerDay: 9 + (i % 3),
    promises: overPromises[i % overPromises.length] ?? plain,
    story: 'over',
  }
})

/** What Osier Bank gives together under a name. */
export const packages: readonly {
  readonly name: string
  readonly days: number
  readonly words: string
  readonly promises: readonly OwnerPromise[]
}[] = [
  {
    name: 'Towpath manners',
    days: 28,
    words: 'Walks beside you without pulling, sits and lies down when asked, and comes when called on the long line.',
    promises: full,
  },
  {
    name: 'Good at home',
    days: 14,
    words: 'Sits, stays for as long as a door is open, and comes when called on the long line.',
    promises: short,
  },
]
