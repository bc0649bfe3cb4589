'use client'
import type { Bin } from '@/core/forecast/score'
import { Figure } from './Figure'

/** What was said against what came, in tenths: on the line where it was right. The same stands in words beneath. */
export default function Reliability({ bins }: { bins: readonly Bin[] }) {
  return (
    <Figure
      x={{ says: 'said', share: true }}
      y={{ says: 'came', share: true }}
      drawn={(inks) => [
        {
          data: bins.map((b) => ({ x: b.said, y: b.came })),
          // A mark at none or all is whole, beyond the frame.
          clip: false,
          pointRadius: bins.map((b) => 4 + 2 * Math.sqrt(b.n)),
          pointBackgroundColor: inks.held,
        },
        {
          data: [
            { x: 0, y: 0 },
            { x: 1, y: 1 },
          ],
          showLine: true,
          pointRadius: 0,
          borderColor: inks.ink,
          borderWidth: 1.5,
          borderDash: [6, 5],
        },
      ]}
    >
      {bins.map((b) => (
        <li key={b.said}>
          said {b.said.toFixed(2)}, came {b.came.toFixed(2)} <small>({b.n})</small>
        </li>
      ))}
    </Figure>
  )
}
