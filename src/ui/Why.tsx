'use client'
import type { ReactNode } from 'react'
import { Disclosure, DisclosurePanel } from 'react-aria-components'
import styled from 'styled-components'
import { Quiet } from './press'

/** What a judgement rests on, folded away until asked for. */
export function Why({ children, label = 'why' }: { children: ReactNode; label?: string }) {
  return (
    <WhyRoot>
      <Quiet slot="trigger">{label}</Quiet>
      <WhyPanel>
        <WhyText>{children}</WhyText>
      </WhyPanel>
    </WhyRoot>
  )
}
const WhyRoot = styled(Disclosure)`
  display: inline;
`
const WhyPanel = styled(DisclosurePanel)`
  &[hidden] {
    display: none;
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
