'use client'
import { useLayoutEffect, useRef } from 'react'
import { actionOf, type Prefs, type RemoteAction } from '@/device/prefs'
import { isTyping } from '../shell/useShortcuts'

type Keys = Readonly<Record<string, () => void>>
interface Remote {
  readonly prefs: Prefs
  readonly does: Partial<Readonly<Record<RemoteAction, () => void>>>
}

/**
 * Single keys of this screen, and those of a remote; a key that a focused control would take anyway is left to it. They
 * are listened to from the moment the screen stands, and mean what it shows: on a slow device a press between what is
 * drawn and what is listened to would be lost.
 */
export function useKeys(keys: Keys, remote?: Remote): void {
  const latest = useRef({ keys, remote })
  useLayoutEffect(() => {
    latest.current = { keys, remote }
  })
  useLayoutEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || e.repeat || isTyping(e.target)) return
      if (document.querySelector('[role="listbox"]')) return
      const { keys: now, remote: r } = latest.current
      const meant = r && actionOf(r.prefs, e.key)
      const onControl = e.target instanceof HTMLElement && e.target.closest('button, a, [role="option"]') !== null
      if (!meant && onControl && (e.key === 'Enter' || e.key === ' ')) return
      const action = (meant && r?.does[meant]) ?? now[e.key.length === 1 ? e.key.toLowerCase() : e.key]
      if (!action) return
      e.preventDefault()
      action()
    }
    document.addEventListener('keydown', press)
    return () => document.removeEventListener('keydown', press)
  }, [])
}
