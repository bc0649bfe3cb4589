'use client'
import {
  BarElement,
  CategoryScale,
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineElement,
  PointElement,
  Tooltip,
  type ChartOptions,
} from 'chart.js'
import { Bar, Line } from 'react-chartjs-2'
import styled from 'styled-components'
import type { ProgressView } from '@/core/views/progress'
import { phone } from '@/ui/theme'
import { chartFont as font, useInks, type Inks } from '@/ui/useInks'
import { useWhen } from '@/ui/ways'
import { FigureTable } from '@/ui/Table'

Chart.register(BarElement, CategoryScale, Filler, Legend, LinearScale, LineElement, PointElement, Tooltip)

function options(
  inks: Inks,
  title: string,
  more: { max?: number; percent?: boolean; legend?: boolean },
): ChartOptions<'line'> & ChartOptions<'bar'> {
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: false,
    plugins: {
      legend: { display: more.legend ?? false, labels: { color: inks.ink, font, boxWidth: 18, boxHeight: 2 } },
      tooltip: { titleFont: font, bodyFont: font },
      title: { display: false, text: title },
    },
    scales: {
      x: {
        ticks: { color: inks.quiet, font, maxRotation: 0, autoSkipPadding: 18 },
        grid: { display: false },
        border: { color: inks.rule },
      },
      y: {
        beginAtZero: true,
        ...(more.max === undefined ? {} : { suggestedMax: more.max }),
        ticks: {
          color: inks.quiet,
          font,
          precision: 0,
          ...(more.percent ? { callback: (v: string | number) => `${v}%` } : {}),
        },
        grid: { color: inks.rule, tickLength: 0 },
        border: { display: false },
      },
    },
  }
}

/** Rungs mastered against the plan, success and latency, day by day; the same figures stand in a table below. */
export default function ProgressCharts({ progress }: { progress: ProgressView }) {
  const inks = useInks()
  const labels = progress.days.map((d) => d.day.slice(8))
  if (!inks) return <Frame aria-hidden="true" />
  const arrivals = progress.days.some((d) => d.arriveSeconds !== undefined)
  const share = (d: ProgressView['days'][number]) => (d.total > 0 ? Math.round((d.clean / d.total) * 100) : null)
  return (
    <Frame>
      <figure>
        <figcaption>Rungs mastered, of {progress.promisedRungs} promised</figcaption>
        <div className="plot">
          <Line
            aria-hidden="true"
            options={options(inks, 'Rungs mastered', { max: progress.promisedRungs, legend: true })}
            data={{
              labels,
              datasets: [
                {
                  label: 'mastered',
                  data: progress.days.map((d) => d.held ?? null),
                  borderColor: inks.held,
                  backgroundColor: inks.held,
                  borderWidth: 4,
                  pointRadius: 0,
                  stepped: true,
                },
                {
                  label: 'even pace',
                  data: progress.days.map((d) => Math.round(d.plan * 10) / 10),
                  borderColor: inks.ink,
                  borderWidth: 1.5,
                  borderDash: [3, 5],
                  pointRadius: 0,
                },
              ],
            }}
          />
        </div>
      </figure>
      <figure>
        <figcaption>Clean reps, % of the day’s</figcaption>
        <div className="plot">
          <Bar
            aria-hidden="true"
            options={options(inks, 'Clean reps', { max: 100, percent: true })}
            data={{
              labels,
              datasets: [
                { label: 'clean', data: progress.days.map(share), backgroundColor: inks.ink, barPercentage: 0.55 },
              ],
            }}
          />
        </div>
      </figure>
      <figure>
        <figcaption>Latency, median seconds{arrivals ? '; a recall, from the call to your feet' : ''}</figcaption>
        <div className="plot">
          <Line
            aria-hidden="true"
            options={options(inks, 'Latency', { max: 3, legend: arrivals })}
            data={{
              labels,
              datasets: [
                {
                  label: 'latency',
                  data: progress.days.map((d) => d.latencySeconds ?? null),
                  borderColor: inks.ink,
                  backgroundColor: inks.ink,
                  borderWidth: 2,
                  pointRadius: 2.5,
                  spanGaps: true,
                },
                ...(arrivals
                  ? [
                      {
                        label: 'recall arrives',
                        data: progress.days.map((d) => d.arriveSeconds ?? null),
                        borderColor: inks.held,
                        backgroundColor: inks.held,
                        borderWidth: 2,
                        borderDash: [3, 5],
                        pointRadius: 2.5,
                        pointStyle: 'rect' as const,
                        spanGaps: true,
                      },
                    ]
                  : []),
              ],
            }}
          />
        </div>
      </figure>
      <FiguresBelow progress={progress} arrivals={arrivals} />
    </Frame>
  )
}

/** The figures of the charts, of days on which the dog was worked. */
function FiguresBelow({ progress, arrivals }: { progress: ProgressView; arrivals: boolean }) {
  const { sayDay } = useWhen()
  const worked = progress.days.filter((d) => d.total > 0)
  return (
    <details>
      <summary>The figures</summary>
      <FigureTable>
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th scope="col">Mastered</th>
            <th scope="col">Even pace</th>
            <th scope="col">Clean of reps</th>
            <th scope="col">Latency, s</th>
            {arrivals && <th scope="col">Recall arrives, s</th>}
          </tr>
        </thead>
        <tbody>
          {worked.map((d) => (
            <tr key={d.day}>
              <th scope="row">{sayDay(d.day)}</th>
              <td>{d.held ?? ''}</td>
              <td>{d.plan.toFixed(1)}</td>
              <td>
                {d.clean}/{d.total}
              </td>
              <td>{d.latencySeconds?.toFixed(1) ?? ''}</td>
              {arrivals && <td>{d.arriveSeconds?.toFixed(1) ?? ''}</td>}
            </tr>
          ))}
        </tbody>
      </FigureTable>
    </details>
  )
}

const Frame = styled.div`
  display: grid;
  grid-template-columns: 1.4fr 1fr 1fr;
  gap: var(--s-7);
  min-height: 13rem;
  margin-top: 0.3rem;
  figure {
    margin: 0;
    min-width: 0;
  }
  figcaption {
    font-size: var(--t-2);
    color: var(--ink-2);
    margin-bottom: 0.2rem;
  }
  .plot {
    overflow: hidden;
    height: 11rem;
    position: relative;
  }
  details {
    grid-column: 1 / -1;
    font-size: var(--t-2);
  }
  summary {
    cursor: pointer;
    color: var(--ink-2);
  }
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
`
