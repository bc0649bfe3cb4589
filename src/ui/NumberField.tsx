'use client'
import { Input, Label, NumberField as AriaNumberField } from 'react-aria-components'
import styled from 'styled-components'
import { boxed, FieldLabel, stacked } from './fieldParts'

/** A number that counts as soon as focus leaves it; arrow keys go up and down. NaN stands for nothing typed. */
export function NumberField({
  label,
  value,
  onChange,
  min,
  max,
  step,
}: {
  label: string
  value: number | undefined
  onChange: (value: number) => void
  min?: number
  max?: number
  step?: number
}) {
  return (
    <Root
      value={value ?? Number.NaN}
      onChange={onChange}
      {...(min === undefined ? {} : { minValue: min })}
      {...(max === undefined ? {} : { maxValue: max })}
      {...(step === undefined ? {} : { step })}
      formatOptions={{ maximumFractionDigits: 2, useGrouping: false }}
    >
      <FieldLabel as={Label}>{label}</FieldLabel>
      <Box />
    </Root>
  )
}
const Root = styled(AriaNumberField)`
  ${stacked}
`
const Box = styled(Input)`
  ${boxed}
`
