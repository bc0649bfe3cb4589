'use client'
import type { ComponentProps } from 'react'
import styled, { css } from 'styled-components'
import { Link } from './link'

interface PressProps extends Omit<ComponentProps<'button'>, 'onClick' | 'disabled'> {
  readonly onPress?: (() => void) | undefined
  readonly isDisabled?: boolean | undefined
  /** What it does is under way: it keeps the focus, so that a key finds it where it was, and does nothing meanwhile. */
  readonly isPending?: boolean | undefined
}

/**
 * The browser’s own button, under the words that the house’s other parts use. It presses by finger, mouse, key and
 * screen reader without a script that watches every phase, so that pages which only press load nothing for it.
 */
export function Press({ onPress, isDisabled, isPending, type = 'button', ...rest }: PressProps) {
  return (
    <button
      {...rest}
      type={type}
      disabled={isDisabled}
      aria-disabled={isPending === true ? true : undefined}
      onClick={(event) => {
        // A form is not sent twice either.
        if (isPending) event.preventDefault()
        else onPress?.()
      }}
    />
  )
}

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
  @media (hover: hover) {
    &:hover:not(:disabled, [aria-disabled]) {
      background: var(--ink);
      color: var(--paper);
    }
  }
  &:active:not(:disabled, [aria-disabled]) {
    transform: translateY(1px);
  }
  &:disabled,
  &[aria-disabled] {
    opacity: 0.45;
    cursor: default;
  }
`
const doNow = css`
  background: var(--now);
  border-color: var(--now);
  color: var(--on-now);
  font-weight: 680;
  @media (hover: hover) {
    &:hover:not(:disabled, [aria-disabled]) {
      background: var(--on-now);
      color: var(--now);
    }
  }
`

/** A button; `now` marks the one thing to do on the screen. */
export const Button = styled(Press)<{ $now?: boolean }>`
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

export const Quiet = styled(Press)`
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
  @media (hover: hover) {
    &:hover:not(:disabled, [aria-disabled]) {
      color: var(--ink);
      text-decoration-color: currentColor;
    }
  }
  &:disabled,
  &[aria-disabled] {
    opacity: 0.45;
    cursor: default;
  }
`
