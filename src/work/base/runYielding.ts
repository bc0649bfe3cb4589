/** Design choice: so long a page is read for before others are let in. */
const breathMs = 20
/** Who waits for a breath; one for the process, in whatever bundle a page is. */
const processWide = globalThis as typeof globalThis & { kibouBreaths?: (() => void)[] }

/**
 * Waits for its turn of the loop: the loop would let on all who wait in one turn, and eight pages of a breath each
 * would be one long one.
 */
const breath = () =>
  new Promise<void>((go) => {
    const waiting = (processWide.kibouBreaths ??= [])
    const letOn = () => {
      waiting.shift()?.()
      if (waiting.length > 0) setImmediate(letOn)
    }
    if (waiting.push(go) === 1) setImmediate(letOn)
  })

/**
 * Reads what a page shows of many dogs step by step, and lets in whoever waits in between: a sheet of sixty dogs takes
 * half a second, and a rep must not wait for that. What is read is as of its own step; steps are dogs, whole each. They
 * are let in once before it is begun, where another may be being read, and once more before it is drawn.
 */
export async function runYielding<T>(steps: Generator<unknown, T>): Promise<T> {
  await breath()
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
