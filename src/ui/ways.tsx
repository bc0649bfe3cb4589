'use client'
import { createContext, useContext, useMemo, type ReactNode } from 'react'
import { sayDate, sayDay, sayDayOfYear } from '@/core/days'
import { sheetNames } from '@/core/paper'
import { plainWays, sayTemperature, wordsIn, type HouseWays } from '@/core/measures'
import { sayMinute, sayMoment, wallClock } from './when'

const Ways = createContext<HouseWays>(plainWays)

/** Everything inside measures, and says its times and dates, as this house does. */
export const WaysProvider = ({ ways, children }: { ways: HouseWays; children: ReactNode }) => (
  <Ways.Provider value={ways}>{children}</Ways.Provider>
)

export const useWays = (): HouseWays => useContext(Ways)

/** What the sheets are called that this house prints on. */
export const useSheets = () => sheetNames[useWays().paper]

/** Moments and minutes as this house says them. */
export function useWhen() {
  const { clock, dates } = useWays()
  return useMemo(
    () => ({
      sayDay: (day: string) => sayDay(day, dates),
      sayDate: (day: string) => sayDate(day, dates),
      sayDayOfYear: (day: string) => sayDayOfYear(day, dates),
      sayMoment: (at: number, timeZone: string) => sayMoment(at, timeZone, { clock, dates }),
      wallClock: (at: number, timeZone: string) => wallClock(at, timeZone, clock),
      sayMinute: (minute: number) => sayMinute(minute, clock),
    }),
    [clock, dates],
  )
}

/** Temperatures as this house says them; `words`: what the program says of metres and kilograms. */
export function useMeasures() {
  const ways = useWays()
  return useMemo(
    () => ({
      ...ways,
      temperature: (celsius: number) => sayTemperature(celsius, ways.temperatures),
      words: (said: string) => wordsIn(said, ways),
    }),
    [ways],
  )
}

/** Words of the program that may have metres in them, such as a kit’s name, as this house says them. */
export const Said = ({ children }: { children: string }) => <>{useMeasures().words(children)}</>
