'use client'
import { useEffect, useState } from 'react'
import { audioClock, buzz, payTone, schedule } from '@/device/sounds'

/**
 * Whole seconds left of a wait that chance has drawn, counted from when it began to run; when it is over a tone and a
 * buzz say so, once. A wait of 0 is no wait.
 */
export function useMoment(wait: number, running: boolean, tones: boolean): number {
  const [left, setLeft] = useState(wait)
  useEffect(() => {
    if (!running || wait === 0) return
    const from = performance.now()
    const timer = setInterval(() => {
      const rest = wait - (performance.now() - from) / 1000
      setLeft(Math.max(0, Math.ceil(rest)))
      if (rest > 0) return
      clearInterval(timer)
      if (!tones) return
      buzz(40)
      void audioClock().then((clock) => {
        if (clock) schedule(clock, clock.currentTime, payTone)
      })
    }, 250)
    return () => clearInterval(timer)
  }, [running, tones, wait])
  return left
}
