'use client'
import { useCallback, useSyncExternalStore } from 'react'

const key = 'kibou-me'
const listeners = new Set<() => void>()
const subscribe = (l: () => void) => {
  listeners.add(l)
  return () => listeners.delete(l)
}

/** Who is at this desk, as chosen last on this device; empty until somebody says. */
export function useMe(people: readonly { readonly id: string }[]): readonly [string, (id: string) => void] {
  const stored = useSyncExternalStore(subscribe, () => localStorage.getItem(key) ?? '', () => '')
  const choose = useCallback((id: string) => {
    localStorage.setItem(key, id)
    listeners.forEach((l) => { l() })
  }, [])
  return [people.some((p) => p.id === stored) ? stored : '', choose]
}
