'use client'
import { createContext, useContext, useMemo, type ReactNode } from 'react'
import { sayMinute, sayMoment, wallClock, type ClockFace } from './when'

const Face = createContext<ClockFace>('24')

/** Everything inside says its times by this clock. */
export const ClockProvider = ({ face, children }: { face: ClockFace; children: ReactNode }) => (
  <Face.Provider value={face}>{children}</Face.Provider>
)

/** Moments and minutes as this house says them. */
export function useWhen() {
  const face = useContext(Face)
  return useMemo(
    () => ({
      sayMoment: (at: number, timeZone: string) => sayMoment(at, timeZone, face),
      wallClock: (at: number, timeZone: string) => wallClock(at, timeZone, face),
      sayMinute: (minute: number) => sayMinute(minute, face),
    }),
    [face],
  )
}
