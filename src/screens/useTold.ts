'use client'
import { useRouter } from 'next/navigation'
import { useState, useTransition } from 'react'
import type { LaidTogether } from '@/work/do/deed'
import type { Told } from './told'

/** Sends both changes laid together, where somebody else changed the same thing meanwhile. */
export type SendTogether = (together: LaidTogether) => Promise<Told>

/** What saves both changes; of what both changed, one's own or the other's stands. */
export interface Both {
  readonly said: LaidTogether['said']
  readonly save: (whose: 'mine' | 'theirs') => void
}

/**
 * Sends something and keeps what was said against it; the page is made anew in any case, as it may have been an old
 * one, but where both changes can be saved together: then what was typed stays until that is decided.
 */
export function useTold(): {
  readonly send: (job: () => Promise<Told>, after?: () => void, again?: SendTogether) => void
  readonly wrong: string
  readonly pending: boolean
  /** Both changes laid together; undefined where nobody else changed anything. */
  readonly both: Both | undefined
} {
  const router = useRouter()
  const [wrong, setWrong] = useState('')
  const [both, setBoth] = useState<Both>()
  const [pending, start] = useTransition()
  const send = (job: () => Promise<Told>, after?: () => void, again?: SendTogether) => {
    setWrong('')
    setBoth(undefined)
    start(async () => {
      try {
        const told = await job()
        setWrong(told.ok ? '' : told.reason)
        if (told.ok) return after?.()
        const { together } = told
        if (again && together)
          setBoth({
            said: together.said,
            save: (whose) =>
              send(() => again(whose === 'mine' ? together : { ...together, change: together.theirs }), after, again),
          })
        else router.refresh()
      } catch {
        setWrong('No connection. Your change was not saved. Try again.')
      }
    })
  }
  // What was refused can be sent anew at once: that does not wait for the page.
  return { send, wrong, both, pending: pending && wrong === '' }
}
