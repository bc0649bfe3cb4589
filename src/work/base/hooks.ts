/** What long work may ask and say while it runs. */
export interface Hooks {
  /** How far it is, 0–1. */
  progress(share: number): void
  /** Whether it was asked to stop: it then ends soon, with what it has. */
  stopped(): boolean
}

/** For work that nobody listens to. */
export const noHooks: Hooks = { progress: () => undefined, stopped: () => false }

/** Each of these in turn, saying how far it is, until it is asked to stop. */
export function* inTurn<T>(all: readonly T[], hooks: Hooks): Generator<T> {
  for (const [i, one] of all.entries()) {
    if (hooks.stopped()) return
    yield one
    hooks.progress((i + 1) / all.length)
  }
}
