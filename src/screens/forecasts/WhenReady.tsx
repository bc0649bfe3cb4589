'use client'
import { Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { Scatter } from 'react-chartjs-2'
import type { ByDay } from '@/core/forecast/whenReady'
import { chartFont as font, useInks } from '@/ui/useInks'
import { Figure } from './Figure'

Chart.register(Legend, LinearScale, LineElement, PointElement, Tooltip)

/** Days that are said in words. */
const named = [1, 3, 5, 7, 10, 14, 21, 28]

/** By so many days after it was said: how many were said to be ready, and how many were. */
export default function WhenReady({ rows }: { rows: readonly ByDay[] }) {
  const inks = useInks()
  const axis = (text: string) => ({
    min: 0,
    title: { display: true, text, color: inks?.quiet ?? '', font },
    ticks: { color: inks?.quiet ?? '', font },
    grid: { color: inks?.rule ?? '' },
  })
  const { ticks, ...upward } = axis('ready by then')
  const share = { ...upward, ticks: { ...ticks, stepSize: 0.2 }, max: 1 }
  const line = (label: string, share: (row: ByDay) => number) => ({
    label,
    data: rows.map((row) => ({ x: row.days, y: share(row) })),
    showLine: true,
    stepped: 'before' as const,
    pointRadius: 0,
    borderColor: inks?.ink ?? '',
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
              plugins: {
                legend: { labels: { font, color: inks.ink, boxWidth: 34, boxHeight: 0 } },
                tooltip: { titleFont: font, bodyFont: font },
              },
              scales: { x: axis('days after it was said'), y: share },
            }}
            data={{
              datasets: [
                { ...line('said', (r) => r.said), borderWidth: 1.5, borderDash: [6, 5] },
                { ...line('came', (r) => r.came), borderColor: inks.held, borderWidth: 3 },
              ],
            }}
          />
        )}
      </div>
      <figcaption>
        <ul>
          {rows
            .filter((row) => named.includes(row.days))
            .map(({ days, said, came, open }) => (
              <li key={days}>
                by {days} {days === 1 ? 'day' : 'days'}: said {said.toFixed(2)}, came {came.toFixed(2)}{' '}
                <small>({open})</small>
              </li>
            ))}
        </ul>
      </figcaption>
    </Figure>
  )
}
