'use client'
import { useEffect, useRef } from 'react'
import { isTyping } from '../shell/useShortcuts'

/** Single keys of this screen; a key that a focused control would take anyway is left to it. */
export function useKeys(keys: Readonly<Record<string, () => void>>): void {
  const latest = useRef(keys)
  useEffect(() => {
    latest.current = keys
  })
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || e.repeat || isTyping(e.target)) return
      const onControl = e.target instanceof HTMLElement && e.target.closest('button, a, [role="option"]') !== null
      if (onControl && (e.key === 'Enter' || e.key === ' ')) return
      if (document.querySelector('[role="listbox"]')) return
      const action = latest.current[e.key.length === 1 ? e.key.toLowerCase() : e.key]
      if (!action) return
      e.preventDefault()
      action()
    }
    document.addEventListener('keydown', press)
    return () => document.removeEventListener('keydown', press)
  }, [])
}
