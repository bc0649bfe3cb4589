'use client'
import { useCallback, useEffect, useState } from 'react'
import { isOfGuard, readField } from '@/core/clash'
import type { Typed } from '@/core/fields'
import { leaveForm, takeForm, type LeftForm } from '@/device/leftForm'

/** What is typed into a form and what it was read at, out of all that it sends. */
function leftOf(sent: Typed): LeftForm {
  const own = Object.entries(sent).filter(([name]) => !isOfGuard(name))
  const read: unknown = JSON.parse(sent[readField]?.[0] ?? '{}')
  return { values: mutable(Object.fromEntries(own)), read: mutable(read as Typed) }
}

const mutable = (typed: Typed): Record<string, string[]> =>
  Object.fromEntries(Object.entries(typed).map(([name, values]) => [name, [...values]]))

/**
 * A form over the moment in which its page has to be loaded again. `of`: which form of its page it is. `leave` keeps it
 * for the page after this one, and is true where the browser keeps anything; `left` is what the page before this one
 * kept.
 */
export function useLeftForm(of: string): {
  readonly left: LeftForm | undefined
  readonly leave: (sent: Typed) => boolean
} {
  const [left, setLeft] = useState<LeftForm>()
  useEffect(() => {
    void takeForm(keyOf(of)).then((found) => found && setLeft(found))
  }, [of])
  return { left, leave: useCallback((sent: Typed) => leaveForm(keyOf(of), leftOf(sent)), [of]) }
}

const keyOf = (form: string): string => `${location.pathname}${location.search} ${form}`
