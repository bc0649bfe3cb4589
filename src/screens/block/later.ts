'use client'
import dynamic from 'next/dynamic'

/** Parts of a block that are opened now and then: not in the first load. */
const parts = {
  small: () => import('../shell/SmallSheet'),
  thumb: () => import('./Thumb'),
  after: () => import('./AfterBlock'),
  trouble: () => import('./Trouble'),
  pressure: () => import('./Pressure'),
}

export const SmallSheet = dynamic(() => parts.small().then((m) => m.SmallSheet), { ssr: false })
export const Thumb = dynamic(() => parts.thumb().then((m) => m.Thumb), { ssr: false })
export const AfterBlock = dynamic(() => parts.after().then((m) => m.AfterBlock), { ssr: false })
export const Trouble = dynamic(() => parts.trouble().then((m) => m.Trouble), { ssr: false })
export const Pressure = dynamic(() => parts.pressure().then((m) => m.Pressure), { ssr: false })

/** Fetches them all once the block stands: without network they are there, and are kept with the page. */
export const fetchLater = (): Promise<unknown> => Promise.allSettled(Object.values(parts).map((part) => part()))
