'use client'
import type { ReactNode } from 'react'
import styled from 'styled-components'
import { standingWords } from '@/core/promise/status'
import { statusLabels } from '@/core/views/labels'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'

/** What the signs of the wall mean; `children`: what is beside its chances. */
export function Legend({ toldMinute, children }: { toldMinute: number | undefined; children?: ReactNode }) {
  const { sayMinute } = useWhen()
  const at = toldMinute === undefined ? '' : `, as of ${sayMinute(toldMinute)}`
  return (
    <Key>
      <span>taut: fresh</span>
      <span>sagging: refresher due soon</span>
      <span>thick: proofed in more locations</span>
      <span>ring: current rung</span>
      <span>bar: promised</span>
      <span>figures: rungs, then locations</span>
      <span>
        ready: chance to be ready by going home{at}; ↑ ↓ since yesterday
        {children}
      </span>
      <span className="unseen">Words used: {standingWords.map((w) => statusLabels[w]).join(', ')}</span>
    </Key>
  )
}

const Key = styled.p`
  display: flex;
  gap: 0 var(--s-6);
  font-size: var(--t-1);
  color: var(--ink-2);
  flex-wrap: wrap;
  ${phone} {
    display: none;
  }
`
