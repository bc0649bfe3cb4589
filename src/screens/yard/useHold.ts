'use client'
import { useEffect, useRef, useState } from 'react'
import { intervalAt, mustConfirm, paidInside } from '@/core/block/hold'
import { holdEnds, holdPaid, holdSeconds, type HoldRung } from '@/core/method/hold'
import type { Outcome } from '@/core/facts/fact'
import { startHold, type HoldClock } from '@/device/holdClock'
import type { Prefs } from '@/device/prefs'
import type { RepExtras } from '@/device/live/session'

/** How an interval or a hold that runs worked so far: it counts so when it is over. */
type As = 'clean' | 'helped' | 'late'

interface Holding {
  readonly rung: HoldRung | undefined
  readonly prefs: Prefs
  /** Seconds at which a long hold is paid inside. */
  readonly payAt: readonly number[]
  /** Pieces planned for the end of the next rep. */
  readonly planned: number
  readonly record: (outcome: Outcome, extras: RepExtras) => void
  /** Whether the set takes no more, asked after each rep. */
  readonly over: () => boolean
}

/**
 * The hold of a timed rung, by the clock. Short stays run as one hold of so many intervals: each that is over is a rep
 * that was paid, and the release comes after the last. Anything else is one rep.
 */
export function useHold({ rung, prefs, payAt, planned, record, over }: Holding) {
  const [clock, setClock] = useState<HoldClock>()
  const [parted, setParted] = useState<{ monotonic: number; wall: number }>()
  const [as, setAs] = useState<As>('clean')
  const how = useRef<As>('clean')
  useEffect(() => () => void clock?.stop(), [clock])
  const seconds = holdSeconds(rung)
  const paid = holdPaid(rung)
  const ends = holdEnds(rung)
  const intervals = ends.length
  // The clock of a hold that runs asks these when it rings, not those of when it was started.
  const now = useRef({ record, over, planned })
  useEffect(() => {
    now.current = { record, over, planned }
  })
  const set = (next: As) => {
    how.current = next
    setAs(next)
  }
  const recordHeld = () => {
    now.current.record(how.current, {
      heldSeconds: seconds ?? null,
      planned: payAt.length + now.current.planned,
    })
    set('clean')
  }
  const begin = () => {
    if (seconds === undefined || clock || parted) return
    set('clean')
    const quiet = paid === 'on-return'
    const whole = ends.at(-1) ?? seconds
    const onTheWay = ends.slice(0, -1)
    const running = startHold(
      whole,
      {
        end: !quiet,
        ticks: prefs.ticks && !quiet,
        payAt: prefs.payTones && !quiet ? [...payAt, ...onTheWay] : [],
      },
      (end) => {
        setClock(undefined)
        if (end.parted) setParted(end)
        else recordHeld()
      },
      onTheWay,
      () => {
        recordHeld()
        if (!now.current.over()) return
        running.stop()
        setClock(undefined)
      },
    )
    setClock(running)
  }
  /** The dog broke: the clock stops, and its second is that of the interval that ran. */
  const broke = () => {
    if (!clock || seconds === undefined) return
    const times = clock.stop()
    setClock(undefined)
    if (mustConfirm(times)) return setParted(times)
    const at = Math.min(seconds, intervals > 1 ? intervalAt(times.monotonic, seconds).into : tenths(times.monotonic))
    record('miss', {
      heldSeconds: at,
      brokeSeconds: at,
      pieces: paidInside(payAt, at),
      planned: payAt.length + planned,
    })
  }
  /** Only somebody who was there knows. */
  const say = (what: 'held' | 'broke' | 'unseen') => {
    setParted(undefined)
    if (what === 'held') recordHeld()
    else if (what === 'broke') record('miss', { faults: ['broke'] })
  }
  return { clock, seconds, intervals, paid, parted, as, begin, broke, set, say }
}

const tenths = (seconds: number): number => Math.round(seconds * 10) / 10
