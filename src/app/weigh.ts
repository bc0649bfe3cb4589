import 'server-only'
import { Rate } from '@/core/rate'
import { JobKilled, runJob } from '@/jobs/pool'
import { requestTime } from '@/work/base/clock'
import type { WeighPasscode } from '@/work/actions/weighPasscode'

const processWide = globalThis as typeof globalThis & { kibouWeighed?: Rate }

/** Design choice: nobody tries more new passcodes within a minute; weighing one may take half a second of a thread. */
const rate = () => (processWide.kibouWeighed ??= new Rate(10, 60_000))

/** Design choice, ms: one that takes longer is not weighed. */
const weighMs = 10_000

/** Weighs passcodes for somebody, on a thread of its own. */
export const weighFor =
  (who: string): WeighPasscode =>
  async (passcode, words) => {
    if (!rate().take(who, requestTime())) return undefined
    try {
      return await runJob('weigh-passcode', { passcode, words: [...words] }, { limitMs: weighMs })
    } catch (error) {
      if (error instanceof JobKilled) return undefined
      throw error
    }
  }
