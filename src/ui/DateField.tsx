'use client'
import { parseDate, type DateValue } from '@internationalized/date'
import { useState } from 'react'
import {
  Button,
  Calendar,
  CalendarCell,
  CalendarGrid,
  CalendarGridBody,
  CalendarGridHeader,
  CalendarHeaderCell,
  DateInput,
  DatePicker,
  DateSegment,
  Dialog,
  FieldError,
  Group,
  Heading,
  Popover,
  Label,
  Text,
} from 'react-aria-components'
import styled from 'styled-components'
import {
  boxed,
  Fault,
  over,
  stacked,
  submitByEnter,
  type FieldProps,
  FieldHint,
  FieldLabel,
  LabelWords,
} from './fieldParts'
import { HouseOrder } from './HouseOrder'
import { useWays } from './ways'

const dayOf = (day: string | undefined): DateValue | null => {
  try {
    return day ? parseDate(day) : null
  } catch {
    return null
  }
}

/**
 * A calendar day, typed in the house's own order or picked from a month that begins on its first weekday, whatever the
 * browser's language. The form is sent `2026-04-30`, or nothing while the day is not whole.
 */
export function DateField({
  label,
  name,
  hint,
  error,
  defaultValue,
  required = false,
  plain = false,
  onChange,
}: FieldProps & { onChange?: ((day: string) => void) | undefined }) {
  const { week } = useWays()
  const [day, setDay] = useState(() => dayOf(defaultValue))
  return (
    <HouseOrder>
      <Root
        value={day}
        onChange={(next) => {
          setDay(next)
          onChange?.(next?.toString() ?? '')
        }}
        granularity="day"
        shouldForceLeadingZeros
        firstDayOfWeek={week === 'monday' ? 'mon' : 'sun'}
        isRequired={required}
        data-needed={required}
        isInvalid={error !== undefined}
        validationBehavior="aria"
      >
        <FieldLabel as={Label}>
          <LabelWords label={label} required={required} plain={plain} />
        </FieldLabel>
        <Box>
          <Keys onKeyDownCapture={submitByEnter}>
            <Typed>{(segment) => <Segment segment={segment} />}</Typed>
          </Keys>
          <Open aria-label={`Calendar for ${label}`}>▾</Open>
        </Box>
        {hint && (
          <FieldHint as={Text} slot="description">
            {hint}
          </FieldHint>
        )}
        <Fault as={FieldError}>{error}</Fault>
        <Over>
          <Dialog>
            <Month>
              <header>
                <Turn slot="previous">←</Turn>
                <Heading />
                <Turn slot="next">→</Turn>
              </header>
              <CalendarGrid>
                <CalendarGridHeader>
                  {(weekday) => <CalendarHeaderCell>{weekday}</CalendarHeaderCell>}
                </CalendarGridHeader>
                <CalendarGridBody>{(date) => <Cell date={date} />}</CalendarGridBody>
              </CalendarGrid>
            </Month>
          </Dialog>
        </Over>
        <input type="hidden" name={name} value={day?.toString() ?? ''} />
      </Root>
    </HouseOrder>
  )
}

const Root = styled(DatePicker)`
  ${stacked}
`
const Box = styled(Group)`
  ${boxed}
  display: flex;
  align-items: center;
  padding: 0 0 0 0.7rem;
  &[data-focus-within='true'] {
    outline: 3px solid var(--focus);
    outline-offset: 2px;
  }
`
const Keys = styled.div`
  flex: 1;
  min-width: 0;
  padding-right: var(--s-2);
`
export const Typed = styled(DateInput)`
  display: flex;
  align-items: center;
  min-width: 0;
`
/** A part of a date or time. What is not typed yet is lighter, and in words: dd, mm, yyyy. */
export const Segment = styled(DateSegment)`
  padding: 0.1rem 0.08rem;
  border-radius: 3px;
  outline: none;
  white-space: pre;
  &[data-placeholder='true'] {
    color: var(--ink-2);
  }
  &[data-focused='true'] {
    background: var(--ink);
    color: var(--paper);
  }
`
const Open = styled(Button)`
  align-self: stretch;
  min-width: var(--touch);
  border: 0;
  border-left: 1px solid var(--rule);
  background: none;
  color: inherit;
  cursor: pointer;
`
const Over = styled(Popover)`
  ${over}
`
const Month = styled(Calendar)`
  padding: 0.6rem;
  header {
    display: flex;
    align-items: center;
    gap: var(--s-3);
    margin-bottom: 0.4rem;
  }
  h2 {
    flex: 1;
    text-align: center;
    font-size: var(--t-5);
  }
  table {
    border-collapse: collapse;
  }
  th {
    font-size: var(--t-1);
    font-weight: 560;
    color: var(--ink-2);
    padding-bottom: 0.2rem;
  }
  td {
    padding: 1px;
  }
`
const Turn = styled(Button)`
  min-width: var(--touch);
  min-height: var(--touch);
  border: 0;
  background: none;
  color: inherit;
  font-size: var(--t-5);
  cursor: pointer;
`
const Cell = styled(CalendarCell)`
  min-width: 2.5rem;
  min-height: 2.5rem;
  display: grid;
  place-items: center;
  border-radius: 3px;
  cursor: pointer;
  outline: none;
  &[data-outside-month='true'] {
    visibility: hidden;
  }
  &[data-today='true'] {
    text-decoration: underline;
    text-decoration-thickness: 3px;
    text-underline-offset: 0.25em;
  }
  &[data-hovered='true'] {
    background: var(--ground);
  }
  &[data-selected='true'] {
    background: var(--ink);
    color: var(--paper);
  }
  &[data-focus-visible='true'] {
    outline: 3px solid var(--focus);
    outline-offset: -1px;
  }
`
