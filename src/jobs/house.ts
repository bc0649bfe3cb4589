import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
import { startClock, type Clock } from './clock'
import { duties } from './duties'
import { stopJobs } from './pool'

const held = globalThis as typeof globalThis & { kibouHouse?: Clock; kibouStop?: () => Promise<void> }

/** Starts the house's clock once a process, and leaves word how it is all stopped. */
export function startHouse(): void {
  held.kibouHouse ??= startClock(duties(kennelDatabase), {
    time: requestTime,
    say: (text) => process.stderr.write(`kibou: ${text}\n`),
  })
  void held.kibouHouse.tick()
  held.kibouStop = async () => {
    held.kibouHouse?.stop()
    await stopJobs()
  }
}
