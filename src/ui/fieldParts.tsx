'use client'
import type { KeyboardEvent, ReactNode } from 'react'
import styled, { css } from 'styled-components'

/** What every field is made of: a label over a box, a hint and what was wrong under it. */
export const stacked = css`
  display: flex;
  flex-direction: column;
  gap: var(--s-1);
  min-width: 0;
`
/** The box that something is typed or chosen in. */
export const boxed = css`
  min-height: var(--touch);
  padding: 0.3rem 0.7rem;
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  background: var(--paper);
  color: inherit;
  width: 100%;
  &[data-invalid='true'],
  &[aria-invalid='true'] {
    border-color: var(--person);
    border-width: 2px;
  }
`
/** What opens over the page beneath a field. */
export const over = css`
  background: var(--paper);
  color: var(--ink);
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  max-width: 92vw;
  overflow: auto;
  box-shadow: 0 6px 20px rgb(0 0 0 / 0.18);
`

export const FieldLabel = styled.span`
  font-size: var(--t-2);
  font-weight: 560;
  color: var(--ink-2);
`
export const FieldHint = styled.span`
  font-size: var(--t-1);
  color: var(--ink-2);
`
export const Fault = styled.span`
  font-size: var(--t-2);
  color: var(--person);
  font-weight: 560;
`

/** What is wrong, said at once to whoever does not see it; nothing where nothing is. */
export const Wrong = ({ children }: { children: ReactNode }) =>
  children ? (
    <div role="alert">
      <Fault>{children}</Fault>
    </div>
  ) : null

/** A field's label, with whether it must be filled. `plain`: does not say that it is optional, where nearly all is. */
export const LabelWords = ({ label, required, plain }: { label: string; required: boolean; plain: boolean }) => (
  <>
    {label}
    {required || plain ? '' : ' (optional)'}
    {required && plain ? <b aria-hidden="true"> needed</b> : ''}
  </>
)

/** Enter sends the form from a part of a day or time, as it does from a line of text. */
export function submitByEnter(e: KeyboardEvent<HTMLElement>): void {
  if (e.key !== 'Enter') return
  e.preventDefault()
  e.stopPropagation()
  e.currentTarget.closest('form')?.requestSubmit()
}

/** What every field of a form is told. */
export interface FieldProps {
  readonly label: string
  readonly name: string
  readonly hint?: string | undefined
  readonly error?: string | undefined
  readonly defaultValue?: string | undefined
  readonly required?: boolean
  readonly plain?: boolean
}
