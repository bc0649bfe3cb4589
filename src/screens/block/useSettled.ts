'use client'
import { useEffect, useState } from 'react'

/**
 * What comes up where a target was takes no press for so long: a second tap of the same thumb may still be coming down.
 */
const settleMs = 350

/** Whether what came up has been there long enough to be pressed. */
export function useSettled(): boolean {
  const [settled, settle] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => settle(true), settleMs)
    return () => clearTimeout(timer)
  }, [])
  return settled
}
