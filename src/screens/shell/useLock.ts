'use client'
import { useCallback, useEffect } from 'react'
import { forgetPages } from '@/device/offline'

/** House: a desk nobody touches for so long is locked. Where a set is worked nothing locks. */
const idleMs = 15 * 60_000

/**
 * Signs out and goes to the door, or to the wall that may be read there; whoever signs in at the door comes back to
 * this page. Facts still on the device stay on it.
 */
export function useLock(showsWall: boolean): () => Promise<void> {
  return useCallback(async () => {
    await forgetPages()
    await fetch('/api/sign-out', { method: 'POST' }).catch(() => undefined)
    const here = encodeURIComponent(window.location.pathname + window.location.search)
    window.location.assign(showsWall ? '/locked' : `/sign-in?to=${here}`)
  }, [showsWall])
}

/** Locks once nobody has touched the page for a while; another tab in use keeps this one open too. */
export function useIdle(lock: () => Promise<void>): void {
  useEffect(() => {
    const key = 'kibou-touched'
    let written = 0
    const touch = () => {
      const now = Date.now()
      if (now - written < 5000) return
      written = now
      localStorage.setItem(key, String(now))
    }
    touch()
    const events = ['pointerdown', 'keydown', 'wheel', 'touchstart'] as const
    for (const e of events) window.addEventListener(e, touch, { passive: true })
    const timer = setInterval(() => {
      if (Date.now() - Number(localStorage.getItem(key) ?? 0) > idleMs) void lock()
    }, 10_000)
    return () => {
      clearInterval(timer)
      for (const e of events) window.removeEventListener(e, touch)
    }
  }, [lock])
}
