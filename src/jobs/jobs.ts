import type { Job } from './job'
import { anotherDog } from './anotherDog'
import { backUp } from './backUp'
import { backUpNightly } from './backUpNightly'
import { bringHome } from './bringHome'
import { checkKennel } from './checkKennel'
import { kennelOut } from './kennelOut'
import { learnRates } from './learnRates'
import { lookIntoBackup } from './lookIntoBackup'
import { methodPreview } from './methodPreview'
import { refitForgetting } from './refitForgetting'
import { renewForecasts } from './renewForecasts'
import { renewStandings } from './renewStandings'
import { switchMethod } from './switchMethod'

/** Every job by name. A new one is a file beside these and a line here. */
export const jobs = {
  'another-dog': anotherDog,
  'back-up': backUp,
  'back-up-nightly': backUpNightly,
  'bring-home': bringHome,
  'check-kennel': checkKennel,
  'kennel-out': kennelOut,
  'learn-rates': learnRates,
  'look-into-backup': lookIntoBackup,
  'method-preview': methodPreview,
  'refit-forgetting': refitForgetting,
  'renew-forecasts': renewForecasts,
  'renew-standings': renewStandings,
  'switch-method': switchMethod,
} as const

export type JobName = keyof typeof jobs
export type InputOf<N extends JobName> = (typeof jobs)[N] extends Job<infer I, unknown> ? I : never
export type OutputOf<N extends JobName> = ReturnType<(typeof jobs)[N]['run']>
