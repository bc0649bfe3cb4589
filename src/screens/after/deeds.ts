import type { Told } from '../told'

/** What may be done after a demonstration by whoever may. */
export interface AfterDeeds {
  readonly keep: (raw: unknown) => Promise<Told>
  readonly readBack: (raw: unknown) => Promise<Told>
}
