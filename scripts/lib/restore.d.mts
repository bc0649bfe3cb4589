export type RestoreStep = 'copied' | 'set aside' | 'renamed'
/** `cutAt` is told of each step, and may throw `{ cut: true }` to end there as a power cut would. */
export function applyRestore(database: string, how?: { readonly cutAt?: (step: RestoreStep) => void }): void
