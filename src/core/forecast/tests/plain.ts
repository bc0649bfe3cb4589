import { nothingLearned, ratesOf } from '../learning'
import { usualCommandShape, usualElsewhere, usualSlips, type BaseRates, type Rates } from '../rates'
import { waitingTimeShape } from '../waitingTime'

/** Round rates that tests calculate beside, whatever is shipped. */
export const plainBase: BaseRates = {
  kinds: {
    shape: 0.5,
    fade: 0.45,
    word: 0.4,
    row: 0.25,
    'hold-5': 0.35,
    'hold-30': 0.3,
    'hold-longer': 0.3,
    heel: 0.4,
    recall: 0.35,
    'recall-row': 0.2,
  },
  rungs: {},
  shape: waitingTimeShape,
  commandShape: usualCommandShape,
  elsewhere: usualElsewhere,
  slips: usualSlips,
  swing: 0,
}

export const plainRates: Rates = ratesOf(nothingLearned, plainBase)
/** What is shipped, before anything is learned. */
export const shippedRates: Rates = ratesOf(nothingLearned)
