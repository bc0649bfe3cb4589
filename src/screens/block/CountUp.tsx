'use client'
import { useEffect, useState } from 'react'
import styled from 'styled-components'
import { audioClock, buzz, endTone, schedule } from '@/device/sounds'

const clockNow = (): number => Date.now()
/** Minutes and seconds, `0:07`. */
export const asClock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds) % 60).padStart(2, '0')}`

/**
 * Time that runs from now on beside minutes that are common: play, a break, quiet praise. It asks for nothing and keeps
 * nobody waiting; a tone and a buzz when the least is over.
 */
export function CountUp({
  what,
  of: { least, most },
  sounds,
}: {
  what: string
  of: { readonly least: number; readonly most: number }
  sounds: boolean
}) {
  const [from] = useState(clockNow)
  const [now, setNow] = useState(from)
  useEffect(() => {
    const timer = setInterval(() => setNow(clockNow()), 1000)
    return () => clearInterval(timer)
  }, [])
  const seconds = Math.max(0, Math.floor((now - from) / 1000))
  const over = seconds >= least * 60
  useEffect(() => {
    if (!over || !sounds) return
    buzz([60, 60, 60])
    void audioClock().then((clock) => {
      if (clock) schedule(clock, clock.currentTime, endTone)
    })
  }, [over, sounds])
  return (
    <Root role="timer" aria-label={what}>
      <b>{asClock(seconds)}</b> {what}; {least} to {most} min{seconds > most * 60 ? ', and that is over' : ''}
    </Root>
  )
}

const Root = styled.p`
  b {
    font-size: var(--t-7);
    font-weight: 720;
  }
`
