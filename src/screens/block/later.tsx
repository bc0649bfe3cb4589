'use client'
import { useEffect, useState, type ComponentType } from 'react'
import { NeedsPerson } from '@/ui/NeedsPerson'

/** A server that was killed comes back without the network having been gone, and no page is told: ms between tries. */
const triesAgainMs = 2000
/** A part that is not there after so many ms is said to be missing. */
const missingAfterMs = 1000

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))

/**
 * A part of a block that is opened now and then and is not in the first load; `fetch` brings it in beforehand, and
 * tries until it is there.
 */
function later<P extends object>(load: () => Promise<ComponentType<P>>) {
  let here: ComponentType<P> | undefined
  const tryOn = async () => {
    for (;;)
      try {
        here = await load()
        return
      } catch {
        await pause(triesAgainMs)
      }
  }
  let coming: Promise<void> | undefined
  const fetch = () => (coming ??= tryOn())
  function Later(props: P) {
    const [Part, setPart] = useState(() => here)
    const [missing, setMissing] = useState(false)
    useEffect(() => {
      if (Part) return
      const timer = setTimeout(() => setMissing(true), missingAfterMs)
      void fetch().then(() => setPart(() => here))
      return () => clearTimeout(timer)
    }, [Part])
    if (Part) return <Part {...props} />
    return missing ? (
      <NeedsPerson role="alert">
        This part is not on this device yet. It comes with the network. Everything tapped is saved.
      </NeedsPerson>
    ) : null
  }
  return Object.assign(Later, { fetch })
}

export const SmallSheet = later(() => import('../shell/SmallSheet').then((m) => m.SmallSheet))
export const Thumb = later(() => import('./Thumb').then((m) => m.Thumb))
export const AboutRep = later(() => import('./AboutRep').then((m) => m.AboutRep))
export const BreakNow = later(() => import('./BreakNow').then((m) => m.BreakNow))
export const AfterBlock = later(() => import('./AfterBlock').then((m) => m.AfterBlock))
export const OverThreshold = later(() => import('./OverThreshold').then((m) => m.OverThreshold))
export const Pressure = later(() => import('./Pressure').then((m) => m.Pressure))
export const AskGrip = later(() => import('./AskGrip').then((m) => m.AskGrip))
export const SetOver = later(() => import('./SetOver').then((m) => m.SetOver))

const all = [SmallSheet, Thumb, AboutRep, BreakNow, AfterBlock, OverThreshold, Pressure, AskGrip, SetOver]

/** Fetches them all once the block stands: without network they are there, and are kept with the page. */
export const fetchLater = (): Promise<unknown> => Promise.all(all.map((part) => part.fetch()))
