'use client'
import { useEffect, useRef, useState, type RefObject } from 'react'
import type { Typed } from '@/core/fields'
import { sentForm } from '@/core/clash'
import { typedFrom } from '@/core/form'
import type { EpochMs } from '@/core/epochMs'
import { isOldPage } from '../told'

/** Design choice: so long after the last key a form is kept as typed. */
const keepAfterMs = 600

/** What came of keeping a form as it is being typed. */
export type DraftSaved =
  { readonly ok: true; readonly savedAt: EpochMs } | { readonly ok: false; readonly reason?: string }
/** Keeps a form as typed, over the draft that was saved at this moment; null for none. */
export type Keep = (typed: Typed, over: number | null) => Promise<DraftSaved>

/** Sends the form as typed a moment after the last key, and says so. */
export function useKeeping(
  form: RefObject<HTMLFormElement | null>,
  keep: Keep | undefined,
  /** When the draft that the form was drawn from was saved. */
  from: number | null = null,
  /** It is being kept for good: a draft that is sent now would come after that, and stand as if nothing had been. */
  pending = false,
): { readonly touch: () => void; readonly said: string } {
  const [said, setSaid] = useState('')
  const over = useRef(from)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const keptForGood = useRef(pending)
  useEffect(() => {
    keptForGood.current = pending
  }, [pending])
  useEffect(() => () => clearTimeout(timer.current), [])
  const touch = () => {
    if (!keep) return
    clearTimeout(timer.current)
    timer.current = setTimeout(() => {
      if (!form.current) return
      if (keptForGood.current) return touch()
      const { typed } = sentForm(typedFrom(new FormData(form.current)))
      keep(typed, over.current).then(
        (done) => {
          if (done.ok) over.current = done.savedAt
          setSaid(
            done.ok
              ? 'Saved as typed. Go on here or on another device.'
              : (done.reason ?? 'Not saved yet: signed out, or too much text.'),
          )
        },
        (error: unknown) =>
          setSaid(
            isOldPage(error)
              ? 'Not saved yet. Kibou was updated. Press the button below, then load the page again.'
              : 'Not saved yet. No connection. Your typing stays on this page.',
          ),
      )
    }, keepAfterMs)
  }
  return { touch, said }
}
