'use client'
import { FieldError, Input, TextArea, TextField } from 'react-aria-components'
import styled from 'styled-components'
import { boxed, Fault, FieldHint, LabelWords, stacked, type FieldProps } from './fieldParts'

/**
 * A labelled line of text with room for what was wrong with it, or `long` for several. Numbers are typed as text, so
 * that a comma is as good as a point; a phone shows its figures for them.
 */
export function Field({
  label,
  name,
  hint,
  error,
  defaultValue,
  type = 'text',
  required = false,
  maxLength,
  plain = false,
  long = false,
}: FieldProps & {
  type?: 'text' | 'number' | 'tel' | 'email' | 'password'
  maxLength?: number
  long?: boolean
}) {
  return (
    <FieldRoot
      name={name}
      isRequired={required}
      isInvalid={error !== undefined}
      validationBehavior="aria"
      {...(defaultValue === undefined ? {} : { defaultValue })}
      {...(type === 'number' ? { type: 'text', inputMode: 'decimal' } : { type })}
      {...(maxLength === undefined ? {} : { maxLength })}
    >
      <LabelWords label={label} required={required} plain={plain} />
      {long ? <FieldArea rows={3} /> : <FieldInput />}
      {hint && <FieldHint slot="description">{hint}</FieldHint>}
      <Fault as={FieldError}>{error}</Fault>
    </FieldRoot>
  )
}
export const FieldRoot = styled(TextField)`
  ${stacked}
`
/** The line people type into. */
export const FieldInput = styled(Input)`
  ${boxed}
`
export const FieldArea = styled(TextArea)`
  ${boxed}
  min-height: var(--touch-yard);
  padding: 0.4rem 0.7rem;
  font: inherit;
  resize: vertical;
`
