'use client'
import { useEffect, useLayoutEffect, useRef, useState } from 'react'
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
import { chooseBox, type ChooseProps } from './chooseParts'
import { FieldLabel, over, stacked } from './fieldParts'

/** The field with its list, in the place of the plain one that was pressed or reached by key. */
export function ChooseList({ label, choices, value, onChange, name, pressed }: ChooseProps & { pressed: boolean }) {
  const [open, setOpen] = useState(false)
  const button = useRef<HTMLButtonElement>(null)
  // In the same breath in which the plain button goes: a key that is pressed just then is not lost.
  useLayoutEffect(() => button.current?.focus(), [])
  // Opened once it has the focus, so that closing it gives the focus back.
  useEffect(() => {
    if (!pressed) return
    const frame = requestAnimationFrame(() => setOpen(true))
    return () => cancelAnimationFrame(frame)
  }, [pressed])
  return (
    <Root
      selectedKey={value}
      onSelectionChange={(key) => key !== null && onChange(String(key))}
      placeholder="choose"
      isOpen={open}
      onOpenChange={setOpen}
      {...(name === undefined ? {} : { name })}
    >
      <FieldLabel as={Label}>{label}</FieldLabel>
      <Shut ref={button}>
        <SelectValue>{({ selectedText }) => (selectedText ? selectedText : 'choose')}</SelectValue>
        <span aria-hidden="true">▾</span>
      </Shut>
      <Open>
        <List>
          {choices.map((c) => (
            <Item key={c.id} id={c.id} textValue={c.name}>
              <Text slot="label">{c.name}</Text>
              {c.note && <ItemNote slot="description">{c.note}</ItemNote>}
            </Item>
          ))}
        </List>
      </Open>
    </Root>
  )
}
const Root = styled(AriaSelect)`
  ${stacked}
`
const Shut = styled(AriaButton)`
  ${chooseBox}
`
const Open = styled(Popover)`
  ${over}
  min-width: var(--trigger-width);
`
const List = styled(ListBox)`
  padding: 0.25rem;
  outline: none;
`
const Item = styled(ListBoxItem)`
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
