'use client'
import {
  Button as AriaButton,
  Label,
  ListBox,
  ListBoxItem,
  Popover,
  Select as AriaSelect,
  SelectValue,
  Text,
} from 'react-aria-components'
import styled from 'styled-components'
import { boxed, FieldLabel, over, stacked } from './fieldParts'

export interface Choice {
  readonly id: string
  readonly name: string
  readonly note?: string
}

/** One of a list, under a label. */
export function Choose({
  label,
  choices,
  value,
  onChange,
  name,
}: {
  label: string
  choices: readonly Choice[]
  value: string | null
  onChange: (id: string) => void
  name?: string
}) {
  return (
    <ChooseRoot
      selectedKey={value}
      onSelectionChange={(key) => key !== null && onChange(String(key))}
      placeholder="choose"
      {...(name === undefined ? {} : { name })}
    >
      <FieldLabel as={Label}>{label}</FieldLabel>
      <ChooseButton>
        <SelectValue>{({ selectedText }) => (selectedText ? selectedText : 'choose')}</SelectValue>
        <span aria-hidden="true">▾</span>
      </ChooseButton>
      <ChoosePopover>
        <ChooseList>
          {choices.map((c) => (
            <ChooseItem key={c.id} id={c.id} textValue={c.name}>
              <Text slot="label">{c.name}</Text>
              {c.note && <ItemNote slot="description">{c.note}</ItemNote>}
            </ChooseItem>
          ))}
        </ChooseList>
      </ChoosePopover>
    </ChooseRoot>
  )
}
const ChooseRoot = styled(AriaSelect)`
  ${stacked}
`
const ChooseButton = styled(AriaButton)`
  ${boxed}
  display: flex;
  justify-content: space-between;
  gap: var(--s-3);
  align-items: center;
  text-align: left;
  cursor: pointer;
  span:first-child {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
`
const ChoosePopover = styled(Popover)`
  ${over}
  min-width: var(--trigger-width);
`
const ChooseList = styled(ListBox)`
  padding: 0.25rem;
  outline: none;
`
const ChooseItem = styled(ListBoxItem)`
  padding: 0.5rem 0.7rem;
  cursor: pointer;
  border-radius: 3px;
  display: flex;
  flex-direction: column;
  &[data-focused='true'] {
    background: var(--ink);
    color: var(--paper);
  }
  &[data-selected='true'] {
    font-weight: 680;
  }
`
const ItemNote = styled(Text)`
  font-size: var(--t-1);
  opacity: 0.85;
`
