import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import type { Rung } from '../curriculum/types'
import { heard } from '../dog/deaf'
import { plainDog, type DogTraits } from '../dog/traits'
import { callMoment, momentText } from '../method/call'
import { promptOf } from '../method/instruct'
import { defaultMethod, optionsOf, rowIds, type Method } from '../method/method'
import { regimeOf } from '../progress/regime'

/**
 * Every card of every rung, as every kind of dog has it under every option of the house, read for two lines that
 * exclude each other. What excludes what is common practice, in words of its own.
 */
interface Kind {
  readonly name: string
  readonly traits: DogTraits
  readonly side: 'left' | 'right'
  readonly young: boolean
}
const kind = (name: string, traits: Partial<DogTraits> = {}, more: Partial<Kind> = {}): Kind => ({
  name,
  traits: { ...plainDog, ...traits },
  side: 'left',
  young: false,
  ...more,
})
const kinds: readonly Kind[] = [
  kind('plain'),
  kind('deaf', { deaf: true }),
  kind('blind', { blind: true }),
  kind('stiff', { stiff: true }),
  kind('giant', { giant: true }),
  kind('shy', { shy: true }),
  kind('fond', { fond: true }),
  kind('anxious', { anxious: true }),
  kind('for toys', { toys: true }),
  kind('puller', { puller: true }),
  kind('young', {}, { young: true }),
  kind('right side', {}, { side: 'right' }),
  kind('deaf, young, right side', { deaf: true }, { young: true, side: 'right' }),
  kind('deaf, called by a stamp', { deaf: true, felt: 'stamp' }),
  kind('deaf, for toys', { deaf: true, toys: true }),
  kind('by hand', { byHand: ['watch', 'touch', 'sit', 'down', 'sit-stay', 'down-stay', 'down-distance'] }),
  kind('blind, stiff', { blind: true, stiff: true }),
  kind('blind, for toys', { blind: true, toys: true }),
  kind('young puller for toys', { puller: true, toys: true }, { young: true }),
]

interface Card {
  readonly rung: Rung
  readonly kind: Kind
  readonly say: string
  readonly not: string
  readonly criterion: string
  readonly payWhere: string
  readonly payWhen: string
  readonly notes: string
  readonly kit: string
  readonly cautions: string
  readonly moment: string
  readonly side: string
  readonly all: string
}

const marker = 'Yes'
const words = { cue: undefined, release: 'Okay', marker }

/** The side of the house, or the dog’s own. */
const walksOn = (method: Method, dog: Kind): string =>
  method['side'] === 'left' || method['side'] === 'right' ? method['side'] : dog.side

function* cardsOf(method: Method, dog: Kind): Generator<Card> {
  const { curriculum } = regimeOf(houseCurriculum, method, dog)
  for (const command of curriculum.commands)
    for (const ladder of command.runs)
      for (const rung of ladder.rungs)
        for (const held of [false, true]) {
          const prompt = promptOf(rung, command, method, { ...words, ...dog, name: 'Wren' }, held)
          const moment = callMoment(rung)
          const card = {
            say: prompt.say,
            not: prompt.dontSay,
            criterion: prompt.criterion,
            payWhere: prompt.payWhere,
            payWhen: prompt.payWhen,
            notes: [...prompt.notes, ...prompt.how, prompt.markWhen, prompt.ifNot].join(' '),
            kit: prompt.kit,
            cautions: command.caution,
            moment: moment ? momentText(moment, dog.traits) : '',
            side: prompt.side === walksOn(method, dog) ? 'paid on its usual side' : 'paid away from its side',
          }
          yield { rung, kind: dog, ...card, all: Object.values(card).join(' | ') }
        }
}

/** What only a dog that sees can follow. */
const toBeSeen = new RegExp(
  String.raw`\b(empty hand|palm up|flat palm|arms wide|the hand a breath|hand movement|eyes?|stares?|looks?(?! for)|` +
    String.raw`a look|right hand|left hand|in sight)\b`,
  'i',
)

const both = (text: string, ...each: readonly RegExp[]): boolean => each.every((r) => r.test(text))

/** What forbids a word asks for none. */
const noWord = /no (cue )?word( with it)?[,.:]|no-reward word/gi

