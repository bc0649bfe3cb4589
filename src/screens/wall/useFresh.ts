'use client'
import { useEffect } from 'react'

/** A wall that hangs in the office keeps up with what the tablets send. */
const freshEveryMs = 60_000

/** Asks for the page again every minute while it is to be seen. */
export function useFresh(refresh: () => void): void {
  useEffect(() => {
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible') refresh()
    }, freshEveryMs)
    return () => clearInterval(timer)
  }, [refresh])
}
