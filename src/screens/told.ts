/** What an action answers: done, or why not, in a sentence. */
export type Told = { readonly ok: true } | { readonly ok: false; readonly reason: string }