/** Two lines of one card that nobody can follow together, by what they are about. */
const excludes: Readonly<Record<string, (card: Card) => boolean>> = {
  'a word where there is none yet': ({ say, not }) =>
    /“(?!Yes|Okay)/.test(say) && /no (word|signal|“stay”|recall word)( at all)?( yet|\b)/i.test(not),
  'a lure where nothing is lured': ({ say, rung }) => /with the lure/.test(say) && rung.criterion.help !== 'lure',
  'one breath, and something between name and word': ({ all, kind: dog }) =>
    !dog.traits.deaf &&
    both(all, /one breath/i, /then the word|wait for the look|as (it|the dog) (looks|turns)|then call/i),
  'waits for a look, and does not': ({ all }) => both(all, /(never|do not|not) wait for a look/i, /wait for the look/i),
  'name and word, where one of them alone is called': ({ say, notes }) =>
    /name and (cue|word)/i.test(notes) && !/Wren, “/.test(say),
  'turns away, and stops': ({ criterion, notes }) =>
    /turn away each time/.test(criterion) && /pulling: (?!turn away)/i.test(notes),
  'unasked, and called, turned or helped': ({ rung, criterion, not, notes }) =>
    rung.kind === 'uncued' &&
    /unasked|unprompted/.test(criterion + not) &&
    /call the dog back|then prompt|prompt at once|quick turns|turn away/i.test(notes),
  'nothing is said, and it is called': ({ say, notes }) =>
    /^(nothing|give no cue)/i.test(say) && /call (the dog )?back/i.test(notes),
  'called out, and gone back to': ({ criterion, payWhere, notes }) =>
    (/call(ed)? (it |the dog )?out/i.test(notes) &&
      /and (straight )?back|and returns?\b|all the way around|stand close/.test(criterion)) ||
    (/always return/i.test(notes) && /called out/.test(payWhere)) ||
    (/^call the dog out|\. call the dog out/i.test(notes) && /(walk|return).*reward/i.test(payWhere)),
  'left, and not left': ({ criterion, notes }) => /holds your eyes/.test(criterion) && /return|call out/i.test(notes),
  'no treat, and one tossed': ({ criterion, notes }) =>
    /dull, no/.test(notes) && /with (a treat|the toy) tossed/.test(criterion),
  'food for a dog that works for toys': ({ rung, kind: dog, notes, criterion }) =>
    dog.traits.toys &&
    (/\b(treat|food|piece)/i.test(notes) ||
      /\beats\b/.test(criterion) ||
      (rung.criterion.help === 'lure' && /\bfood\b/.test(criterion))),
  'paid away from where it stays': ({ rung, payWhere }) => rung.kind === 'timed' && /step away/.test(payWhere),
  'paid inside a hold that play ends': ({ criterion, payWhere, payWhen }) =>
    /after the release/.test(payWhere) &&
    (/rewarded (at each|inside)/.test(criterion) || /inside|each \d/.test(payWhen)),
  'heard, by a dog that does not hear': ({ kind: dog, all }) => dog.traits.deaf && heard.test(all),
  'a word for what the hand alone asks': ({ rung, kind: dog, say, not, criterion, notes }) =>
    (dog.traits.byHand ?? []).some((id) => rung.id.startsWith(`${id}.`)) &&
    (/“(?!Yes|Okay)/.test(say) || /\bwords?\b|“stay”/i.test([criterion, notes, not].join(' ').replace(noWord, ''))),
  'a hand shown, and hands kept still': ({ say, criterion }) =>
    /\bhand, once/.test(say) && /hands (still|behind)/.test(criterion),
  'marked by hand where it does not look': ({ kind: dog, criterion, say }) =>
    dog.traits.deaf && /flash/.test(say) && /looks? away/.test(say + criterion),
  'seen, by a dog that does not see': ({ kind: dog, say, not, criterion, notes, moment }) =>
    dog.traits.blind &&
    toBeSeen.test([say, not.replace(/No hand signal for a blind dog\./, ''), criterion, notes, moment].join(' ')),
  'touched from afar': ({ rung, say }) =>
    /a touch/.test(say) && (rung.kind === 'recall' || (rung.criterion.metres ?? 0) > 0.6),
  'pressure, and none': ({ kind: dog, notes }) => dog.young && /leash pressure only/i.test(notes),
  'the other side': ({ kind: dog, say, payWhere, criterion }) =>
    new RegExp(String.raw`\b${dog.side === 'left' ? 'right' : 'left'} (side|palm|knee|hip)\b`).test(
      [payWhere, criterion, say].join(' '),
    ),
  'worked on the one side, paid on the other': ({ criterion, side }) =>
    /on the other side/.test(criterion) === side.includes('usual'),
  'called in, and left where it is': ({ not, notes }) =>
    /do not call the dog in/i.test(not) && /danger:.*\bcome/i.test(notes),
  'a mark that is not paid': ({ rung, say, criterion, payWhen, cautions, kind: dog }) =>
    !/every rep|as often|each \d|inside|every \d|after the release/.test(payWhen) &&
    (/\bmark\b/i.test(rung.say + criterion) ||
      /mark promises a reward/i.test(cautions) ||
      say.includes(dog.traits.deaf ? 'flash' : `“${marker}”`)),
  'shown, and hidden': ({ all, notes }) =>
    /shown in the hand/i.test(notes) &&
    /closed fist|out of sight until|no (food|toy) in sight|finishes the bowl/i.test(all),
  'paid at the seam, and elsewhere': ({ criterion, payWhere }) =>
    /rewarded at the seam/.test(criterion) && !/seam/.test(payWhere),
  'a no-reward word, and no word': ({ not, notes }) =>
    /no-reward word/.test(notes) && /no word at all|no name, no praise|no name and no call/i.test(not),
  'a second cue, and one': ({ not, notes }) =>
    /once more/.test(notes) && /never twice|not again|no second cue/i.test(not),
  'another leash than the one it is about': ({ criterion, kit }) => {
    const named = /(1\.2 m leash|1\.8 m leash|long line)/.exec(criterion)?.[1]
    return (named !== undefined && named !== kit) || (/off leash/.test(criterion) && kit !== 'none')
  },
  'still hand, and help': ({ criterion, notes }) =>
    /closed fist unasked/.test(criterion) && /\b(help|prompt)\b/i.test(notes.replace(/(no help|do not prompt)/gi, '')),
  jerks: ({ all }) => /(?<!never )\bjerk (it|the|a)\b/i.test(all),
}

