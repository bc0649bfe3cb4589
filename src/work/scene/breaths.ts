/** House: so long a page is read for before others are let in. */
const breathMs = 20
const breath = () => new Promise((go) => setImmediate(go))

/**
 * Reads what a page shows of many dogs step by step, and lets in whoever waits in between: a sheet of sixty dogs takes
 * half a second, and a rep must not wait for that. What is read is as of its own step; steps are dogs, whole each. They
 * are let in once more before it is drawn.
 */
export async function inBreaths<T>(steps: Generator<unknown, T>): Promise<T> {
  let from = performance.now()
  for (;;) {
    const step = steps.next()
    if (!step.done && performance.now() - from < breathMs) continue
    await breath()
    if (step.done) return step.value
    from = performance.now()
  }
}

/**
 * Gives what was read for a page, and lets in whoever waits before it is drawn: reading and drawing are some tenth of a
 * second together.
 */
export async function thenBreathe<T>(read: T): Promise<T> {
  await breath()
  return read
}

/** What is read step by step, as something that is read at one go: for who waits alone. */
export const atOnce =
  <Asked extends readonly unknown[], T>(steps: (...asked: Asked) => Generator<unknown, T>) =>
  (...asked: Asked): T => {
    const all = steps(...asked)
    for (;;) {
      const step = all.next()
      if (step.done) return step.value
    }
  }
