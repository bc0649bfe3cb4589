import { useEffect, useReducer, useRef, type Dispatch } from 'react'
import { keptSheet, newSheet, reduceSheet, type SheetAction, type SheetState } from '@/device/paper/sheet'

const place = 'kibou-paper'

function stored(): unknown {
  try {
    return JSON.parse(localStorage.getItem(place) ?? 'null') as unknown
  } catch {
    return null
  }
}

/** The typed sheet of this day, kept by the device through reloads; another day begins a new one. */
export function useSheet(day: string): readonly [SheetState, Dispatch<SheetAction>] {
  const [state, act] = useReducer(reduceSheet, day, newSheet)
  const first = useRef(true)
  // Read after the first drawing: the server knows nothing of it.
  useEffect(() => {
    const typed = keptSheet(day, stored())
    if (typed) act({ do: 'go on', typed })
  }, [day])
  useEffect(() => {
    if (first.current) {
      first.current = false
      return
    }
    try {
      localStorage.setItem(place, JSON.stringify(state.typed))
    } catch {
      // A device that keeps nothing shows what is typed until the page is left.
    }
  }, [state.typed])
  return [state, act]
}
