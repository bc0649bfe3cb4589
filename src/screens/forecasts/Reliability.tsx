'use client'
import { Chart, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { Scatter } from 'react-chartjs-2'
import type { Bin } from '@/core/forecast/score'
import { chartFont as font, useInks } from '@/ui/useInks'
import { Figure } from './Figure'

Chart.register(LinearScale, LineElement, PointElement, Tooltip)

/** What was said against what came, in tenths: on the line where it was right. The same stands in words beneath. */
export default function Reliability({ bins }: { bins: readonly Bin[] }) {
  const inks = useInks()
  const axis = (text: string) => ({
    min: 0,
    max: 1,
    title: { display: true, text, color: inks?.quiet ?? '', font },
    ticks: { color: inks?.quiet ?? '', font, stepSize: 0.2 },
    grid: { color: inks?.rule ?? '' },
  })
  return (
    <Figure>
      <div className="plot">
        {inks && (
          <Scatter
            aria-hidden="true"
            options={{
              responsive: true,
              maintainAspectRatio: false,
              animation: false,
              plugins: { legend: { display: false }, tooltip: { titleFont: font, bodyFont: font } },
              scales: { x: axis('said'), y: axis('came') },
            }}
            data={{
              datasets: [
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
              ],
            }}
          />
        )}
      </div>
      <figcaption>
        <ul>
          {bins.map((b) => (
            <li key={b.said}>
              said {b.said.toFixed(2)}, came {b.came.toFixed(2)} <small>({b.n})</small>
            </li>
          ))}
        </ul>
      </figcaption>
    </Figure>
  )
}
