import { useState } from 'react'
import type { FormAction } from './state'

/**
 * The action of a form that is drawn again from what it saved, with whether it was saved just now: what the form itself
 * knew of that is gone with it. Called by whoever draws the form, and not by what is drawn again.
 */
export function useJustKept(action: FormAction): readonly [FormAction, boolean] {
  const [justKept, setJustKept] = useState(false)
  return [
    async (before, form) => {
      const after = await action(before, form)
      setJustKept(Object.keys(after.errors).length === 0 && after.clash === undefined)
      return after
    },
    justKept,
  ]
}
