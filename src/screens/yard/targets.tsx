import type { Outcome } from '@/core/facts/fact'
import { OutcomeMark } from '@/ui/OutcomeMark'
import type { PadKey } from '@/ui/ThumbPad'

/** The four outcomes under the thumb. */
export const targets: readonly PadKey<Outcome>[] = [
  { id: 'clean', name: 'Clean', key: 'c', mark: <OutcomeMark outcome="clean" />, first: true },
  { id: 'helped', name: 'Helped', key: 'h', mark: <OutcomeMark outcome="helped" /> },
  { id: 'late', name: 'Late', key: 'l', mark: <OutcomeMark outcome="late" /> },
  { id: 'miss', name: 'Miss', key: 'm', mark: <OutcomeMark outcome="miss" /> },
]
/** In a hold a miss is a break. */
export const holdingTargets = targets.map((t) => (t.id === 'miss' ? { ...t, name: 'Broke' } : t))

/** Design choice: the way each outcome is felt, milliseconds on and off. */
export const felt: Readonly<Record<Outcome, readonly number[]>> = {
  clean: [20],
  helped: [30, 60, 30],
  late: [60],
  miss: [120],
}
