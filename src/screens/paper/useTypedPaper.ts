import { useCallback, useEffect, useState } from 'react'
import { z } from 'zod'

/** What was typed in from a sheet and is not yet kept. */
const typedPaper = z.object({
  day: z.string(),
  lines: z.array(z.string()).max(400),
  line: z.string().max(400).catch(''),
  placeId: z.string().catch(''),
  personId: z.string().catch(''),
  hoursAgo: z.string().catch('0'),
  /** Where it is of another day: that day, and about when. */
  on: z.string().catch(''),
  at: z.string().catch(''),
  level: z.number().catch(0),
  kit: z.string().catch(''),
})
type TypedPaper = z.output<typeof typedPaper>
const place = 'kibou-paper'

/** The typed sheet of this day, kept by the device through reloads; another day begins a new one. */
export function useTypedPaper(day: string): [TypedPaper, (next: TypedPaper) => void] {
  const [typed, setTyped] = useState<TypedPaper>({
    day,
    lines: [],
    line: '',
    placeId: '',
    personId: '',
    hoursAgo: '0',
    on: '',
    at: '',
    level: 0,
    kit: '',
  })
  useEffect(() => {
    try {
      const known = typedPaper.safeParse(JSON.parse(localStorage.getItem(place) ?? 'null')).data
      // Read after the first drawing: the server knows nothing of it.
      if (known?.day === day) setTyped(known) // eslint-disable-line react-hooks/set-state-in-effect
    } catch {
      return
    }
  }, [day])
  const keep = useCallback((next: TypedPaper) => {
    setTyped(next)
    try {
      localStorage.setItem(place, JSON.stringify(next))
    } catch {
      return
    }
  }, [])
  return [typed, keep]
}
