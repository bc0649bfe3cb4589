/** Why a deed was not done: in a sentence, and field by field where a form asked for it. Nothing of it was written. */
export interface Refusal {
  readonly ok: false
  readonly reason: string
  /** By field of the form; what is under no name is wrong with the whole. */
  readonly errors: Readonly<Record<string, string>>
  /** Where somebody else changed the same thing meanwhile. */
  readonly together?: LaidTogether
}

/** What two people made of the same thing, laid together: to be saved over the newest version in one tap. */
export interface LaidTogether {
  readonly from: string
  /** As the form sends it; where both changed the same, one's own stands. */
  readonly change: unknown
  /** The same, where of what both changed the other's stands. */
  readonly theirs: unknown
  /** What both changed, by where it stands, and what each made of it. */
  readonly both: readonly string[]
  readonly said: readonly { readonly mine: string; readonly theirs: string }[]
}

/** What every deed answers: what it made, or why not. `Also`: what a refusal says beside it. */
export type Deed<Made extends object = object, Also extends object = object> =
  ({ readonly ok: true } & Made) | (Refusal & Also)

export const refuse = (reason: string): Refusal => ({ ok: false, reason, errors: { '': reason } })

/** A form came with these faults. */
export const wrongIn = (errors: Readonly<Record<string, string>>): Refusal => ({
  ok: false,
  reason: Object.values(errors)[0] ?? 'Something is not right.',
  errors,
})
