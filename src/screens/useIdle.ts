'use client'
import { useEffect } from 'react'

/** Does something once nobody has touched a page for so long; another tab in use keeps this one waiting too. */
export function useIdle(idleMs: number, then: () => void | Promise<void>): void {
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
      if (Date.now() - Number(localStorage.getItem(key) ?? 0) > idleMs) void then()
    }, 10_000)
    return () => {
      clearInterval(timer)
      for (const e of events) window.removeEventListener(e, touch)
    }
  }, [idleMs, then])
}
