'use client'
import { useRouter } from 'next/navigation'
import { useState, useTransition } from 'react'
import type { RejectionCode } from '@/core/rejection'
import type { LaidTogether } from '@/work/actions/actionResult'
import { whyNotSent, type Told } from './told'

/** Sends both changes laid together, where somebody else changed the same thing meanwhile. */
export type SendTogether = (together: LaidTogether) => Promise<Told>

/** What saves both changes; of what both changed, one's own or the other's stands. */
export interface Both {
  readonly said: LaidTogether['said']
  readonly save: (whose: 'mine' | 'theirs') => void
}

/**
 * Sends something and keeps what was said against it; the page is made again in any case, as it may have been an old
 * one, but where both changes can be saved together: then what was typed stays until that is decided.
 */
export function useAction(): {
  readonly send: (job: () => Promise<Told>, after?: () => void, again?: SendTogether) => void
  readonly wrong: string
  /** Why, for a screen that does something about it; undefined where nothing was rejected. */
  readonly code: RejectionCode | undefined
  readonly pending: boolean
  /** Both changes laid together; undefined where nobody else changed anything. */
  readonly both: Both | undefined
} {
  const router = useRouter()
  const [wrong, setWrong] = useState('')
  const [code, setCode] = useState<RejectionCode>()
  const [both, setBoth] = useState<Both>()
  const [pending, start] = useTransition()
  const send = (job: () => Promise<Told>, after?: () => void, again?: SendTogether) => {
    setWrong('')
    setCode(undefined)
    setBoth(undefined)
    start(async () => {
      try {
        const answer = await job()
        setWrong(answer.ok ? '' : answer.reason)
        setCode(answer.ok ? undefined : answer.code)
        if (answer.ok) return after?.()
        const { together } = answer
        if (again && together)
          setBoth({
            said: together.said,
            save: (whose) =>
              send(() => again(whose === 'mine' ? together : { ...together, change: together.theirs }), after, again),
          })
        else router.refresh()
      } catch (error) {
        setWrong(whyNotSent(error))
      }
    })
  }
  // What was refused can be sent again at once: that does not wait for the page.
  return { send, wrong, code, both, pending: pending && wrong === '' }
}
