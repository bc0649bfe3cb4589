'use client'
import {
  createContext,
  memo,
  useCallback,
  useContext,
  useDeferredValue,
  useEffect,
  useState,
  type ReactNode,
} from 'react'
import styled from 'styled-components'
import type { HouseWays } from '@/core/measures'
import { keepAwake } from '@/device/awake'
import type * as DeviceMemory from '@/device/memory'
import { keepThisPage, mayReloadOffline } from '@/device/offline'
import type { Outbox } from '@/device/outbox'
import { usualPrefs, writePrefs, type Prefs } from '@/device/prefs'
import { Press } from '@/ui/press'
import { phone } from '@/ui/theme'
import { WaysProvider } from '@/ui/ways'
import { useOutbox, useOutboxStatus } from '../shell/Tray'

export type YardMemory = Pick<typeof DeviceMemory, 'readPrefs' | 'recall'>
/** Whether all that a session may open has come to this device. */
const AllHere = createContext(false)
const nothingRemembered: YardMemory = { readPrefs: () => usualPrefs, recall: () => undefined }

/**
 * A working session’s page: the yard’s theme, a screen that stays awake, the device’s memory, and the page itself kept
 * for a time without network. `fetchLater`: brings in what is opened now and then, before it is kept.
 */
function useYard(fetchLater: () => Promise<unknown>): {
  readonly outbox: Outbox | undefined
  readonly memory: YardMemory | undefined
  readonly allHere: boolean
} {
  const outbox = useOutbox()
  const [memory, setMemory] = useState<YardMemory>()
  const [allHere, setAllHere] = useState(false)
  useEffect(() => {
    const before = document.documentElement.dataset['theme']
    document.documentElement.dataset['theme'] = 'yard'
    const letGo = keepAwake()
    // Without it the session is worked as on a device that remembers nothing.
    import('@/device/memory').then(setMemory, () => setMemory(nothingRemembered))
    // What is fetched for later waits until the page has woken.
    const idle = whenIdle(
      () =>
        void fetchLater().then(() => {
          setAllHere(true)
          return keepThisPage()
        }),
    )
    return () => {
      idle()
      document.documentElement.dataset['theme'] = before ?? 'day'
      letGo()
    }
  }, [fetchLater])
  return { outbox, memory, allHere }
}

/** A working session once the device’s memory is open; until then its head, and that it is being opened. */
export function YardDoor({
  fetchLater,
  ways,
  head,
  children,
}: {
  fetchLater: () => Promise<unknown>
  ways: HouseWays
  head: ReactNode
  children: (outbox: Outbox, memory: YardMemory) => ReactNode
}) {
  const { outbox, memory, allHere } = useYard(fetchLater)
  return outbox && memory ? (
    <AllHere.Provider value={allHere}>
      <WaysProvider ways={ways}>{children(outbox, memory)}</WaysProvider>
    </AllHere.Provider>
  ) : (
    <Page data-waking>
      {head}
      <p role="status">Opening this device’s memory …</p>
    </Page>
  )
}

/** Does something when the browser has time, within two seconds; gives how to call it off. */
function whenIdle(then: () => void): () => void {
  // Not every browser has it.
  if (!('requestIdleCallback' in window)) {
    const timer = setTimeout(then, 1000)
    return () => clearTimeout(timer)
  }
  const idle = requestIdleCallback(then, { timeout: 2000 })
  return () => cancelIdleCallback(idle)
}

/** What to know before working on without network. */
function offlineWords(allHere: boolean): string {
  if (!mayReloadOffline()) return 'no network, do not reload'
  return allHere ? 'no network' : 'no network, page not complete'
}

/** What of this device has reached the kennel, always in sight. */
export const KeptHere = memo(function KeptHere({ address, outbox }: { address: string; outbox: Outbox | undefined }) {
  // Every tap changes it; the mark is drawn first.
  const status = useDeferredValue(useOutboxStatus(outbox))
  useLeaveWarning(status.kept > 0 && status.offline)
  const allHere = useContext(AllHere)
  return (
    <KeptLine
      role="status"
      data-all-here={allHere}
      data-offline={
        status.offline ||
        (status.signedOut && status.kept > 0) ||
        status.heldUp !== '' ||
        status.fleeting ||
        status.refused.length > 0
      }
    >
      {status.fleeting && 'This browser will not save it. '}On device: {status.kept} · synced: {status.sent}
      {status.refused.length > 0 && ` · rejected: ${status.refused.length}`}
      {status.offline && ` · ${offlineWords(allHere)}`}
      {status.heldUp !== '' && ` · ${status.heldUp}`}
      {status.signedOut && status.kept > 0 && (
        <>
          {' '}
          ·{' '}
          <a href={`/sign-in?to=${encodeURIComponent(address)}`} {...(status.fleeting ? { target: '_blank' } : {})}>
            sign in to send
          </a>
        </>
      )}
    </KeptLine>
  )
})

/** Where nothing but this page holds the program, leaving it without network means waiting for the network. */
function useLeaveWarning(waits: boolean): void {
  useEffect(() => {
    if (!waits || mayReloadOffline()) return
    const ask = (e: BeforeUnloadEvent) => e.preventDefault()
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [waits])
}

/** How this device is held and heard, and how to change it. */
export function usePrefs(memory: YardMemory): [Prefs, (next: Prefs) => void] {
  const [prefs, setPrefs] = useState(memory.readPrefs)
  return [
    prefs,
    useCallback((next: Prefs) => {
      setPrefs(next)
      writePrefs(next)
    }, []),
  ]
}

export const Page = styled.main`
  height: 100dvh;
  min-height: 36rem;
  max-width: 46rem;
  margin: 0 auto;
  padding: 0.4rem 0.9rem 0.7rem;
  display: flex;
  flex-direction: column;
  gap: var(--s-3);
  background: var(--ground);
  color: var(--ink);
  kbd {
    font-family: inherit;
    font-size: var(--t-1);
    font-weight: 500;
    line-height: 1;
    border: 1px solid currentColor;
    border-radius: 3px;
    padding: 0.1rem 0.3rem;
    opacity: 0.75;
    margin-left: 0.35rem;
  }
  @media (hover: none) {
    kbd {
      display: none;
    }
  }
`
export const Strip = styled.header`
  display: flex;
  align-items: center;
  gap: var(--s-4);
  border-bottom: 3px solid var(--ink);
  padding-bottom: 0.25rem;
  flex-wrap: wrap;
  > a {
    font-size: var(--t-8);
    line-height: 1;
    min-width: 2.75rem;
    min-height: var(--touch);
    display: grid;
    place-items: center;
    text-decoration: none;
  }
  h1 {
    font-size: var(--t-5);
    flex: 1;
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  h1 b {
    font-weight: 780;
    font-size: var(--t-7);
    margin-right: 0.2rem;
  }
  h1 span {
    font-weight: 420;
  }
  h1 small {
    font-size: var(--t-2);
    font-weight: 560;
    color: var(--ink-2);
  }
`
export const Gear = styled(Press)`
  min-width: 2.75rem;
  min-height: var(--touch);
  border: 0;
  background: none;
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 0.2em;
  cursor: pointer;
`
const KeptLine = styled.span`
  font-size: var(--t-2);
  color: var(--ink-2);
  ${phone} {
    width: 100%;
    text-align: right;
    margin-top: -0.5rem;
  }
  &[data-offline='true'] {
    color: var(--person);
    font-weight: 660;
  }
`
