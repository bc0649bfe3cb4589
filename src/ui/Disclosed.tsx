'use client'
import { useId, useState, type ReactNode } from 'react'
import styled from 'styled-components'
import { Quiet } from './press'

/**
 * Something that is folded away behind a few words until it is asked for, and not made before: fields of dates and
 * choices are most of the work of a page, and most are never opened. What was typed in it stays.
 */
export function Disclosed({
  says,
  label,
  className,
  children,
}: {
  says: ReactNode
  /** What a screen reader hears, where the words shown are not enough. */
  label?: string
  className?: string | undefined
  children: ReactNode
}) {
  const [open, setOpen] = useState(false)
  const [made, setMade] = useState(false)
  const id = useId()
  return (
    <div className={className}>
      <Quiet
        aria-label={label}
        aria-expanded={open}
        aria-controls={id}
        onPress={() => {
          setMade(true)
          setOpen(!open)
        }}
      >
        {says}
      </Quiet>
      <Folded id={id} hidden={!open}>
        {made && children}
      </Folded>
    </div>
  )
}
const Folded = styled.div`
  &[hidden] {
    display: none;
  }
`
