'use client'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import { HeaderButton } from './HeaderButton'
import { useOutbox } from './Tray'

const Unsent = dynamic(() => import('./Unsent').then((m) => m.Unsent), { ssr: false })

/** Who is signed in, and the way out: with facts still on the device it warns first and offers them as a file. */
export function Leaving({ person, lock }: { person: string; lock: () => Promise<void> }) {
  const outbox = useOutbox()
  const [asking, setAsking] = useState(false)
  const leave = () => {
    if (outbox?.hasUnsent()) setAsking(true)
    else void lock()
  }
  return (
    <>
      <HeaderButton onPress={leave} aria-label={`${person} is signed in: lock, or hand over`}>
        {person.split(' ')[0]} ⌄
      </HeaderButton>
      {asking && outbox && <Unsent outbox={outbox} lock={lock} close={() => setAsking(false)} />}
    </>
  )
}
