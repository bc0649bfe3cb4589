import type { Rejection as Plain } from '@/core/rejection'

export { reject } from '@/core/rejection'

/** Why an action was not done, and both changes where somebody else changed the same thing meanwhile. */
export interface Rejection extends Plain {
  readonly together?: LaidTogether
}

/** What two people made of the same thing, laid together: to be saved over the newest version in one tap. */
export interface LaidTogether {
  readonly from: string
  /** As the form sends it; where both changed the same, one's own stands. */
  readonly change: unknown
  /** As the form sends it; where both changed the same, the other’s stands. */
  readonly theirs: unknown
  /** What both changed, by where it stands, and what each made of it. */
  readonly both: readonly string[]
  readonly said: readonly { readonly mine: string; readonly theirs: string }[]
}

/** What every action answers: what it made, or why not. `Also`: what a refusal says beside it. */
export type ActionResult<Made extends object = object, Also extends object = object> =
  ({ readonly ok: true } & Made) | (Rejection & Also)

/** A form came with these faults. */
export const wrongIn = (errors: Readonly<Record<string, string>>): Rejection => ({
  ok: false,
  code: 'fields',
  reason: Object.values(errors)[0] ?? 'Something is not right.',
  errors,
})
