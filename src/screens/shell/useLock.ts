'use client'
import { useCallback } from 'react'
import { forgetForms } from '@/device/leftForm'
import { forgetPages } from '@/device/offline'

/** Design choice: a desk nobody touches for so long is locked. Where a set is worked nothing locks. */
export const idleMs = 15 * 60_000

/**
 * Signs out and goes to the door, or to the wall that may be read there; whoever signs in at the door comes back to
 * this page. Facts still on the device stay on it.
 */
export function useLock(showsWall: boolean): () => Promise<void> {
  return useCallback(async () => {
    await forgetPages()
    forgetForms()
    await fetch('/api/sign-out', { method: 'POST' }).catch(() => undefined)
    const here = encodeURIComponent(window.location.pathname + window.location.search)
    window.location.assign(showsWall ? '/locked' : `/sign-in?to=${here}`)
  }, [showsWall])
}
