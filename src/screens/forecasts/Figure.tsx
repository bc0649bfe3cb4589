'use client'
import { Chart, Legend, LinearScale, LineElement, PointElement, Tooltip, type ChartDataset } from 'chart.js'
import type { ReactNode } from 'react'
import { Scatter } from 'react-chartjs-2'
import styled from 'styled-components'
import { chartFont as font, useInks, type Inks } from '@/ui/useInks'

Chart.register(Legend, LinearScale, LineElement, PointElement, Tooltip)

interface Axis {
  readonly says: string
  /** A share, drawn from none to all. */
  readonly share?: boolean
}

/** A chart, and what it shows in words beside it. */
export function Figure({
  x,
  y,
  drawn,
  legend = false,
  children,
}: {
  x: Axis
  y: Axis
  drawn: (inks: Inks) => ChartDataset<'scatter'>[]
  legend?: boolean
  children: ReactNode
}) {
  const inks = useInks()
  const axis = ({ says, share = false }: Axis, { quiet, rule }: Inks) => ({
    min: 0,
    ...(share ? { max: 1 } : {}),
    title: { display: true, text: says, color: quiet, font },
    ticks: { color: quiet, font, ...(share ? { stepSize: 0.2 } : {}) },
    grid: { color: rule },
  })
  return (
    <Both>
      <div className="plot">
        {inks && (
          <Scatter
            aria-hidden="true"
            options={{
              responsive: true,
              maintainAspectRatio: false,
              animation: false,
              plugins: {
                legend: { display: legend, labels: { font, color: inks.ink, boxWidth: 34, boxHeight: 0 } },
                tooltip: { titleFont: font, bodyFont: font },
              },
              scales: { x: axis(x, inks), y: axis(y, inks) },
            }}
            data={{ datasets: drawn(inks) }}
          />
        )}
      </div>
      <figcaption>
        <ul>{children}</ul>
      </figcaption>
    </Both>
  )
}

const Both = styled.figure`
  margin: var(--s-5) 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-7);
  align-items: center;
  .plot {
    width: min(100%, 20rem);
    height: 17rem;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    font-size: var(--t-2);
  }
`
