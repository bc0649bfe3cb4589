'use client'
import type { CommandPage } from '@/work/page/command'
import { ByDay, Share } from './dayTable'

const each = (n: number, of: number) => (n / of).toFixed(1)

/** Tight leashes, turns and stops of a stretch, day by day: what walking is to be rid of, or asked for. */
export const Walk = ({ walk }: { walk: NonNullable<CommandPage['walk']> }) => (
  <ByDay
    title="Stretches, day by day"
    label="Stretches by day"
    heads={['stretches', 'with a tight leash', 'turns a stretch', 'stops a stretch']}
    days={walk}
    cells={(d) => [
      d.stretches,
      <Share key="tight" of={d.tight / d.stretches}>
        {d.tight}
      </Share>,
      each(d.turns, d.stretches),
      each(d.stops, d.stretches),
    ]}
  />
)
