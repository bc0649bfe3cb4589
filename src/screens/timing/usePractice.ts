'use client'
import { useEffect, useRef, useState } from 'react'
import { drawMoments, judgeMark, type Marked, type Moment } from '@/core/marker/timing'
import { audioClock, schedule } from '@/device/sounds'

/** One moment of a practice, with what was made of it. */
export interface Done {
  readonly marked: Marked
  /** Milliseconds after the moment; undefined where nothing was marked or was to be. */
  readonly error: number | undefined
}

/** Design choice: so long after the moment it is missed, and so long what it came to is shown, milliseconds. */
const missedAfter = 1500
const shownFor = 1100

/** The sound of a rear on the floor. */
const touch = [{ hertz: 95, after: 0, long: 0.09, loud: 0.4 }]

/** How far the dog has sunk, 0 standing to 1 sitting, so many milliseconds into its moment. */
export function sunk(moment: Moment, ms: number): number {
  const from = moment.at - moment.sinking
  const share = Math.min(1, Math.max(0, (ms - from) / moment.sinking))
  // It shifts its weight before: the first move is not the moment.
  const restless = ms < from ? Math.max(0, Math.sin(ms / 170)) * 0.12 : 0
  if (!moment.feint) return Math.max(restless, share * share)
  // A feint sinks most of the way and comes up again.
  const back = Math.min(1, Math.max(0, (ms - moment.at) / 350))
  return Math.max(restless, share * share * 0.8 * (1 - back))
}

/**
 * A practice: ten moments, each drawn as it goes by `draw`, the rear’s height at every picture. The clock is the
 * monotonic one, of the picture and of the press alike.
 */
export function usePractice(seedOf: () => number, sound: boolean, draw: (sunk: number) => void) {
  const [moments, setMoments] = useState<readonly Moment[]>([])
  const [done, setDone] = useState<readonly Done[]>([])
  const [shown, setShown] = useState<Done>()
  const startedAt = useRef(0)
  const over = useRef(true)
  const moment = moments[done.length]
  const running = moment !== undefined && shown === undefined
  const finish = (pressed: number | undefined) => {
    if (!moment || over.current) return
    over.current = true
    const marked = judgeMark(moment, pressed)
    setShown({ marked, error: moment.feint || pressed === undefined ? undefined : pressed - moment.at })
  }
  const now = useRef({ finish, draw })
  useEffect(() => {
    now.current = { finish, draw }
  })
  useEffect(() => {
    if (!running) return
    const begun = performance.now()
    startedAt.current = begun
    over.current = false
    let frame = 0
    const step = () => {
      const ms = performance.now() - begun
      now.current.draw(sunk(moment, ms))
      if (ms > moment.at + missedAfter) now.current.finish(undefined)
      else frame = requestAnimationFrame(step)
    }
    frame = requestAnimationFrame(step)
    let silence = (): void => undefined
    if (sound && !moment.feint)
      void audioClock().then((clock) => {
        const left = (moment.at - (performance.now() - begun)) / 1000
        if (clock && left > 0) silence = schedule(clock, clock.currentTime + left, touch)
      })
    return () => {
      cancelAnimationFrame(frame)
      silence()
    }
  }, [moment, running, sound])
  useEffect(() => {
    if (!shown) return
    const timer = setTimeout(() => {
      setDone((d) => [...d, shown])
      setShown(undefined)
      now.current.draw(0)
    }, shownFor)
    return () => clearTimeout(timer)
  }, [shown])
  return {
    /** Counted from 0; undefined before the first and after the last. */
    nth: moment === undefined ? undefined : done.length,
    of: moments.length,
    done,
    shown,
    begin: () => {
      setDone([])
      setShown(undefined)
      setMoments(drawMoments(seedOf()))
    },
    mark: () => finish(performance.now() - startedAt.current),
  }
}
