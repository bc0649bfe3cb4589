'use client'
import { unstable_rethrow } from 'next/navigation'
import { useActionState } from 'react'
import type { Typed } from '@/core/fields'
import { typedFrom } from '@/core/form'
import { filledUp } from '@/device/leftForm'
import { backAfterUpdate, isOldPage, noConnection, updatedAndKept, updatedMeanwhile } from '../told'
import { freshForm, type FormAction, type FormState } from './state'
import { useLeftForm } from './useLeftForm'

/**
 * An action that, where nothing arrives, brings the form back as it was typed; without that the page would be gone. A
 * page from before an upgrade leaves it to the page after.
 */
const orBack =
  (action: FormAction, leave: (sent: Typed) => boolean): FormAction =>
  async (before, form) => {
    try {
      return await action(before, form)
    } catch (error) {
      // To another page is no error.
      unstable_rethrow(error)
      const values = typedFrom(form)
      const back = { values, tries: before.tries + 1 }
      if (!isOldPage(error)) return { ...back, errors: { '': noConnection } }
      return { ...back, errors: { '': leave(values) ? updatedAndKept : updatedMeanwhile }, oldPage: true }
    }
  }

/** What stands in a form that came back, as opposed to one that is fresh or was taken. */
const cameBack = (state: FormState): boolean =>
  state.tries > 0 && (state.clash !== undefined || Object.keys(state.errors).length > 0)

/**
 * A form as it is sent and comes back. `of`: which form of its page it is; `values`: what its fields begin with;
 * `read`: what they hold in the kennel.
 */
export function useSent(action: FormAction, of: string, values: Typed, read: Typed) {
  const { left, leave } = useLeftForm(of)
  const [answer, send, pending] = useActionState(orBack(action, leave), freshForm)
  const isFresh = answer.tries === 0
  // What the page before this one left stands until it was sent; what it was read at, until it is saved.
  const before = left && (isFresh || cameBack(answer)) ? filledUp(left, values) : undefined
  const state = before && isFresh ? { ...answer, values: before.values, errors: { '': backAfterUpdate } } : answer
  return {
    state,
    send,
    pending,
    /** Whether what stands in it was typed and is not saved. */
    isBack: cameBack(answer) || state !== answer,
    read: before?.read ?? read,
    /** Changes where the form has to be drawn again with other values. */
    round: `${answer.tries}${state === answer ? '' : ' left'}`,
  }
}
