'use client'
import { useEffect, useState } from 'react'
import { flushSync } from 'react-dom'
import styled from 'styled-components'
import { intervalAt } from '@/core/block/hold'
import { secondsApart, type HoldPaid } from '@/core/method/hold'
import type { HoldClock } from '@/device/holdClock'
import { YardNow } from './bottom'

/** Design choice: pay is prompted for so long, seconds. */
const promptFor = 0.9

/**
 * The hold as a cord drawn toward its peg, with the seconds beside it and the moments of pay on it: those of a long
 * hold within it, or the end of each interval of a short one.
 */
export function HoldPart({
  clock,
  seconds,
  intervals,
  paid,
  payAt,
  onBegin,
  again = false,
}: {
  clock: HoldClock | undefined
  seconds: number
  intervals: number
  paid: HoldPaid | undefined
  payAt: readonly number[]
  onBegin: () => void
  /** It worked already: another one is not what is to be done now. */
  again?: boolean
}) {
  const [now, setNow] = useState(0)
  useEffect(() => {
    if (!clock) return
    let frame = 0
    // Drawn in the frame in which it was read: on a busy device what is shown would be old by the time it is drawn.
    const draw = () => {
      flushSync(() => setNow(clock.elapsed()))
      frame = requestAnimationFrame(draw)
    }
    frame = requestAnimationFrame(draw)
    return () => cancelAnimationFrame(frame)
  }, [clock])
  if (!clock)
    return (
      <Start onPress={onBegin} data-again={again}>
        Start hold <small>{holdText(seconds, intervals, paid, payAt.length)}</small> <kbd aria-hidden="true">Space</kbd>
      </Start>
    )
  const { nth, into } =
    intervals > 1
      ? intervalAt(Math.min(now, seconds + (intervals - 1) * secondsApart(seconds) - 0.05), seconds)
      : { nth: 0, into: now }
  const done = Math.min(into, seconds)
  const inside = payAt.some((at) => now >= at && now < at + promptFor)
  const sincePaid = nth === 0 ? Number.POSITIVE_INFINITY : now - seconds - (nth - 1) * secondsApart(seconds)
  const paying = inside || sincePaid < promptFor
  const eating = !paying && sincePaid < secondsApart(seconds) - seconds
  const at = (s: number) => 4 + (292 * s) / seconds
  return (
    <Timer role="timer" aria-label={`Holding, ${seconds} seconds`} data-tone-at={clock.endToneAt()}>
      <b>{done.toFixed(1)}</b>
      <span>
        of {seconds} s{intervals > 1 && `, ${nth + 1} of ${intervals}`}
      </span>
      <em data-on={paying} role="status">
        {paying ? 'Reward now' : eating ? 'The dog eats' : ''}
      </em>
      <svg viewBox="0 0 300 14" preserveAspectRatio="none" aria-hidden="true">
        <line x1="4" x2="296" y1="7" y2="7" stroke="var(--rule)" strokeWidth="1.5" strokeDasharray="2 4" />
        <line x1="4" x2={at(done)} y1="7" y2="7" stroke="var(--held)" strokeWidth="6" />
        {payAt.map((p) => (
          <line key={p} x1={at(p)} x2={at(p)} y1="2" y2="12" stroke="var(--ink)" strokeWidth="2" />
        ))}
        <line x1="296" x2="296" y1="0" y2="14" stroke="var(--ink)" strokeWidth="4" />
      </svg>
    </Timer>
  )
}

function holdText(seconds: number, intervals: number, paid: HoldPaid | undefined, inside: number): string {
  if (intervals > 1) return `${intervals} × ${seconds} s, reward at each, then release`
  if (paid === 'on-return') return `${seconds} s, quiet; reward on return`
  return `${seconds} s${inside > 0 ? `, pay ${inside} times in it` : ''}`
}

const Start = styled(YardNow)`
  &[data-again='true'] {
    background: none;
    color: var(--ink);
    border: 2px solid var(--rule-2);
  }
  small {
    font:
      560 var(--t-3)/1 'Atkinson Hyperlegible Next Variable',
      sans-serif;
  }
`
const Timer = styled.div`
  min-height: var(--touch-yard);
  display: grid;
  grid-template-columns: auto 1fr auto;
  align-items: baseline;
  column-gap: var(--s-4);
  b {
    font-size: var(--t-10);
    line-height: 1;
    font-weight: 740;
  }
  svg {
    grid-column: 1 / -1;
    width: 100%;
    height: 14px;
  }
  em {
    font-style: normal;
    font-weight: 720;
    font-size: var(--t-6);
    padding: 0.1rem 0.5rem;
  }
  em[data-on='true'] {
    background: var(--now);
    color: var(--on-now);
  }
`
