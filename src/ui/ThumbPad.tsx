'use client'
import type { ReactNode, TouchEvent } from 'react'
import styled from 'styled-components'

/** One target of the pad. The first lies under the thumb that holds the device. */
export interface PadKey<Id extends string> {
  readonly id: Id
  readonly name: string
  /** The letter that presses it at a keyboard; whoever owns the page listens for it. */
  readonly key?: string
  readonly mark?: ReactNode
  readonly first?: true
}

/**
 * What is pressed two hundred times a day without looking: two columns of targets, the first under the thumb. It
 * answers at the lifting of the finger and draws nothing by itself. `over`: it takes no more, and is gone at once.
 */
export function ThumbPad<Id extends string>({
  keys,
  thumb,
  over,
  on,
  onKey,
}: {
  keys: readonly PadKey<Id>[]
  thumb: 'left' | 'right'
  over: boolean
  on: Id | undefined
  onKey: (id: Id) => void
}) {
  return (
    <Targets data-thumb={thumb} data-over={over}>
      {keys.map((k) => (
        <Target
          key={k.id}
          data-key={k.id}
          data-first={k.first === true}
          data-on={on === k.id}
          onClick={() => onKey(k.id)}
          onTouchEnd={(e) => liftedOn(e, () => onKey(k.id))}
        >
          {k.mark} {k.name}
          {k.key !== undefined && <kbd aria-hidden="true">{k.key.toUpperCase()}</kbd>}
        </Target>
      ))}
    </Targets>
  )
}

/**
 * A finger lifted where it was put down. Answered at once, without the mouse events and the click that a browser makes
 * of it afterwards; where no finger is seen (keys, a mouse, a screen reader) the click answers.
 */
function liftedOn(e: TouchEvent<HTMLButtonElement>, then: () => void): void {
  const finger = e.changedTouches[0]
  if (!finger || e.touches.length > 0) return
  e.preventDefault()
  const at = e.currentTarget.getBoundingClientRect()
  if (
    finger.clientX >= at.left &&
    finger.clientX <= at.right &&
    finger.clientY >= at.top &&
    finger.clientY <= at.bottom
  )
    then()
}

const Targets = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s-4);
  &[data-thumb='right'] {
    direction: rtl;
    > * {
      direction: ltr;
    }
  }
  &[data-over='true'] {
    visibility: hidden;
  }
`
/**
 * The browser’s own button: it is pressed two hundred times a day, and a press that is watched in every phase takes
 * longer to answer.
 */
const Target = styled.button.attrs({ type: 'button' })`
  min-height: var(--touch-yard);
  border: 3px solid var(--ink);
  border-radius: 6px;
  background: var(--paper);
  color: var(--ink);
  font-size: var(--t-7);
  font-weight: 680;
  cursor: pointer;
  touch-action: manipulation;
  &[data-first='true'] {
    background: var(--ink);
    color: var(--paper);
  }
  &[data-on='true'] {
    outline: 4px solid var(--now);
    outline-offset: 2px;
  }
  &:active {
    transform: translateY(2px);
  }
`
