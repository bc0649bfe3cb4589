'use client'
import { useId, type ComponentProps } from 'react'
import styled from 'styled-components'
import { boxed, Fault, FieldHint, FieldLabel, LabelWords, stacked, type FieldProps } from './fieldParts'

/**
 * A labeled line of text with room for what was wrong with it, or `long` for several. Numbers are typed as text, so
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
  const id = useId()
  const described = [hint ? `${id}-hint` : '', error ? `${id}-fault` : ''].filter(Boolean).join(' ')
  const own = {
    id,
    name,
    defaultValue,
    maxLength,
    'aria-required': required || undefined,
    'aria-invalid': error !== undefined || undefined,
    'aria-describedby': described || undefined,
  }
  return (
    <Stack>
      <FieldLabel as="label" htmlFor={id}>
        <LabelWords label={label} required={required} plain={plain} />
      </FieldLabel>
      {long ? (
        <TextArea rows={3} {...own} />
      ) : (
        <TextInput {...own} {...(type === 'number' ? { type: 'text', inputMode: 'decimal' } : { type })} />
      )}
      {hint && <FieldHint id={`${id}-hint`}>{hint}</FieldHint>}
      {error && <Fault id={`${id}-fault`}>{error}</Fault>}
    </Stack>
  )
}

/** A labeled line whose text the screen itself holds; `rows`: several lines. */
export function TextLine({
  label,
  value,
  onChange,
  isInvalid = false,
  rows,
  className,
  ...rest
}: Omit<ComponentProps<'input'>, 'onChange' | 'value'> & {
  label: string
  value: string
  onChange: (text: string) => void
  isInvalid?: boolean
  rows?: number
}) {
  const id = useId()
  return (
    <Stack className={className}>
      <FieldLabel as="label" htmlFor={id}>
        {label}
      </FieldLabel>
      {rows === undefined ? (
        <TextInput
          {...rest}
          id={id}
          value={value}
          aria-invalid={isInvalid || undefined}
          onChange={(e) => onChange(e.target.value)}
        />
      ) : (
        <TextArea
          id={id}
          rows={rows}
          maxLength={rest.maxLength}
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Stack>
  )
}

const Stack = styled.div`
  ${stacked}
`
const TextInput = styled.input`
  ${boxed}
`
const TextArea = styled.textarea`
  ${boxed}
  min-height: var(--touch-yard);
  padding: 0.4rem 0.7rem;
  font: inherit;
  resize: vertical;
`
