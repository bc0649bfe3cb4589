'use client'
import { createContext, useContext, useMemo, type ReactNode } from 'react'
import { dateText, dayText, dayOfYearText } from '@/core/days'
import { sheetNames } from '@/core/paper'
import { plainWays, temperatureText, wordsIn, type HouseWays } from '@/core/measures'
import { minuteText, momentText, wallClock } from './when'
import type { EpochMs } from '@/core/epochMs'

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
      sayDay: (day: string) => dayText(day, dates),
      sayDate: (day: string) => dateText(day, dates),
      sayDayOfYear: (day: string) => dayOfYearText(day, dates),
      sayMoment: (at: EpochMs, timeZone: string) => momentText(at, timeZone, { clock, dates }),
      wallClock: (at: EpochMs, timeZone: string) => wallClock(at, timeZone, clock),
      sayMinute: (minute: number) => minuteText(minute, clock),
    }),
    [clock, dates],
  )
}

/** Temperatures as this house says them; `words`: what the program says of meters and kilograms. */
export function useMeasures() {
  const ways = useWays()
  return useMemo(
    () => ({
      ...ways,
      temperature: (celsius: number) => temperatureText(celsius, ways.temperatures),
      words: (said: string) => wordsIn(said, ways),
    }),
    [ways],
  )
}

/** Words of the program that may have meters in them, such as a kit’s name, as this house says them. */
export const Said = ({ children }: { children: string }) => <>{useMeasures().words(children)}</>
