import type { z } from 'zod'
import type { Db } from '@/store/database'
import type { Hooks } from '@/work/base/hooks'

/**
 * Work that is too heavy for the thread that answers requests. It runs on a thread of its own, over a connection of its
 * own; its input and output are copied.
 */
export interface Job<Input, Output> {
  readonly input: z.ZodType<Input>
  /** What it comes to, or the promise of it. */
  readonly run: (db: Db, input: Input, hooks: Hooks) => Output
  /** Runs the job on input from outside the thread; throws a ZodError when that is not what the job asks for. */
  readonly start: (db: Db, input: unknown, hooks: Hooks) => Output
}

export const job = <Input, Output>(made: Pick<Job<Input, Output>, 'input' | 'run'>): Job<Input, Output> => ({
  ...made,
  start: (db, input, hooks) => {
    const parsed = made.input.safeParse(input)
    // In plain words: an error of a class of its own loses them between threads.
    if (!parsed.success)
      throw new TypeError(parsed.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`).join('; '))
    return made.run(db, parsed.data, hooks)
  },
})
