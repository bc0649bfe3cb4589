'use client'
import type { ReactNode } from 'react'
import { I18nProvider } from 'react-aria-components'
import { useWays } from './ways'

/** Fields within are in the house’s order of day and month; these two locales differ in it, whatever the browser’s. */
export const HouseOrder = ({ children }: { children: ReactNode }) => (
  <I18nProvider locale={useWays().dates === 'day-first' ? 'en-GB' : 'en-US'}>{children}</I18nProvider>
)
