'use client'
import { useEffect, useSyncExternalStore } from 'react'

type Theme = 'day' | 'night'
const storageKey = 'kibou-theme'
const listeners = new Set<() => void>()
const subscribe = (l: () => void) => {
  listeners.add(l)
  return () => listeners.delete(l)
}
const chosen = (): Theme => (localStorage.getItem(storageKey) === 'night' ? 'night' : 'day')

/** The desk's theme, kept on this device. */
export function useThemeChoice(): readonly [Theme, (theme: Theme) => void] {
  const theme = useSyncExternalStore(subscribe, chosen, () => 'day' as const)
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme
  }, [theme])
  const choose = (next: Theme) => {
    localStorage.setItem(storageKey, next)
    listeners.forEach((l) => l())
  }
  return [theme, choose]
}
