'use client'
import { percent } from '@/core/percent'
import type { ByDay } from '@/core/forecast/whenReady'
import { Figure } from './Figure'

/** Days that are said in words. */
const named = [1, 3, 5, 7, 10, 14, 21, 28]

/** By so many days after it was said: how many were said to be ready, and how many were. */
export default function WhenReady({ rows }: { rows: readonly ByDay[] }) {
  const line = (what: 'said' | 'came') => ({
    label: what === 'said' ? 'predicted' : 'observed',
    data: rows.map((row) => ({ x: row.days, y: row[what] })),
    showLine: true,
    stepped: 'before' as const,
    pointRadius: 0,
  })
  return (
    <Figure
      legend
      x={{ says: 'days after the forecast' }}
      y={{ says: 'ready by then', share: true }}
      drawn={(inks) => [
        { ...line('said'), borderColor: inks.ink, borderWidth: 1.5, borderDash: [6, 5] },
        { ...line('came'), borderColor: inks.held, borderWidth: 3 },
      ]}
    >
      {rows
        .filter((row) => named.includes(row.days))
        .map(({ days, said, came, open }) => (
          <li key={days}>
            by {days} {days === 1 ? 'day' : 'days'}: predicted {percent(said)}, observed {percent(came)}{' '}
            <small>({open})</small>
          </li>
        ))}
    </Figure>
  )
}
