'use client'
import { useEffect, useRef, useState, type RefObject } from 'react'
import type { Typed } from '@/core/fields'

/** House: so long after the last key a form is kept as typed. */
const keepAfterMs = 600

/** Keeps a form as typed; true once that is done. */
export type Keep = (typed: Typed) => Promise<boolean>

/** Sends the form as typed a moment after the last key, and says so. */
export function useKeeping(
  form: RefObject<HTMLFormElement | null>,
  keep: Keep | undefined,
): { readonly touch: () => void; readonly said: string } {
  const [said, setSaid] = useState('')
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  useEffect(() => () => clearTimeout(timer.current), [])
  const touch = () => {
    if (!keep) return
    clearTimeout(timer.current)
    timer.current = setTimeout(() => {
      if (!form.current) return
      const typed: Record<string, string[]> = {}
      for (const [name, value] of new FormData(form.current))
        if (typeof value === 'string' && !name.startsWith('$')) (typed[name] ??= []).push(value)
      keep(typed).then(
        (ok) =>
          setSaid(ok ? 'Kept as typed; go on here or on another device.' : 'Not kept yet: signed out, or too much.'),
        () => setSaid('Not kept yet: no connection. It stays on this page.'),
      )
    }, keepAfterMs)
  }
  return { touch, said }
}
