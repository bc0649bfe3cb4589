import { findCommand, findRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { addDays, daysBetween, dayText, type DateOrder } from '../days'
import type { Rates } from '../forecast/rates'
import { calibratedBy, type ChanceCalibration } from '../forecast/chanceCalibration'
import { daysMore, differs, type WhatIf } from '../forecast/whatIf'
import { minutesABlock, fewSets, type Forecast } from '../forecast/forecast'
import { chanceFigure, chanceText } from '../forecast/chanceText'
import { percent, points } from '../percent'
import { capitalized, counted } from '../wording'
import type { RungId } from '../ids'

/** One promise, or the whole dog: where its day lies among the futures. */
export interface Band {
  readonly name: string
  readonly chance: string
  /** Days from today of 10, 25, 50, 75 and 90 in a hundred futures; null beyond what is calculated. */
  readonly days: Forecast['days']
  /** Those days in words: “50% likely by Tue 8 Dec; 80% likely between Fri 4 and Mon 14 Dec”. */
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

/** Design choice: a command decides it where it comes last in so many of the futures. */
const decidesFrom = 0.4

/** Which command comes last, in a sentence; empty where none does or all is met. */
export function bindsText(told: Forecast, curriculum: Curriculum): string {
  const { binds } = told
  if (!binds || binds.share < 0.1) return ''
  const name = nameOf(curriculum, binds.command)
  return binds.share >= decidesFrom ? `${name} decides it.` : `No one command decides it. ${name} is last most often.`
}

/** By when, as the middle of the futures has it; the words for a day beyond all that was played are of its own. */
export const dayBy = (told: Forecast, share: 0 | 1 | 2 | 3 | 4): string | undefined => {
  const days = told.days[share]
  return days === null ? undefined : addDays(told.today, days)
}

/** The chance first: “About 70% likely to be ready by going home on Wed 9 Dec. Recall decides it.” */
export function forecastText(told: Forecast, curriculum: Curriculum, dates: DateOrder): string {
  if (told.impossible) return 'A promise cannot be met here, so this dog will not be ready. Change the promises.'
  return [
    `${capitalized(chanceText(told.chance))} likely to be ready by going home on ${dayText(told.leavesOn, dates)}.`,
    bindsText(told, curriculum),
    told.known.sets < fewSets ? 'Few sets are recorded yet.' : '',
  ]
    .filter((part) => part !== '')
    .join(' ')
}

/**
 * What today’s block is worth, in points of the chance that assumes the usual ones: “Today’s block: +20 points”.
 * `blocks`: how many it had today.
 */
export function gainText(gain: number, blocks: number): string {
  const block = blocks === 0 ? 'Today’s block' : 'Another block'
  return gain < 0.0005 ? `${block} changes nothing` : `${block}: ${points(gain)}`
}

/** Design choice: less is lost in the rounding. */
const bentFrom = 0.02

/** What a chance rests on, in sentences. */
export function whyChanceText(told: Forecast, curriculum: Curriculum, dates: DateOrder): string {
  if (told.impossible)
    return (
      'The dog’s curriculum lacks a promised rung, or the kennel lacks the locations or handlers. Training alone ' +
      'will not make this dog ready. Change the promises.'
    )
  const said = (day: string) => dayText(day, dates)
  const { plan, known, futures, played: { chance: played } = told } = told
  const [early, half, late] = [dayBy(told, 0), dayBy(told, 2), dayBy(told, 4)]
  const days =
    half === undefined
      ? 'In half the simulations the dog is not ready within four weeks after going home.'
      : early === late
        ? `80% likely on ${said(half)}.`
        : `50% likely by ${said(half)}. 80% likely between ${early ? said(early) : ''} and ` +
          `${late ? said(late) : 'a day beyond this forecast'}.`
  const own =
    plan.ownDays === 0
      ? 'the kennel’s average'
      : `from the last ${counted(Math.min(10, plan.ownDays), 'training day')} and the kennel’s average`
  return [
    `In ${percent(played)} of ${futures.toLocaleString('en')} simulations the dog is ready the evening before ` +
      `${said(told.leavesOn)}.`,
    Math.abs(played - told.chance) < bentFrom
      ? ''
      : `Such forecasts were too ${told.chance < played ? 'high' : 'low'} here before, so this one is shown as ` +
        `${percent(told.chance)}.`,
    days,
    bindsText(told, curriculum),
    `Assumes ${counted(plan.openDays, 'training day')} with ${plan.setsADay.toFixed(1)} useful sets a day (${own}).`,
    plan.byFood ? 'Training food allows no more sets a day.' : '',
    known.sets === 0
      ? 'No sets are recorded yet, so the forecast assumes an average dog.'
      : `This dog passes rungs ${known.speed.toFixed(1)} times as fast as an average dog here, based on ` +
        `${counted(known.sets, 'set')} at new rungs.` +
        `${known.sets < fewSets ? ' That is little evidence, so the range is wide.' : ''}`,
    told.trend ? `${trendText(told, dates)}.` : '',
  ]
    .filter((part) => part !== '')
    .join(' ')
}

/** What the futures give a dog that is likely to be ready, for words. */
const asExample = 0.7
const halfWay = 0.5

/** What simulations assume beside how fast rungs are passed, as a trainer would say it of a kennel. */
export function waysText({ elsewhere, slips, swing }: Pick<Rates, 'elsewhere' | 'slips' | 'swing'>): string {
  const sets = Math.round(1 / slips.back)
  const apart = Math.round(100 * Math.sqrt(swing))
  return (
    `A new location or handler is available on ${percent(elsewhere)} of days. ` +
    `A passed rung slips about once in ${Math.round(1 / slips.out)} days and recovers in about ` +
    `${counted(sets, 'set')}. ` +
    (apart < 10 ? 'Days bring about the same.' : `Days differ: two in three are within ${apart}% of average.`)
  )
}

/** How chances are bent, in words; empty where they are said as they were played. */
export function calibrationText(stack: ChanceCalibration): string {
  if (stack.dogs === 0) return ''
  const calibrated = calibratedBy(stack, asExample, 1, halfWay)(asExample)
  return `a simulated ${chanceFigure(asExample)} is shown as ${chanceFigure(calibrated)}`
}

/** Which way it went, in words: “it was about 60% on Mon 2 Mar: 3 useful sets, 11 assumed”. */
export const trendText = ({ trend }: Forecast, dates: DateOrder): string =>
  trend ? `The chance was ${chanceText(trend.was)} on ${dayText(trend.since, dates)}: ${trend.why}` : ''

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
    chance: chanceText(told.chance),
    headline: forecastText(told, curriculum, dates),
    trend: trendText(told, dates),
    why: whyChanceText(told, curriculum, dates),
    today: told.today,
    leavesOn: told.leavesOn,
    span: Math.max(1, last + 1),
    home,
    bands: open.length === 0 ? [] : bands,
    whatIfs: told.whatIfs.map((w) => whatIfView(w, told, curriculum)).sort((a, b) => rank(a) - rank(b)),
  }
}

