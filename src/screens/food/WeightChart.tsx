'use client'
import { CategoryScale, Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { Line } from 'react-chartjs-2'
import styled from 'styled-components'
import { massIn } from '@/core/measures'
import { chartFont, useInks } from '@/ui/useInks'
import { useWhen } from '@/ui/ways'

Chart.register(CategoryScale, LinearScale, PointElement, LineElement, Legend, Tooltip)

/** Weight over time, with the goal as a dashed line. */
export default function WeightChart({
  weights,
  goalKg,
  unit,
}: {
  weights: readonly { readonly day: string; readonly kg: number }[]
  goalKg: number | null
  unit: 'kg' | 'lb'
}) {
  const { sayDay } = useWhen()
  const inks = useInks()
  if (!inks) return null
  // A tenth of a kilogram must not look like a loss: never less than a tenth of the dog from top to bottom.
  const middle = massIn(weights.reduce((sum, w) => sum + w.kg, 0) / weights.length, unit)
  const round = (kg: number) => Number(massIn(kg, unit).toFixed(1))
  return (
    <Frame>
      <Line
        aria-label={`Weight by day in ${unit}`}
        data={{
          labels: weights.map((w) => sayDay(w.day)),
          datasets: [
            {
              label: `weight, ${unit}`,
              data: weights.map((w) => round(w.kg)),
              borderColor: inks.held,
              backgroundColor: inks.held,
              borderWidth: 3,
              pointRadius: 4,
            },
            ...(goalKg === null
              ? []
              : [
                  {
                    label: `goal, ${unit}`,
                    data: weights.map(() => round(goalKg)),
                    borderColor: inks.quiet,
                    borderDash: [6, 5],
                    borderWidth: 2,
                    pointRadius: 0,
                  },
                ]),
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          plugins: { legend: { labels: { color: inks.ink, font: chartFont, boxHeight: 2 } } },
          scales: {
            x: { ticks: { color: inks.quiet, font: chartFont }, grid: { display: false } },
            y: {
              suggestedMin: Math.floor(middle * 0.95),
              suggestedMax: Math.ceil(middle * 1.05),
              ticks: { color: inks.quiet, font: chartFont },
              grid: { color: inks.rule },
            },
          },
        }}
      />
    </Frame>
  )
}

const Frame = styled.div`
  height: 13rem;
  max-width: 34rem;
`
