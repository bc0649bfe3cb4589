'use client'
import { useCallback, useEffect, useState } from 'react'
import { sentForm } from '@/core/clash'
import type { Typed } from '@/core/fields'
import { leaveForm, takeForm, type LeftForm } from '@/device/leftForm'

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
  const leave = useCallback(
    (sent: Typed) => {
      const { typed: values, read = {} } = sentForm(sent)
      return leaveForm(keyOf(of), { values, read })
    },
    [of],
  )
  return { left, leave }
}

const keyOf = (form: string): string => `${location.pathname}${location.search} ${form}`
