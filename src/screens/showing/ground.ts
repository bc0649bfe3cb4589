import type { DemonstrationSnapshot } from '@/device/live/demonstration'
import type { ShowingView } from '@/work/page/showing'

/** What a session is told of a page: each item with what is tried of it, the chances, and what the kennel has. */
export const groundOf = (view: ShowingView): DemonstrationSnapshot => ({
  residencyId: view.resident.residencyId,
  me: view.me,
  what: view.what,
  now: view.now,
  items: view.items.map((i) => ({
    id: i.id,
    title: i.title.slice(0, 80),
    command: i.command ?? null,
    rungId: i.rungs[0]?.rungId ?? null,
    seconds: i.seconds ?? null,
  })),
  levels: Object.fromEntries(view.items.flatMap((i) => i.rungs.map((r) => [r.rungId, r.level] as const))),
  chances: view.chances,
  kit: '1.8 m leash',
  events: view.events,
})
