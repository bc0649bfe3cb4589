'use client'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import styled from 'styled-components'
import type { SmallCommands } from '@/core/curriculum/small'
import { phone } from '@/ui/theme'
import { HeaderButton } from './HeaderButton'
import type { JumpDog } from './jumpDog'
import type { LastSmall } from './SmallSheet'
import { useOutbox } from './Tray'

const SmallSheet = dynamic(() => import('./SmallSheet').then((m) => m.SmallSheet), { ssr: false })

/** Small things through the day, from any screen of the frame. */
export function SmallThings(props: {
  dogs: readonly JumpDog[]
  small: SmallCommands
  me: string
  here: string | undefined
}) {
  const outbox = useOutbox()
  const [open, setOpen] = useState(false)
  const [last, setLast] = useState<LastSmall | undefined>()
  return (
    <>
      <Plus onPress={() => setOpen(true)}>Quick log</Plus>
      {open && <SmallSheet {...props} outbox={outbox} last={last} setLast={setLast} close={() => setOpen(false)} />}
    </>
  )
}

/** In the frame's head at a desk; under the thumb on a phone. */
const Plus = styled(HeaderButton)`
  ${phone} {
    position: fixed;
    right: 1rem;
    bottom: 1rem;
    z-index: 5;
    min-height: var(--touch-wide);
    padding: 0 1rem;
    border: 2px solid var(--ink);
    background: var(--paper);
    font-weight: 620;
    box-shadow: 0 2px 8px rgb(0 0 0 / 0.18);
  }
  @media print {
    display: none;
  }
`
