import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
import { startClock, type Clock } from './clock'
import { duties, smallDuties } from './duties'
import { stopJobs } from './pool'

const held = globalThis as typeof globalThis & { kibouHouse?: readonly Clock[]; kibouStop?: () => Promise<void> }

/** The process before the pages takes no facts into a file that is damaged (scripts/lib/front.mjs). */
const tellFront = (damaged: boolean) => void process.send?.({ damaged })

/** Starts the house's clocks once a process, and leaves word how it is all stopped. */
export function startHouse(): void {
  held.kibouHouse ??= [duties(kennelDatabase, tellFront), smallDuties].map((some) =>
    startClock(some, { time: requestTime, say: (text) => process.stderr.write(`kibou: ${text}\n`) }),
  )
  for (const clock of held.kibouHouse) void clock.tick()
  held.kibouStop = async () => {
    for (const clock of held.kibouHouse ?? []) clock.stop()
    await stopJobs()
  }
}
