import styled from 'styled-components'
import { usualHumidity } from '@/core/dog/heat'
import { celsiusFrom, degreesIn } from '@/core/measures'
import type { Setup } from '@/device/live/session'
import { Chip, ChipRow } from '@/ui/chips'
import { Press } from '@/ui/press'
import { useMeasures } from '@/ui/ways'
import { One } from './One'
import type { EpochMs } from '@/core/epochMs'

const exercise = [
  { id: 'none', name: 'exercise: not said', ms: undefined },
  { id: '0', name: 'just now', ms: 0 },
  { id: '60', name: '1 h ago', ms: 3_600_000 },
  { id: '180', name: '3 h ago', ms: 3 * 3_600_000 },
] as const

/** How hot it is, and how long ago the dog ran. */
export function HeatPart({
  full,
  openedAt,
  onChange,
}: {
  full: Setup
  /** When the page was opened: what was said of its exercise counts from then. */
  openedAt: EpochMs
  onChange: (change: Partial<Setup>) => void
}) {
  const measures = useMeasures()
  return (
    <>
      <ChipRow>
        <Step
          label="degrees"
          value={full.temperatureC === null ? null : Math.round(degreesIn(full.temperatureC, measures.temperatures))}
          unit={`°${measures.temperatures}`}
          start={Math.round(degreesIn(15, measures.temperatures))}
          by={1}
          least={Math.round(degreesIn(-30, measures.temperatures))}
          most={Math.round(degreesIn(50, measures.temperatures))}
          onChange={(degrees) =>
            onChange({
              temperatureC: degrees === null ? null : Math.round(celsiusFrom(degrees, measures.temperatures) * 10) / 10,
            })
          }
        />
        <Step
          label="humidity"
          value={full.humidity}
          unit="%"
          start={usualHumidity}
          by={5}
          least={0}
          most={100}
          onChange={(humidity) => onChange({ humidity })}
        />
      </ChipRow>
      <One
        label="Exercise"
        now={
          full.exercisedAt === undefined
            ? 'none'
            : (exercise.find((e) => e.ms !== undefined && openedAt - e.ms === full.exercisedAt)?.id ?? '')
        }
        all={exercise.map((e) => ({ id: e.id, name: e.name }))}
        say={(id) => {
          const ms = exercise.find((e) => e.id === id)?.ms
          onChange({ exercisedAt: ms === undefined ? undefined : openedAt - ms })
        }}
      />
    </>
  )
}

function Step({
  label,
  value,
  unit,
  start,
  by,
  least,
  most,
  onChange,
}: {
  label: string
  value: number | null
  unit: string
  start: number
  by: number
  least: number
  most: number
  onChange: (v: number | null) => void
}) {
  const to = (v: number) => onChange(Math.min(most, Math.max(least, v)))
  return (
    <StepRoot role="group" aria-label={label}>
      <Chip as={Press} aria-label={`Less ${label}`} onPress={() => to(value === null ? start : value - by)}>
        −
      </Chip>
      <b>
        {value === null ? '–' : value} {unit}
      </b>
      <Chip as={Press} aria-label={`More ${label}`} onPress={() => to(value === null ? start : value + by)}>
        +
      </Chip>
    </StepRoot>
  )
}

const StepRoot = styled.div`
  display: flex;
  align-items: center;
  gap: var(--s-2);
  b {
    min-width: 3.6rem;
    text-align: center;
  }
`
