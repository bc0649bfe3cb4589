import { mustConfirm, type HoldTimes } from '@/core/block/hold'
import { audioClock, endTone, heardAt, payTone, schedule, tickTone } from './sounds'

/** A running hold, measured on the monotonic clock; its sounds are scheduled ahead on the audio clock. */
export interface HoldClock {
  /** Seconds since the start, by the monotonic clock. */
  elapsed(): number
  /** Stops the clock, takes back the sounds still to come, and says what both clocks made of it. */
  stop(): HoldTimes
  /** Wall-clock milliseconds at which the end tone sounds; undefined while it is not scheduled. */
  endToneAt(): number | undefined
}

export interface HoldSounds {
  readonly end: boolean
  readonly ticks: boolean
  /** Seconds at which pay is prompted by a tone. */
  readonly payAt: readonly number[]
}

/** What somebody must say: the clocks part, so nobody knows how long it was. */
export type HoldEnd = HoldTimes & { readonly parted: boolean }

/**
 * Design choice: how often the end is looked for; a hidden tab may look less often, which changes nothing in what was
 * measured.
 */
const lookEveryMs = 100

/**
 * Starts a hold of so many seconds; `onEnd` is called once when they are over, also in a tab that was hidden. `onMark`
 * is called in their order at the seconds on the way that are to be told, as long as the clocks agree.
 */
export function startHold(
  seconds: number,
  sounds: HoldSounds,
  onEnd: (end: HoldEnd) => void,
  marks: readonly number[] = [],
  onMark: (nth: number) => void = () => undefined,
): HoldClock {
  const begun = performance.now()
  const begunWall = Date.now()
  let running = true
  let tone: number | undefined
  let silence = (): void => undefined
  const elapsed = () => (performance.now() - begun) / 1000
  const times = (): HoldTimes => ({ monotonic: elapsed(), wall: (Date.now() - begunWall) / 1000 })
  const over = (): void => {
    running = false
    clearInterval(timer)
    document.removeEventListener('visibilitychange', check)
  }
  let marked = 0
  const check = () => {
    const t = times()
    while (running && !mustConfirm(t) && t.monotonic >= (marks[marked] ?? Number.POSITIVE_INFINITY)) onMark(marked++)
    // A device that slept may have stopped the monotonic clock: the wall clock says that there is something to ask.
    if (!running || (t.monotonic < seconds && !(mustConfirm(t) && t.wall >= seconds))) return
    over()
    onEnd({ ...t, parted: mustConfirm(t) })
  }
  const timer = setInterval(check, lookEveryMs)
  document.addEventListener('visibilitychange', check)
  void audioClock().then((clock) => {
    if (!clock || !running) return
    const start = clock.currentTime - elapsed()
    const later = (at: number) => start + at > clock.currentTime
    const whole = Array.from({ length: Math.max(0, Math.ceil(seconds) - 1) }, (_, i) => i + 1)
    const cancels = [
      ...(sounds.end ? [schedule(clock, start + seconds, endTone)] : []),
      ...(sounds.ticks ? whole.filter(later).map((s) => schedule(clock, start + s, tickTone)) : []),
      ...sounds.payAt.filter(later).map((s) => schedule(clock, start + s, payTone)),
    ]
    silence = () => cancels.forEach((c) => c())
    if (sounds.end) tone = heardAt(clock, start + seconds)
  })
  return {
    elapsed,
    endToneAt: () => tone,
    stop() {
      over()
      silence()
      return times()
    },
  }
}
