import type { Job } from './job'
import { methodPreview } from './methodPreview'
import { refitForgetting } from './refitForgetting'
import { renewStandings } from './renewStandings'

/** Every job by name. A new one is a file beside these and a line here. */
export const jobs = {
  'method-preview': methodPreview,
  'refit-forgetting': refitForgetting,
  'renew-standings': renewStandings,
} as const

export type JobName = keyof typeof jobs
export type InputOf<N extends JobName> = (typeof jobs)[N] extends Job<infer I, unknown> ? I : never
export type OutputOf<N extends JobName> = ReturnType<(typeof jobs)[N]['run']>
