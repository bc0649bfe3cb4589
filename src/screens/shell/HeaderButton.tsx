'use client'
import styled from 'styled-components'
import { Press } from '@/ui/press'

/** A small button of the frame's head. */
export const HeaderButton = styled(Press)`
  min-height: var(--touch-small);
  white-space: nowrap;
  padding: 0 0.6rem;
  border: 1px solid var(--rule-2);
  border-radius: 4px;
  background: none;
  cursor: pointer;
  color: var(--ink);
  @media (hover: hover) {
    &:hover {
      border-color: var(--ink);
    }
  }
`
