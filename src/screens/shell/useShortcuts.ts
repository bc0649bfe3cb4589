'use client'
import { useRouter } from 'next/navigation'
import { useEffect, useRef, useSyncExternalStore } from 'react'

const storageKey = 'kibou-keys'
const listeners = new Set<() => void>()
const subscribe = (l: () => void) => {
  listeners.add(l)
  return () => listeners.delete(l)
}

/** Single keys for the desk. They can be turned off, and never act while somebody types. */
export function useShortcuts(
  pages: readonly { readonly href: string; readonly key: string }[],
  onHelp: () => void,
): { readonly on: boolean; readonly toggle: () => void } {
  const router = useRouter()
  const on = useSyncExternalStore(
    subscribe,
    () => localStorage.getItem(storageKey) !== 'off',
    () => true,
  )
  const goingTo = useRef(false)
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (!on || e.ctrlKey || e.metaKey || e.altKey || isTyping(e.target)) return
      if (goingTo.current) {
        goingTo.current = false
        const page = pages.find((p) => p.key === e.key)
        if (page) router.push(page.href)
        return
      }
      if (e.key === 'g') goingTo.current = true
      else if (e.key === '/') {
        e.preventDefault()
        document.getElementById('jump')?.focus()
      } else if (e.key === '?') onHelp()
    }
    document.addEventListener('keydown', press)
    return () => document.removeEventListener('keydown', press)
  }, [on, onHelp, pages, router])
  const toggle = () => {
    localStorage.setItem(storageKey, on ? 'off' : 'on')
    listeners.forEach((l) => l())
  }
  return { on, toggle }
}

/** Whether keys typed here belong to a field. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
