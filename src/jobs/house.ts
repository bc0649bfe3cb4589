import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/base/clock'
import { startClock, type Clock } from './clock'
import { scheduledTasks, smallScheduledTasks } from './scheduledTasks'
import { stopJobs } from './pool'

const processWide = globalThis as typeof globalThis & { kibouHouse?: readonly Clock[]; kibouStop?: () => Promise<void> }

/** The process before the pages takes no facts into a file that is damaged (scripts/lib/front.mjs). */
const tellFront = (damaged: boolean) => void process.send?.({ damaged })

/** Starts the house's clocks once a process, and leaves word how it is all stopped. */
export function startHouse(): void {
  processWide.kibouHouse ??= [scheduledTasks(kennelDatabase, tellFront), smallScheduledTasks].map((some) =>
    startClock(some, { time: requestTime, say: (text) => process.stderr.write(`kibou: ${text}\n`) }),
  )
  for (const clock of processWide.kibouHouse) void clock.tick()
  processWide.kibouStop = async () => {
    for (const clock of processWide.kibouHouse ?? []) clock.stop()
    await stopJobs()
  }
}
