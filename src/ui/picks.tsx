'use client'
import type { ReactNode } from 'react'
import { Checkbox, CheckboxGroup, Radio, RadioGroup } from 'react-aria-components'
import styled, { css } from 'styled-components'

const box = css`
  min-height: var(--touch);
  padding: 0 0.9rem;
  display: inline-flex;
  align-items: center;
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  background: var(--paper);
  cursor: pointer;
  &[data-selected='true'] {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
  }
  &[data-focus-visible='true'] {
    outline: 3px solid var(--focus);
    outline-offset: 2px;
  }
`
const group = css`
  display: grid;
  gap: var(--s-2);
  > label,
  > span:first-child {
    font-size: var(--t-2);
    font-weight: 560;
    color: var(--ink-2);
  }
  > div {
    display: flex;
    gap: var(--s-3);
    flex-wrap: wrap;
  }
`

/** One of a few, all in sight. */
export const Choices = styled(RadioGroup)`
  ${group}
`
export const Pick = styled(Radio)`
  ${box}
`
/** Any of a few, all in sight. */
export const Ticks = styled(CheckboxGroup)`
  ${group}
`
const TickRoot = styled(Checkbox)`
  ${box}
`

/** A box to tick, by itself or one of several. Its state is a mark as well as a color. */
export function Tick({
  children,
  name,
  value,
  ticked,
  onChange,
}: {
  children: ReactNode
  name?: string
  value: string
  /** As it is to begin with; in a group the group says so. */
  ticked?: boolean
  onChange?: (ticked: boolean) => void
}) {
  return (
    <TickRoot
      value={value}
      {...(name === undefined ? {} : { name })}
      {...(ticked === undefined ? {} : { defaultSelected: ticked })}
      {...(onChange === undefined ? {} : { onChange })}
    >
      {({ isSelected }) => (
        <>
          <span aria-hidden="true">{isSelected ? '☑' : '☐'}&nbsp;</span>
          {children}
        </>
      )}
    </TickRoot>
  )
}
