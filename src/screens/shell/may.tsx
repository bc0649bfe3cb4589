'use client'
import { createContext, useContext, type ReactNode } from 'react'
import { mayAct, type Role } from '@/core/people/roles'
import { leastAt } from '../pages'

const RoleHere = createContext<Role>('hand')

/** What whoever is signed in may do, for everything below. */
export const RoleProvider = RoleHere.Provider

/** Whether whoever is signed in may do what needs at least this role. */
export function useMay(least: Role): boolean {
  return mayAct(useContext(RoleHere), least)
}

/**
 * A way to a page, or to a deed, that is there only for whoever may go it: nothing is offered that would be refused.
 */
export function May({
  to,
  least = to === undefined ? 'lead' : leastAt(to),
  instead = null,
  children,
}: {
  /** The address of a page, whose least role counts. */
  to?: string
  least?: Role
  instead?: ReactNode
  children: ReactNode
}) {
  return useMay(least) ? children : instead
}
