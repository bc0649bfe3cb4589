'use client'
import styled from 'styled-components'
import { sayPace, type Pace } from '@/core/promise/quota'
import { Placed } from '@/ui/Placed'

/** How a number to reach stands: today beside what it asks for, the stay as a line with where it should be by now. */
export function PaceLine({ name, pace }: { name: string; pace: Pace }) {
  const share = (n: number) => (n / Math.max(1, pace.wanted)) * 100
  // What the quota would have brought by this evening.
  const due = pace.wanted - pace.daily * (pace.daysLeft - 1)
  return (
    <Root>
      <p>
        {name}: <b>{pace.today}</b> of {pace.perDayNow} today, {pace.week} in seven days
      </p>
      <Track aria-hidden="true">
        <Placed $width={share(pace.done)} />
        <Placed as="s" $left={share(due)} />
      </Track>
      <small>{sayPace(pace)}</small>
    </Root>
  )
}

const Root = styled.div`
  max-width: 34rem;
  b {
    font-size: var(--t-7);
    font-weight: 720;
  }
  small {
    color: var(--ink-2);
    font-size: var(--t-2);
  }
`
const Track = styled.div`
  position: relative;
  height: 0.6rem;
  margin: 0.25rem 0 0.2rem;
  border-bottom: 2px dotted var(--rule-2);
  i {
    position: absolute;
    left: 0;
    bottom: -0.25rem;
    height: 0.4rem;
    background: var(--ink);
  }
  s {
    position: absolute;
    bottom: -0.35rem;
    width: 0.15rem;
    height: 0.95rem;
    background: var(--ink);
  }
`
