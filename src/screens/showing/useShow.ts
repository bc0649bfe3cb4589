'use client'
import { useMemo, useState, useSyncExternalStore } from 'react'
import { ShowSession } from '@/device/live/demonstration'
import type { LiveOutbox } from '@/device/live/session'
import type { ShowingView } from '@/work/page/showing'

/** What of a script is kept as a fact when it begins: each item with what is tried of it and its chance. */
const opened = (view: ShowingView) =>
  view.items.map((i) => ({
    id: i.id,
    title: i.title.slice(0, 80),
    command: i.command ?? null,
    rungId: i.rungs[0]?.rungId ?? null,
    seconds: i.seconds ?? null,
    chance: i.chance,
    low: i.low,
    high: i.high,
  }))

/** A rehearsal or demonstration in hand, as it is drawn. */
export function useShow(view: ShowingView, outbox: LiveOutbox) {
  const [session] = useState(
    () =>
      new ShowSession(
        {
          residencyId: view.resident.residencyId,
          me: view.me,
          what: view.what,
          now: view.now,
          items: opened(view),
          levels: Object.fromEntries(view.items.flatMap((i) => i.rungs.map((r) => [r.rungId, r.level] as const))),
          whole: view.whole,
          kit: '1.8 m leash',
          said: view.said,
        },
        outbox,
      ),
  )
  const live = useSyncExternalStore(session.known.subscribe, session.known.now, session.known.now)
  return useMemo(() => ({ session, live }), [session, live])
}

export type Show = ReturnType<typeof useShow>
