import type { Clash } from '@/core/clash'

/** What came back from a form: what was wrong, by field, and everything that was typed. */
export interface FormState {
  readonly errors: Readonly<Record<string, string>>
  readonly values: Readonly<Record<string, readonly string[]>>
  readonly tries: number
  /** Somebody else saved it meanwhile; `values` hold both changes. */
  readonly clash?: Clash
  /** The page is of an earlier version of Kibou: it can send nothing more. */
  readonly oldPage?: boolean
}
export const freshForm: FormState = { errors: {}, values: {}, tries: 0 }
export type FormAction = (before: FormState, form: FormData) => Promise<FormState>
