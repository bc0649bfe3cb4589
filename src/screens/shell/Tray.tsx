'use client'
import { useRouter } from 'next/navigation'
import { useEffect, useRef, useState, useSyncExternalStore } from 'react'
import styled from 'styled-components'
import { nothingKept, openOutbox, type Outbox, type OutboxStatus } from '@/device/outbox'
import { FileLink } from '@/ui/press'

/** The outbox of this tab, sending while the page is open; undefined until it is ready. */
export function useOutbox(): Outbox | undefined {
  const [outbox, setOutbox] = useState<Outbox>()
  useEffect(() => {
    let stop = () => {}
    let gone = false
    void openOutbox().then((o) => {
      if (gone) return
      setOutbox(o)
      stop = o.start()
    })
    return () => {
      gone = true
      stop()
    }
  }, [])
  return outbox
}

/** What the outbox holds, kept current. */
export function useOutboxStatus(outbox: Outbox | undefined): OutboxStatus {
  return useSyncExternalStore(
    outbox?.subscribe ?? (() => () => {}),
    outbox?.status ?? (() => nothingKept),
    () => nothingKept,
  )
}

/** Says when facts lie on this device that the kennel has not got, or has refused; silent otherwise. */
export function Tray() {
  const outbox = useOutbox()
  const status = useOutboxStatus(outbox)
  useRefreshOnceSent(status.kept)
  if (status.kept === 0 && status.refused.length === 0) return null
  return (
    <Strip role="status">
      {status.kept > 0 && (
        <span>
          On this device, {waitsFor(status)}: {status.kept}
        </span>
      )}
      {status.refused.length > 0 && (
        <span>
          Rejected by the kennel and saved here: {status.refused.length} ({status.refused[0]?.reason})
        </span>
      )}
      {outbox && (
        <FileLink
          href={`data:application/json,${encodeURIComponent(outbox.unsentFile())}`}
          download="kibou-unsent.json"
        >
          Save as file
        </FileLink>
      )}
    </Strip>
  )
}

const waitsFor = ({ heldUp, signedOut }: OutboxStatus): string =>
  heldUp !== '' ? `as ${heldUp}` : signedOut ? 'until someone signs in' : 'waiting for the network'

/** The page was made before the kennel had these facts; once it has them, the page is made again. */
function useRefreshOnceSent(kept: number): void {
  const router = useRouter()
  const before = useRef(kept)
  useEffect(() => {
    if (before.current > 0 && kept === 0) router.refresh()
    before.current = kept
  }, [kept, router])
}

const Strip = styled.div`
  display: flex;
  gap: var(--s-6);
  align-items: center;
  padding: 0.4rem 1.5rem;
  background: var(--person-wash);
  color: var(--person);
  font-weight: 560;
  flex-wrap: wrap;
`
