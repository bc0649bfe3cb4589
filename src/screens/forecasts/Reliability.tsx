'use client'
import { percent } from '@/core/percent'
import type { Bin } from '@/core/forecast/score'
import { Figure } from './Figure'

/** What was said against what came, in tenths: on the line where it was right. The same stands in words beneath. */
export default function Reliability({ bins }: { bins: readonly Bin[] }) {
  return (
    <Figure
      x={{ says: 'predicted', share: true }}
      y={{ says: 'observed', share: true }}
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
          predicted {percent(b.said)}, observed {percent(b.came)} <small>({b.n})</small>
        </li>
      ))}
    </Figure>
  )
}
