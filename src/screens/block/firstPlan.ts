import type { BlockItem } from '@/core/block/compose'
import { findCommand } from '@/core/curriculum/lookup'
import type { BlockView } from '@/work/page/blockView'

/** The block as composed, or the one thing that was asked for. */
export function firstPlan(view: BlockView): readonly BlockItem[] {
  if (view.command === undefined || view.shut) return view.plan.items
  const known = view.plan.work.find((w) => w.command === view.command)
  const first = findCommand(view.curriculum, view.command)?.runs[0]?.rungs[0]
  return known
    ? [known]
    : first
      ? [
          {
            role: 'work',
            command: view.command,
            rungId: view.trial?.rungId ?? first.id,
            purpose: 'work',
            level: 0,
            kit: '1.8 m leash',
            placeId: undefined,
            personId: undefined,
            reps: first.setReps,
            payTier: 1,
          },
        ]
      : []
}
