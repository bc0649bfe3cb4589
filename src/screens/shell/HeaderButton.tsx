'use client'
import { Button } from 'react-aria-components'
import styled from 'styled-components'

/** A small button of the frame's head. */
export const HeaderButton = styled(Button)`
  min-height: var(--touch-small);
  white-space: nowrap;
  padding: 0 0.6rem;
  border: 1px solid var(--rule-2);
  border-radius: 4px;
  background: none;
  cursor: pointer;
  color: var(--ink);
  &[data-hovered='true'] {
    border-color: var(--ink);
  }
`
