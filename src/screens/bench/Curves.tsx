'use client'
import {
  Chart,
  Legend,
  LinearScale,
  LineElement,
  LogarithmicScale,
  PointElement,
  Tooltip,
  type ChartOptions,
} from 'chart.js'
import { Line } from 'react-chartjs-2'
import { finePercent, percent } from '@/core/percent'
import styled from 'styled-components'
import type { BenchPoint } from '@/core/rulebench/judge'
import { chartFont as font, useInks, type Inks } from '@/ui/useInks'
import { FigureTable } from '@/ui/Table'

Chart.register(Legend, LinearScale, LineElement, LogarithmicScale, PointElement, Tooltip)

function options(inks: Inks, log: boolean): ChartOptions<'line'> {
  const scale = { ticks: { color: inks.quiet, font }, grid: { color: inks.rule }, border: { color: inks.rule } }
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: false,
    plugins: {
      legend: { labels: { color: inks.ink, font, boxWidth: 28, boxHeight: 2 } },
      tooltip: { titleFont: font, bodyFont: font, mode: 'index', intersect: false },
    },
    scales: {
      x: {
        type: 'linear',
        min: 20,
        max: 100,
        title: { display: true, text: 'true rate of clean reps, %', color: inks.quiet, font },
        ...scale,
        grid: { display: false },
      },
      y: log
        ? { type: 'logarithmic', ...scale, title: { display: true, text: 'reps', color: inks.quiet, font } }
        : { type: 'linear', min: 0, max: 100, ...scale, title: { display: true, text: '%', color: inks.quiet, font } },
    },
  }
}

/** Both rules over all rates: the chance to pass, and how long it takes. */
export default function Curves({
  a,
  b,
  names,
  within,
}: {
  a: readonly BenchPoint[]
  b: readonly BenchPoint[]
  names: readonly [string, string]
  within: number
}) {
  const inks = useInks()
  if (!inks) return <Frame aria-hidden="true" />
  const sets = (of: (p: BenchPoint) => number) => [
    {
      label: names[0],
      data: a.map((p) => ({ x: p.p * 100, y: of(p) })),
      borderColor: inks.ink,
      borderWidth: 3,
      pointRadius: 0,
    },
    {
      label: names[1],
      data: b.map((p) => ({ x: p.p * 100, y: of(p) })),
      borderColor: inks.held,
      borderWidth: 3,
      borderDash: [8, 5],
      pointRadius: 0,
    },
  ]
  return (
    <Frame>
      <figure>
        <figcaption>Chance to pass within {within} reps</figcaption>
        <div className="plot">
          <Line aria-hidden="true" options={options(inks, false)} data={{ datasets: sets((p) => p.within * 100) }} />
        </div>
      </figure>
      <figure>
        <figcaption>Expected reps until it passes (each line ten times the one below)</figcaption>
        <div className="plot">
          <Line aria-hidden="true" options={options(inks, true)} data={{ datasets: sets((p) => p.expected) }} />
        </div>
      </figure>
      <details>
        <summary>The figures</summary>
        <FigureTable>
          <thead>
            <tr>
              <th scope="col">Rate</th>
              <th scope="col">{names[0]}: passes</th>
              <th scope="col">expected</th>
              <th scope="col">{names[1]}: passes</th>
              <th scope="col">expected</th>
            </tr>
          </thead>
          <tbody>
            {a
              .filter((_, i) => i % 5 === 0)
              .map((p) => {
                const q = b.find((x) => x.p === p.p)
                return (
                  <tr key={p.p}>
                    <th scope="row">{percent(p.p)}</th>
                    <td>{finePercent(p.within)}</td>
                    <td>{p.expected.toPrecision(5)}</td>
                    <td>{q ? finePercent(q.within) : ''}</td>
                    <td>{q?.expected.toPrecision(5)}</td>
                  </tr>
                )
              })}
          </tbody>
        </FigureTable>
      </details>
    </Frame>
  )
}

const Frame = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--s-5);
  min-height: 24rem;
  figure {
    margin: 0;
    min-width: 0;
  }
  figcaption {
    color: var(--ink-2);
  }
  .plot {
    overflow: hidden;
    height: 11.5rem;
    position: relative;
  }
  details {
    grid-column: 1 / -1;
  }
  summary {
    cursor: pointer;
    color: var(--ink-2);
  }
`
