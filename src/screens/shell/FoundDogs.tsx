'use client'
import { useEffect, useRef, useState } from 'react'
import { ComboBox, Input, ListBox, ListBoxItem, Popover } from 'react-aria-components'
import styled from 'styled-components'
import { isFound, type JumpDog, type JumpProps } from './jumpDog'

/** The box with its list of dogs. */
export function FoundDogs({ dogs, text, setText, go, goToFirst, focused }: JumpProps) {
  const input = useRef<HTMLInputElement>(null)
  const [open, setOpen] = useState(false)
  // Whoever was typing in the plain box goes on where they were: what they typed is said once the box has the focus,
  // which opens its list.
  const wasTyping = useRef(focused)
  const [joined, setJoined] = useState(!focused)
  useEffect(() => {
    if (!wasTyping.current) return
    input.current?.focus()
    const frame = requestAnimationFrame(() => setJoined(true))
    return () => cancelAnimationFrame(frame)
  }, [])
  return (
    <ComboBox
      inputValue={joined ? text : ''}
      onInputChange={(typed) => setText(joined ? typed : text + typed)}
      onOpenChange={setOpen}
      selectedKey={null}
      onSelectionChange={(key) => key !== null && go(String(key))}
      items={dogs.filter((d) => isFound(d, text))}
      allowsEmptyCollection
      menuTrigger="input"
      aria-label="Find a dog by run or name"
    >
      <Input
        ref={input}
        id="jump"
        placeholder="Run or name"
        autoComplete="off"
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (!open || !dogs.some((d) => isFound(d, text)))) goToFirst()
        }}
      />
      <JumpPopover>
        <ListBox renderEmptyState={() => <Nobody>None here now. Enter looks among those that were.</Nobody>}>
          {(dog: JumpDog) => (
            <JumpItem id={dog.residencyId} textValue={`${dog.runNumber} ${dog.name}`}>
              <b>{dog.runNumber}</b> {dog.name}
            </JumpItem>
          )}
        </ListBox>
      </JumpPopover>
    </ComboBox>
  )
}

const JumpPopover = styled(Popover)`
  background: var(--paper);
  color: var(--ink);
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  width: 15rem;
  max-height: 24rem;
  overflow: auto;
`
const JumpItem = styled(ListBoxItem)`
  padding: 0.4rem 0.7rem;
  cursor: pointer;
  b {
    display: inline-block;
    min-width: 2rem;
  }
  &[data-focused='true'] {
    background: var(--ink);
    color: var(--paper);
  }
`

const Nobody = styled.p`
  padding: 0.5rem;
`
