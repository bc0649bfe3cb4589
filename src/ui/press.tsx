'use client'
import Link from 'next/link'
import { Button as AriaButton } from 'react-aria-components'
import styled, { css } from 'styled-components'

const pressable = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 0.4em;
  min-height: var(--touch-small);
  padding: 0.35rem 0.95rem;
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  background: transparent;
  color: var(--ink);
  font-weight: 560;
  text-decoration: none;
  cursor: pointer;
  &:hover,
  &[data-hovered='true'] {
    background: var(--ink);
    color: var(--paper);
  }
  &[data-pressed='true'] {
    transform: translateY(1px);
  }
  &:disabled,
  &[data-disabled='true'] {
    opacity: 0.45;
    cursor: default;
  }
`
const doNow = css`
  background: var(--now);
  border-color: var(--now);
  color: var(--on-now);
  font-weight: 680;
  &:hover,
  &[data-hovered='true'] {
    background: var(--on-now);
    color: var(--now);
  }
`

/** A button; `now` marks the one thing to do on the screen. */
export const Button = styled(AriaButton)<{ $now?: boolean }>`
  ${pressable} ${(p) => p.$now && doNow}
`
/** A link that is pressed like a button. */
export const ButtonLink = styled(Link)<{ $now?: boolean }>`
  ${pressable} ${(p) => p.$now && doNow}
`
/** An anchor to something that is no page of ours, such as a file. */
export const FileLink = styled.a`
  ${pressable}
`

export const Quiet = styled(AriaButton)`
  border: 0;
  background: none;
  padding: 0.1rem 0.25rem;
  min-height: var(--touch-small);
  color: var(--ink-2);
  text-decoration: underline;
  text-decoration-color: var(--rule-2);
  text-underline-offset: 0.2em;
  cursor: pointer;
  font-size: inherit;
  &[data-hovered='true'] {
    color: var(--ink);
    text-decoration-color: currentColor;
  }
`