/** Cards that were read already: most options change few of them. */
const read = new Map<Kind, Set<string>>()

/** What excludes what on these cards, with the first card of each. */
function foundIn(method: Method, dog: Kind, found: Map<string, string>): void {
  const seen = read.get(dog) ?? new Set()
  read.set(dog, seen)
  for (const card of cardsOf(method, dog)) {
    const key = `${card.rung.id} ${card.all}`
    if (seen.has(key)) continue
    seen.add(key)
    for (const [what, is] of Object.entries(excludes))
      if (is(card) && !found.has(`${what}: ${card.rung.id}`))
        found.set(`${what}: ${card.rung.id}`, `${dog.name}; ${card.all}`)
  }
}

describe('no card says two things that exclude each other', () => {
  /** The house as it ships, and each row set to each of its other options. */
  const options = [
    ['counts', defaultMethod['counts'] ?? ''] as const,
    ...rowIds.flatMap((row) => optionsOf(row).flatMap((o) => (o === defaultMethod[row] ? [] : [[row, o] as const]))),
  ]

  it.each(kinds.map((k) => [k.name, k] as const))('%s: each option of the house by itself', (_, dog) => {
    const found = new Map<string, string>()
    for (const [row, option] of options) foundIn({ ...defaultMethod, [row]: option }, dog, found)
    expect([...found].slice(0, 12)).toEqual([])
  })

  it('any dog, all options drawn together', () => {
    const method = fc.record(Object.fromEntries(rowIds.map((row) => [row, fc.constantFrom(...optionsOf(row))])))
    fc.assert(
      fc.property(method, fc.constantFrom(...kinds), (drawn, dog) => {
        const found = new Map<string, string>()
        foundIn(drawn as Method, dog, found)
        expect([...found].slice(0, 5)).toEqual([])
      }),
      { numRuns: process.env['KIBOU_SOAK_LOOP'] === undefined ? 100 : 5000 },
    )
  })

  /** A card with one line put wrong, for each of what is looked for: none of it is looked for in vain. */
  const [plain, deaf, blind, toys, young, byHand] = (
    ['plain', 'deaf', 'blind', 'for toys', 'young', 'by hand'] as const
  ).map((name) => kinds.find((k) => k.name === name))
  const wrong: Readonly<Record<keyof typeof excludes, readonly [string, Partial<Card>, Kind | undefined]>> = {
    'a word where there is none yet': ['sit.full', { say: '“Sit”, once' }, plain],
    'a lure where nothing is lured': ['sit.word', { say: '“Sit”, once, with the lure' }, plain],
    'one breath, and something between name and word': ['recall.line-5', { notes: 'Noise, then call.' }, plain],
    'waits for a look, and does not': ['recall.line-5', { notes: 'Do not wait for a look. Wait for the look.' }, plain],
    'name and word, where one of them alone is called': [
      'recall.line-5',
      { say: '“Come”, bright', notes: 'Name and cue, always.' },
      plain,
    ],
    'turns away, and stops': ['heel.turn-away', { notes: 'Pulling: stop.' }, plain],
    'unasked, and called, turned or helped': ['heel.leash-end', { notes: 'Pulling: call the dog back.' }, plain],
    'nothing is said, and it is called': ['heel.back-forth', { notes: 'Pulling: stop, and call the dog back.' }, plain],
    'called out, and gone back to': ['sit-stay.step-5s', { notes: 'Call the dog out of the stay.' }, plain],
    'left, and not left': ['watch.1s', { notes: 'Always return to the dog.' }, plain],
    'no treat, and one tossed': ['place.release', { notes: '“Okay”, dull, no treat.' }, plain],
    'food for a dog that works for toys': ['sit.word', { notes: 'Food stays out of sight.' }, toys],
    'paid away from where it stays': ['sit-stay.5s', { payWhere: 'A step away from where the dog stayed' }, plain],
    'paid inside a hold that play ends': ['sit-stay.5s', { payWhen: 'each 5 s of one stay' }, toys],
    'heard, by a dog that does not hear': ['sit.word', { all: 'Say it once.' }, deaf],
    'a word for what the hand alone asks': ['sit.1m', { say: '“Sit”, once' }, byHand],
    'a hand shown, and hands kept still': ['sit.word', { criterion: 'sits to the signal, hands still' }, deaf],
    'marked by hand where it does not look': [
      'marker.test',
      { say: 'a flash of the hand, while the dog looks away' },
      deaf,
    ],
    'seen, by a dog that does not see': ['sit.word', { say: '“Sit” once, flat palm' }, blind],
    'touched from afar': ['sit.10m', { say: '“Sit” once, then a touch' }, blind],
    'pressure, and none': ['heel.word', { notes: 'Leash pressure only as law allows.' }, young],
    'the other side': ['heel.word', { payWhere: 'At your right hip' }, plain],
    'worked on the one side, paid on the other': ['heel.other-side', { side: 'paid on its usual side' }, plain],
    'called in, and left where it is': ['check-in.emergency-sit', { notes: 'In danger: come.' }, plain],
    'a mark that is not paid': ['sit.full', { payWhen: 'one rep in two or three' }, plain],
    'shown, and hidden': ['recall.fist', { notes: 'Food shown in the hand as you call.' }, plain],
    'paid at the seam, and elsewhere': ['heel.seam-2', { payWhere: 'By the dog’s face' }, plain],
    'a no-reward word, and no word': ['settle.chews', { notes: 'Say one calm no-reward word.' }, plain],
    'a second cue, and one': ['sit.word', { notes: 'The cue once; once more between reps.' }, plain],
    'another leash than the one it is about': ['recall.line-5', { kit: '1.2 m leash' }, plain],
    'still hand, and help': ['leave-it.fist', { notes: 'Stuck: then prompt.' }, plain],
    jerks: ['heel.word', { all: 'Jerk the leash.' }, plain],
  }
  it.each(Object.keys(excludes))('would find: %s', (what) => {
    const [rungId, line, dog] = wrong[what] ?? []
    if (!dog) throw new Error(`nothing wrong was made for ${what}`)
    const card = [...cardsOf(defaultMethod, dog)].find((c) => c.rung.id === rungId)
    if (!card) throw new Error(`${what}: no ${rungId ?? ''}`)
    expect(excludes[what]?.(card)).toBe(false)
    const put = { ...card, ...line }
    const all = line?.all ?? [put.say, put.not, put.notes, put.payWhere, put.criterion].join(' | ')
    expect(excludes[what]?.({ ...put, all })).toBe(true)
  })
})
