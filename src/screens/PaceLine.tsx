'use client'
import styled from 'styled-components'
import { boundText, paceText, type QuotaProgress } from '@/core/promise/quota'
import { Placed } from '@/ui/Placed'

/** How a number to reach stands: today in one figure, and the stay as a line with where it should be by tonight. */
export function PaceLine({ name, pace }: { name: string; pace: QuotaProgress }) {
  const share = (n: number) => (n / Math.max(1, pace.wanted)) * 100
  const bound = boundText(pace)
  return (
    <Root>
      <p>
        {name} reps: <b>{paceText(pace)}</b>
      </p>
      <Track aria-hidden="true">
        <Placed $width={share(pace.done)} />
        <Placed as="s" $left={share(pace.due)} />
      </Track>
      {bound !== '' && <small>{bound}</small>}
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
