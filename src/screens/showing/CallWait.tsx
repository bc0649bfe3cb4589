'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { useMoment } from '../yard/useMoment'
import { YardNow } from '../yard/bottom'

/** Turn, and wait as long as chance says: the call comes at a moment the dog cannot foresee. */
export function CallWait({ seconds, tones, again }: { seconds: number; tones: boolean; again: boolean }) {
  const [waits, setWaits] = useState(false)
  const left = useMoment(seconds, waits, tones)
  return waits ? (
    <Now role="status" data-now={left === 0}>
      {left === 0 ? 'Call now, once' : `Wait ${left} s, then call`}
    </Now>
  ) : (
    <Start onPress={() => setWaits(true)} data-again={again}>
      Turned, waiting <small>{seconds} s, then call</small>
    </Start>
  )
}

const Now = styled.p`
  display: grid;
  place-items: center;
  min-height: 3.4rem;
  border: 2px dashed var(--ink);
  border-radius: 6px;
  font-size: var(--t-7);
  font-weight: 720;
  &[data-now='true'] {
    background: var(--now);
    color: var(--on-now);
    border-style: solid;
  }
`
const Start = styled(YardNow)`
  small {
    font-weight: 460;
    font-size: var(--t-4);
  }
  &[data-again='true'] {
    background: none;
    color: var(--ink);
    border: 2px solid var(--now);
  }
`
