'use client'
import type { ReactNode } from 'react'
import styled from 'styled-components'
import { Press } from '@/ui/press'
import { ThumbPad } from '@/ui/ThumbPad'

const heldNot = [
  { id: 'broke', name: 'Broke' },
  { id: 'unseen', name: 'Not seen' },
] as const

/** The clocks part by more than a second: the device slept, or its clock was set. Only somebody who was there knows. */
export function ClocksParted({
  times,
  seconds,
  onSay,
}: {
  times: { monotonic: number; wall: number }
  seconds: number
  onSay: (what: 'held' | 'broke' | 'unseen') => void
}) {
  return (
    <div role="alert">
      <p>
        This device slept, or its clock was set: {times.monotonic.toFixed(1)} s by one clock, {times.wall.toFixed(1)} s
        by the other. What did the dog do?
      </p>
      <ThumbPad
        keys={[{ id: 'held', name: `Stayed ${seconds} s`, first: true }, ...heldNot]}
        thumb="right"
        over={false}
        on={undefined}
        onKey={onSay}
      />
    </div>
  )
}

/** What the thumb needs lies at the bottom. */
export const Bottom = ({ children }: { children: ReactNode }) => <BottomRoot>{children}</BottomRoot>
const BottomRoot = styled.section`
  margin-top: auto;
  display: grid;
  gap: var(--s-3);
  p {
    font-weight: 560;
  }
`
/** Small things to press, beside each other. */
export const Row = styled.div`
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  gap: var(--s-3);
`
export const Plain = styled(Press)`
  min-height: var(--touch-wide);
  padding: 0 0.2rem;
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  background: none;
  color: var(--ink);
  cursor: pointer;
  font-size: var(--t-3);
  &:disabled {
    opacity: 0.4;
  }
  &[aria-pressed='true'] {
    background: var(--ink);
    color: var(--paper);
  }
`

/** The one thing to do now, for a thumb in a glove. */
export const YardNow = styled(Press)`
  min-height: var(--touch-yard);
  border: 0;
  border-radius: 6px;
  background: var(--now);
  color: var(--on-now);
  font:
    700 var(--t-6)/1.1 'Hepta Slab Variable',
    serif;
  cursor: pointer;
  touch-action: manipulation;
  &:active {
    filter: brightness(0.92);
  }
  &:disabled {
    opacity: 0.5;
  }
`