const rank = (w: WhatIfView): number => (w.change === 'better' ? 0 : 1)

function findRungName(curriculum: Curriculum, rungId: RungId, command: string): string {
  const at = findRung(curriculum, rungId)
  return at ? `${at.command.name}: ${at.rung.name}` : nameOf(curriculum, command)
}

function band(
  name: string,
  { chance, days }: Pick<Forecast, 'chance' | 'days'>,
  today: string,
  dates: DateOrder,
): Band {
  const on = (after: number) => dayText(addDays(today, after), dates)
  const [early, , half, , late] = days
  const said =
    half === null
      ? '50% likely only after the days shown'
      : early === late
        ? `80% likely on ${on(half)}`
        : `50% likely by ${on(half)}; 80% likely between ${on(early ?? half)} and ` +
          (late === null ? 'a day beyond this forecast' : on(late))
  return { name, chance: chanceText(chance), days, said }
}

function whatIfView(w: WhatIf, told: Forecast, curriculum: Curriculum): WhatIfView {
  const by = w.chance - told.chance
  const change = !differs(told.chance, w) ? 'same' : by > 0 ? 'better' : 'worse'
  return {
    title: titleOf(w, curriculum),
    chance: chanceText(w.chance),
    change,
    by: change === 'same' ? 'no clear effect' : points(by),
    cost: costOf(w),
  }
}

function titleOf(w: WhatIf, curriculum: Curriculum): string {
  const rung = w.rungId === undefined ? '' : findRungName(curriculum, w.rungId, '')
  switch (w.kind) {
    case 'block':
      return 'One more block a day'
    case 'days':
      return `A stay ${daysMore} days longer`
    case 'handler':
      return 'Second day with a second handler'
    case 'place':
      return 'Second day in another location'
    case 'both':
      return 'Second day with a second handler in another location'
    case 'lower':
      return `${rung}, one rung lower: ${findRung(curriculum, w.to ?? '')?.rung.name ?? ''}`
    case 'drop':
      return `Drop ${rung}`
  }
}

function costOf(w: WhatIf): string {
  switch (w.kind) {
    case 'block':
      return (
        `${(w.blocks ?? 0) * minutesABlock} staff minutes and food for about ${w.reps ?? 0} reps over ` +
        `${counted(w.blocks ?? 0, 'day')}`
      )
    case 'days':
      return `${daysMore} nights and the owner’s agreement`
    case 'handler':
      return 'a second handler'
    case 'place':
      return 'travel'
    case 'both':
      return 'a second handler and travel'
    case 'lower':
    case 'drop':
      return 'the owner’s agreement'
  }
}
