'use client'
import { parseTime, type Time } from '@internationalized/date'
import { useState } from 'react'
import { FieldError, TimeField as AriaTimeField, Label, Text } from 'react-aria-components'
import styled from 'styled-components'
import { Segment, Typed } from './DateField'
import { boxed, Fault, stacked, submitByEnter, type FieldProps, FieldHint, FieldLabel, LabelWords } from './fieldParts'
import { HouseOrder } from './HouseOrder'
import { useWays } from './ways'

const timeOf = (time: string | undefined): Time | null => {
  try {
    return time ? parseTime(time) : null
  } catch {
    return null
  }
}
const twoDigits = (n: number): string => String(n).padStart(2, '0')

/** A clock time by the house's clock. The form is sent `09:00`, or nothing while the time is not whole. */
export function TimeField({
  label,
  name,
  hint,
  error,
  defaultValue,
  required = false,
  plain = false,
  onChange,
}: FieldProps & { onChange?: ((time: string) => void) | undefined }) {
  const { clock } = useWays()
  const [time, setTime] = useState(() => timeOf(defaultValue))
  const sent = (t: Pick<Time, 'hour' | 'minute'> | null): string =>
    t ? `${twoDigits(t.hour)}:${twoDigits(t.minute)}` : ''
  return (
    <HouseOrder>
      <Root
        value={time}
        onChange={(next) => {
          setTime(next as Time | null)
          onChange?.(sent(next))
        }}
        hourCycle={clock === '24' ? 24 : 12}
        granularity="minute"
        shouldForceLeadingZeros
        isRequired={required}
        data-needed={required}
        isInvalid={error !== undefined}
        validationBehavior="aria"
      >
        <FieldLabel as={Label}>
          <LabelWords label={label} required={required} plain={plain} />
        </FieldLabel>
        <div onKeyDownCapture={submitByEnter}>
          <Box>
            {/* Node writes a narrow no-break space before am and pm, the browser a plain one. */}
            {(segment) => <Segment segment={segment}>{({ text }) => text.replaceAll('\u202f', ' ')}</Segment>}
          </Box>
        </div>
        {hint && (
          <FieldHint as={Text} slot="description">
            {hint}
          </FieldHint>
        )}
        <Fault as={FieldError}>{error}</Fault>
        <input type="hidden" name={name} value={sent(time)} />
      </Root>
    </HouseOrder>
  )
}

const Root = styled(AriaTimeField)`
  ${stacked}
`
const Box = styled(Typed)`
  ${boxed}
  &[data-focus-within='true'] {
    outline: 3px solid var(--focus);
    outline-offset: 2px;
  }
`
