'use client'
import { useEffect, useState, type ComponentType } from 'react'
import { NeedsPerson } from '@/ui/NeedsPerson'

/** A server that was killed comes back without the network having been gone: nothing tells a page of it. */
const triesAgainMs = 2000

/** A part of a block that is opened now and then and is not in the first load; `fetch` brings it in beforehand. */
function later<P extends object>(load: () => Promise<ComponentType<P>>) {
  let here: ComponentType<P> | undefined
  const fetch = async () => {
    here ??= await load()
  }
  function Later(props: P) {
    const [Part, setPart] = useState(() => here)
    const [missing, setMissing] = useState(false)
    useEffect(() => {
      if (Part) return
      let timer: ReturnType<typeof setTimeout> | undefined
      const bring = () => {
        clearTimeout(timer)
        void fetch().then(
          () => setPart(() => here),
          () => {
            setMissing(true)
            timer = setTimeout(bring, triesAgainMs)
          },
        )
      }
      bring()
      window.addEventListener('online', bring)
      return () => {
        clearTimeout(timer)
        window.removeEventListener('online', bring)
      }
    }, [Part])
    if (Part) return <Part {...props} />
    return missing ? (
      <NeedsPerson role="alert">
        This part is not on this device yet: it comes with the network. All that was tapped is kept.
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
export const Trouble = later(() => import('./Trouble').then((m) => m.Trouble))
export const Pressure = later(() => import('./Pressure').then((m) => m.Pressure))
export const AskGrip = later(() => import('./AskGrip').then((m) => m.AskGrip))
export const SetOver = later(() => import('./SetOver').then((m) => m.SetOver))

const all = [SmallSheet, Thumb, AboutRep, BreakNow, AfterBlock, Trouble, Pressure, AskGrip, SetOver]

/** Fetches them all once the block stands: without network they are there, and are kept with the page. */
export const fetchLater = (): Promise<unknown> => Promise.allSettled(all.map((part) => part.fetch()))
