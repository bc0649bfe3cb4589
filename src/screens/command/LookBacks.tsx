'use client'
import type { CommandPage } from '@/work/page/command'
import { ByDay, Share } from './dayTable'

/** How long it went without looking back, day by day. */
export function LookBacks({ days }: { days: NonNullable<CommandPage['lookBacks']> }) {
  const most = Math.max(...days.slice(-10).map((d) => d.middle))
  return (
    <ByDay
      title="Seconds between look-backs: about a minute is usual"
      label="Look-backs by day"
      heads={['look-backs', 'the middle one', 'the longest']}
      days={days}
      cells={(d) => [
        d.looks,
        <Share key="middle" of={d.middle / most}>
          {d.middle} s
        </Share>,
        `${d.longest} s`,
      ]}
    />
  )
}
