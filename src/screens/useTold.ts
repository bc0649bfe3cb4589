'use client'
import { useRouter } from 'next/navigation'
import { useState, useTransition } from 'react'
import type { Told } from './told'

/**
 * Sends something and keeps what was said against it; the page is made anew in any case, as it may have been an old
 * one.
 */
export function useTold(): {
  readonly send: (job: () => Promise<Told>, after?: () => void) => void
  readonly wrong: string
  readonly pending: boolean
} {
  const router = useRouter()
  const [wrong, setWrong] = useState('')
  const [pending, start] = useTransition()
  const send = (job: () => Promise<Told>, after?: () => void) => {
    setWrong('')
    start(async () => {
      try {
        const told = await job()
        setWrong(told.ok ? '' : told.reason)
        if (told.ok) after?.()
        else router.refresh()
      } catch {
        setWrong('No connection: it was not kept. Try again.')
      }
    })
  }
  // What was refused can be sent anew at once: that does not wait for the page.
  return { send, wrong, pending: pending && wrong === '' }
}
