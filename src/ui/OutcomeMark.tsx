'use client'
import styled from 'styled-components'
import { memo } from 'react'
import type { Made } from '@/core/progress/result'

/**
 * One rep's outcome as a shape: full disc, half disc, quarter disc, cross; a ring with a bar where a fault keeps it
 * from being clean. Drawn, so that every device shows the same.
 */
export const OutcomeMark = memo(function OutcomeMark({
  outcome,
  size = '1em',
}: {
  outcome: Made | undefined
  size?: string
}) {
  return (
    <Mark viewBox="0 0 20 20" width={size} height={size} aria-hidden="true">
      {outcome === 'miss' ? (
        <path d="M4 4 16 16 M16 4 4 16" stroke="currentColor" strokeWidth="3" strokeLinecap="round" />
      ) : (
        <>
          <circle
            cx="10"
            cy="10"
            r="7.5"
            fill={outcome === 'clean' ? 'currentColor' : 'none'}
            stroke="currentColor"
            strokeWidth={outcome === undefined ? 1 : 2}
            opacity={outcome === undefined ? 0.6 : 1}
          />
          {outcome === 'unclean' && <path d="M5 10 H15" stroke="currentColor" strokeWidth="3" strokeLinecap="round" />}
          {outcome === 'helped' && <path d="M10 2.5 A7.5 7.5 0 0 0 10 17.5 Z" fill="currentColor" />}
          {outcome === 'late' && <path d="M10 10 V2.5 A7.5 7.5 0 0 1 17.5 10 Z" fill="currentColor" />}
        </>
      )}
    </Mark>
  )
})

const Mark = styled.svg`
  vertical-align: -0.12em;
  flex: none;
`
