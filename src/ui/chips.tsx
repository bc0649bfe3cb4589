'use client'
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components'
import styled, { css } from 'styled-components'
import { Press } from './press'

/** One thing to be said by a tap: a word at the left, and what may be said of it. */
export function SayOne({
  label,
  now,
  all,
  mayBeNone = false,
  say,
}: {
  label: string
  now: string
  all: readonly { readonly id: string; readonly name: string }[]
  mayBeNone?: boolean
  say: (id: string) => void
}) {
  return (
    <Line>
      <span aria-hidden="true">{label}</span>
      <Chips
        aria-label={label}
        selectionMode="single"
        disallowEmptySelection={!mayBeNone}
        selectedKeys={now === '' ? [] : [now]}
        onSelectionChange={(keys) => say(String([...keys][0] ?? ''))}
      >
        {all.map((a) => (
          <Chip key={a.id} id={a.id}>
            {a.name}
          </Chip>
        ))}
      </Chips>
    </Line>
  )
}

export const Panel = styled.div`
  display: grid;
  gap: var(--s-3);
`
/** A word at the left, and what belongs to it. */
export const Line = styled.div`
  display: grid;
  grid-template-columns: 4.6rem minmax(0, 1fr);
  align-items: center;
  gap: var(--s-2);
  > span {
    font-weight: 660;
  }
`
const inARow = css`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-2);
`
export const Chips = styled(ToggleButtonGroup)`
  ${inARow}
`
/** Chips of different kinds. */
export const ChipRow = styled.div`
  ${inARow}
`
export const Chip = styled(ToggleButton)`
  min-height: var(--touch);
  min-width: 2.75rem;
  padding: 0 0.55rem;
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  background: none;
  color: var(--ink);
  font-size: var(--t-3);
  cursor: pointer;
  &[data-selected='true'] {
    background: var(--ink);
    color: var(--paper);
  }
  &[data-disabled='true'] {
    opacity: 0.45;
    text-decoration: line-through;
  }
`
export const Two = styled.div`
  display: grid;
  grid-template-columns: auto 1fr;
  gap: var(--s-3);
`
export const Done = styled(Press)`
  min-height: var(--touch-wide);
  border: 2px solid var(--ink);
  border-radius: 6px;
  background: var(--paper);
  color: var(--ink);
  font-weight: 680;
  font-size: var(--t-5);
  cursor: pointer;
  &:disabled {
    opacity: 0.4;
  }
`
