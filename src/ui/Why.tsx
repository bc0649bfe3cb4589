'use client'
import type { ReactNode } from 'react'
import styled from 'styled-components'
import { Disclosed } from './Disclosed'

/** What a judgment rests on, folded away until asked for. */
export function Why({ children, label = 'why' }: { children: ReactNode; label?: string }) {
  return (
    <Inline says={label}>
      <WhyText>{children}</WhyText>
    </Inline>
  )
}
const Inline = styled(Disclosed)`
  display: inline;
  /* As high as a finger needs, and no line further apart for it. */
  > button {
    margin-block: -0.45rem;
  }
`
const WhyText = styled.div`
  font-size: var(--t-2);
  color: var(--ink-2);
  border-left: 2px solid var(--rule-2);
  padding: 0.1rem 0 0.1rem 0.6rem;
  margin: 0.15rem 0 0.35rem;
  max-width: 46ch;
`
