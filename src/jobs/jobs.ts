import type { Job } from './job'
import { addTable } from './addTable'
import { anotherDog } from './anotherDog'
import { backUp } from './backUp'
import { backUpNightly } from './backUpNightly'
import { checkpointWal } from './checkpointWal'
import { checkKennel } from './checkKennel'
import { goOnWithTable } from './goOnWithTable'
import { kennelOut } from './kennelOut'
import { learnRates } from './learnRates'
import { lookAtTable } from './lookAtTable'
import { lookIntoBackup } from './lookIntoBackup'
import { methodPreview } from './methodPreview'
import { pastTable } from './pastTable'
import { refitForgetting } from './refitForgetting'
import { renewForecasts } from './renewForecasts'
import { renewStandings } from './renewStandings'
import { switchMethod } from './switchMethod'
import { takeTableBack } from './takeTableBack'
import { weighPasscode } from './weighPasscode'

/** Every job by name. A new one is a file beside these and a line here. */
export const jobs = {
  'add-table': addTable,
  'another-dog': anotherDog,
  'back-up': backUp,
  'back-up-nightly': backUpNightly,
  'bring-home': checkpointWal,
  'check-kennel': checkKennel,
  'go-on-with-table': goOnWithTable,
  'kennel-out': kennelOut,
  'learn-rates': learnRates,
  'look-at-table': lookAtTable,
  'look-into-backup': lookIntoBackup,
  'method-preview': methodPreview,
  'past-table': pastTable,
  'refit-forgetting': refitForgetting,
  'renew-forecasts': renewForecasts,
  'renew-standings': renewStandings,
  'switch-method': switchMethod,
  'take-table-back': takeTableBack,
  'weigh-passcode': weighPasscode,
} as const

export type JobName = keyof typeof jobs
export type InputOf<N extends JobName> = (typeof jobs)[N] extends Job<infer I, unknown> ? I : never
export type OutputOf<N extends JobName> = Awaited<ReturnType<(typeof jobs)[N]['run']>>
