'use client'
import { useMemo, useState, useSyncExternalStore } from 'react'
import { ShowSession } from '@/device/live/demonstration'
import type { LiveOutbox } from '@/device/live/session'
import type { ShowingView } from '@/work/page/showing'
import { groundOf } from './ground'

/** A rehearsal or demonstration in hand, as it is drawn. */
export function useShow(view: ShowingView, outbox: LiveOutbox) {
  const [session] = useState(() => new ShowSession(groundOf(view), outbox))
  const live = useSyncExternalStore(session.known.subscribe, session.known.now, session.known.now)
  return useMemo(() => ({ session, live }), [session, live])
}

export type Show = ReturnType<typeof useShow>
