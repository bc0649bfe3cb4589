import { findCommand, findRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { addDays, daysBetween, sayDay, type DateOrder } from '../days'
import type { Rates } from '../forecast/rates'
import { bentBy, type Stack } from '../forecast/stack'
import { daysMore, differs, type WhatIf } from '../forecast/whatIf'
import { minutesABlock, fewSets, sayChance, type Forecast } from '../forecast/forecast'
import { counted } from '../wording'

/** One promise, or the whole dog: where its day lies among the futures. */
export interface Band {
  readonly name: string
  readonly chance: string
  /** Days from today of 10, 25, 50, 75 and 90 in a hundred futures; null beyond what is reckoned. */
  readonly days: Forecast['days']
  /** The same in words: “as likely as not by Tue 8 Dec; 80 in 100 from Fri 4 to Mon 14 Dec”. */
  readonly said: string
}

export interface WhatIfView {
  readonly title: string
  readonly chance: string
  /** Above, below or no different: by more than its scatter. */
  readonly change: 'better' | 'worse' | 'same'
  readonly by: string
  readonly cost: string
}

export interface ForecastView {
  readonly chance: string
  readonly headline: string
  readonly trend: string
  readonly why: string
  readonly today: string
  readonly leavesOn: string
  /** Days that the bands are drawn over, going home among them. */
  readonly span: number
  readonly home: number
  /** The dog first, then each promise that is not met in every future, the least likely first. */
  readonly bands: readonly Band[]
  readonly whatIfs: readonly WhatIfView[]
}

const nameOf = (curriculum: Curriculum, command: string): string => findCommand(curriculum, command)?.name ?? command

/** House: a command decides it where it comes last in so many of the futures. */
const decidesFrom = 0.4

/** Which command comes last, in a sentence; empty where none does or all is met. */
export function sayBinds(told: Forecast, curriculum: Curriculum): string {
  const { binds } = told
  if (!binds || binds.share < 0.1) return ''
  const name = nameOf(curriculum, binds.command)
  return binds.share >= decidesFrom
    ? `${name} decides it.`
    : `No one command decides it; ${name} comes last most often.`
}

/** By when, as the middle of the futures has it; the words for a day beyond all that was played are of its own. */
export const dayBy = (told: Forecast, share: 0 | 1 | 2 | 3 | 4): string | undefined => {
  const days = told.days[share]
  return days === null ? undefined : addDays(told.today, days)
}

/** The chance in words first: “7 in 10 to be ready when it goes home on Wed 9 Dec. Recall decides it.” */
export function sayForecast(told: Forecast, curriculum: Curriculum, dates: DateOrder): string {
  if (told.impossible) return `Not to be ready as it stands: something promised cannot be met here.`
  return [
    `${sayChance(told.chance)} to be ready when it goes home on ${sayDay(told.leavesOn, dates)}.`,
    sayBinds(told, curriculum),
    told.known.sets < fewSets ? 'Little is known of it yet.' : '',
  ]
    .filter((part) => part !== '')
    .join(' ')
}

/** How many in a hundred; one digit more where a chance is small. */
const inHundred = (chance: number): string =>
  chance > 0 && chance < 0.01 ? 'under 1' : String(Math.round(chance * 100))

/** What one block more is worth, as people say it; `blocks`: how many it had today. */
export function sayGain(gain: number, blocks: number): string {
  const block = blocks === 0 ? 'its block of the day' : 'another block'
  if (gain < 0.0005) return `${block} changes nothing`
  return gain < 0.005 ? `${block} adds little` : `${block} is worth ${Math.round(gain * 100)} in 100`
}

/** House: less is lost in the rounding. */
const bentFrom = 0.02

/** What a chance rests on, in sentences. */
export function sayWhyChance(told: Forecast, curriculum: Curriculum, dates: DateOrder): string {
  if (told.impossible)
    return (
      'Its ladder does not have what was promised, or this house has not the places or people for it. See its ' +
      'promises: whatever is worked, it will not be ready as it stands.'
    )
  const said = (day: string) => sayDay(day, dates)
  const { plan, known, futures, played: { chance: played } = told } = told
  const [early, half, late] = [dayBy(told, 0), dayBy(told, 2), dayBy(told, 4)]
  const days =
    half === undefined
      ? 'Half of them are not ready within four weeks of its going home.'
      : early === late
        ? `The middle 80 in 100 of them are ready on ${said(half)}.`
        : `Half of them are ready by ${said(half)}; the middle 80 in 100 between ${early ? said(early) : ''} and ` +
          `${late ? said(late) : 'later than is reckoned'}.`
  const own =
    plan.ownDays === 0
      ? 'as usual here, its own days being unknown'
      : `from its last ${Math.min(10, plan.ownDays)} days worked, drawn toward the house’s`
  return [
    `Of ${futures.toLocaleString('en')} futures played from what was recorded, ${inHundred(played)} in 100 are ` +
      `ready on the evening before ${sayDay(told.leavesOn, dates)}.`,
    Math.abs(played - told.chance) < bentFrom
      ? ''
      : `Here, of dogs of which that was so ${told.chance < played ? 'fewer' : 'more'} were ready: it is said as ` +
        `${inHundred(told.chance)}.`,
    days,
    sayBinds(told, curriculum),
    `Reckoned with ${counted(plan.openDays, 'day')} to work and ` +
      `${plan.setsADay.toFixed(1)} sets a day that bring it nearer (${own}).`,
    plan.byFood ? 'Its training food pays for no more sets a day than that.' : '',
    known.sets === 0
      ? 'It is taken for a usual dog: none of its sets is known yet.'
      : `It passes rungs ${known.speed.toFixed(1)} times as fast as a usual dog here, by ` +
        `${counted(known.sets, 'set')} at rungs never met before` +
        `${known.sets < fewSets ? ': few, so the band is wide' : ''}.`,
    told.trend ? `${sayTrend(told, dates)}.` : '',
  ]
    .filter((part) => part !== '')
    .join(' ')
}

/** What the futures give a dog that is likely to be ready, for words. */
const asExample = 0.7
const halfWay = 0.5

/** What futures are reckoned with beside how fast rungs are passed, as a trainer would say it of a house. */
export function sayWays({ elsewhere, slips, swing }: Pick<Rates, 'elsewhere' | 'slips' | 'swing'>): string {
  const sets = Math.round(1 / slips.back)
  const apart = Math.round(100 * Math.sqrt(swing))
  const often = Math.round(elsewhere * 10)
  return (
    `Another place or pair of hands is to be had ${often === 10 ? 'every day' : `on ${often} days in 10`}. ` +
    `What was met slips about once in ${Math.round(1 / slips.out)} days, and is put right in about ${sets} ` +
    `${sets === 1 ? 'set' : 'sets'}. ` +
    (apart < 10
      ? 'One day brings as much as another, as far as chance lets it be seen.'
      : `Days differ: two in three lie within ${apart} in 100 of a usual one.`)
  )
}

/** How chances are bent, in words; empty where they are said as they were played. */
export function sayStack(stack: Stack): string {
  if (stack.dogs === 0) return ''
  const said = bentBy(stack, asExample, 1, halfWay)(asExample)
  return `what the futures give ${sayChance(asExample)} is said as ${sayChance(said)}`
}

/** Which way it went, in words: “it was 6 in 10 on Mon 2 Mar: 3 sets that brought it nearer, 11 reckoned with”. */
export const sayTrend = ({ trend }: Forecast, dates: DateOrder): string =>
  trend ? `It was ${sayChance(trend.was)} on ${sayDay(trend.since, dates)}: ${trend.why}` : ''

/** Everything the dog’s page says of a forecast. */
export function forecastView(told: Forecast, curriculum: Curriculum, dates: DateOrder): ForecastView {
  const home = Math.max(0, daysBetween(told.today, told.leavesOn))
  const open = told.legs
    .filter((leg) => leg.days[4] !== 0)
    .sort((a, b) => a.chance - b.chance || (b.days[2] ?? 999) - (a.days[2] ?? 999))
  const bands: readonly Band[] = told.impossible
    ? []
    : [
        band('The dog', told, told.today, dates),
        ...open.map((leg) => band(findRungName(curriculum, leg.rungId, leg.command), leg, told.today, dates)),
      ]
  const last = Math.max(home, ...bands.flatMap((b) => b.days.flatMap((d) => d ?? [])))
  return {
    chance: sayChance(told.chance),
    headline: sayForecast(told, curriculum, dates),
    trend: sayTrend(told, dates),
    why: sayWhyChance(told, curriculum, dates),
    today: told.today,
    leavesOn: told.leavesOn,
    span: Math.max(1, last + 1),
    home,
    bands: open.length === 0 ? [] : bands,
    whatIfs: told.whatIfs.map((w) => whatIfView(w, told, curriculum)).sort((a, b) => rank(a) - rank(b)),
  }
}

const rank = (w: WhatIfView): number => (w.change === 'better' ? 0 : 1)

function findRungName(curriculum: Curriculum, rungId: string, command: string): string {
  const at = findRung(curriculum, rungId)
  return at ? `${at.command.name}: ${at.rung.name}` : nameOf(curriculum, command)
}

function band(
  name: string,
  { chance, days }: Pick<Forecast, 'chance' | 'days'>,
  today: string,
  dates: DateOrder,
): Band {
  const on = (after: number) => sayDay(addDays(today, after), dates)
  const [early, , half, , late] = days
  const said =
    half === null
      ? 'as likely as not later than is reckoned here'
      : early === late
        ? `80 in 100 on ${on(half)}`
        : `as likely as not by ${on(half)}; 80 in 100 from ` +
          `${on(early ?? half)} to ` +
          (late === null ? 'later than is reckoned' : on(late))
  return { name, chance: sayChance(chance), days, said }
}

function whatIfView(w: WhatIf, told: Forecast, curriculum: Curriculum): WhatIfView {
  const by = Math.round((w.chance - told.chance) * 100)
  const change = !differs(told.chance, w) ? 'same' : by > 0 ? 'better' : 'worse'
  return {
    title: titleOf(w, curriculum),
    chance: sayChance(w.chance),
    change,
    by: change === 'same' ? 'no different from chance' : `${Math.abs(by)} in 100 ${by > 0 ? 'more' : 'fewer'}`,
    cost: costOf(w),
  }
}

function titleOf(w: WhatIf, curriculum: Curriculum): string {
  const rung = w.rungId === undefined ? '' : findRungName(curriculum, w.rungId, '')
  switch (w.kind) {
    case 'block':
      return 'One block a day more'
    case 'days':
      return `${daysMore} days longer`
    case 'handler':
      return 'The second day with a second handler'
    case 'place':
      return 'The second day in another place'
    case 'both':
      return 'The second day with a second handler in another place'
    case 'lower':
      return `${rung} one rung lower: ${findRung(curriculum, w.to ?? '')?.rung.name ?? ''}`
    case 'drop':
      return `Without ${rung}`
  }
}

function costOf(w: WhatIf): string {
  switch (w.kind) {
    case 'block':
      return (
        `${(w.blocks ?? 0) * minutesABlock} minutes of staff, about ${w.reps ?? 0} reps of food, over ` +
        `${w.blocks ?? 0} days`
      )
    case 'days':
      return `${daysMore} nights, and the owner’s agreement`
    case 'handler':
      return 'a second handler, no time more'
    case 'place':
      return 'the way there'
    case 'both':
      return 'a second handler and the way there'
    case 'lower':
    case 'drop':
      return 'the owner’s agreement'
  }
}
