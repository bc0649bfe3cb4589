'use client'
import { useRouter } from 'next/navigation'
import { useState, useTransition } from 'react'
import type { LaidTogether } from '@/work/do/deed'
import type { Told } from './told'

/** Sends both changes laid together, where somebody else changed the same thing meanwhile. */
export type SendTogether = (together: LaidTogether) => Promise<Told>

/**
 * Sends something and keeps what was said against it; the page is made anew in any case, as it may have been an old
 * one, but where both changes can be saved together: then what was typed stays until that is decided.
 */
export function useTold(): {
  readonly send: (job: () => Promise<Told>, after?: () => void, again?: SendTogether) => void
  readonly wrong: string
  readonly pending: boolean
  /** Saves both changes; undefined where nobody else changed anything. */
  readonly saveBoth: (() => void) | undefined
} {
  const router = useRouter()
  const [wrong, setWrong] = useState('')
  const [saveBoth, setSaveBoth] = useState<() => void>()
  const [pending, start] = useTransition()
  const send = (job: () => Promise<Told>, after?: () => void, again?: SendTogether) => {
    setWrong('')
    setSaveBoth(undefined)
    start(async () => {
      try {
        const told = await job()
        setWrong(told.ok ? '' : told.reason)
        if (told.ok) return after?.()
        const { together } = told
        if (again && together) setSaveBoth(() => () => send(() => again(together), after, again))
        else router.refresh()
      } catch {
        setWrong('No connection. Your change was not saved. Try again.')
      }
    })
  }
  // What was refused can be sent anew at once: that does not wait for the page.
  return { send, wrong, saveBoth, pending: pending && wrong === '' }
}
