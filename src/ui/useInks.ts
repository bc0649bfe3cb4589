'use client'
import { useEffect, useState } from 'react'

export interface Inks {
  readonly ink: string
  readonly quiet: string
  readonly rule: string
  readonly held: string
}

/** The house's colors as they are now; charts are drawn on a canvas and do not follow variables by themselves. */
export function useInks(): Inks | undefined {
  const [inks, setInks] = useState<Inks>()
  useEffect(() => {
    const read = () => {
      const style = getComputedStyle(document.documentElement)
      const at = (name: string) => style.getPropertyValue(name).trim()
      setInks({ ink: at('--ink'), quiet: at('--ink-2'), rule: at('--rule'), held: at('--held') })
    }
    read()
    const watch = new MutationObserver(read)
    watch.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] })
    return () => {
      watch.disconnect()
    }
  }, [])
  return inks
}

/** A canvas draws a font of its own unless told. */
export const chartFont = { family: "'Atkinson Hyperlegible Next Variable', sans-serif", size: 12 }
