'use client'
import Link from 'next/link'
import type { ReactNode } from 'react'
import {
  Button as AriaButton,
  Disclosure,
  DisclosurePanel,
  ListBox,
  ListBoxItem,
  Popover,
  Select as AriaSelect,
  SelectValue,
  Label,
  Text,
  FieldError,
  Input,
  TextArea,
  TextField,
} from 'react-aria-components'
import styled, { css } from 'styled-components'

const pressable = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 0.4em;
  min-height: var(--touch-small);
  padding: 0.35rem 0.95rem;
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  background: transparent;
  color: var(--ink);
  font-weight: 560;
  text-decoration: none;
  cursor: pointer;
  &:hover,
  &[data-hovered='true'] {
    background: var(--ink);
    color: var(--paper);
  }
  &[data-pressed='true'] {
    transform: translateY(1px);
  }
  &:disabled,
  &[data-disabled='true'] {
    opacity: 0.45;
    cursor: default;
  }
`
const doNow = css`
  background: var(--now);
  border-color: var(--now);
  color: var(--on-now);
  font-weight: 680;
  &:hover,
  &[data-hovered='true'] {
    background: var(--on-now);
    color: var(--now);
  }
`

/** A button; `now` marks the one thing to do on the screen. */
export const Button = styled(AriaButton)<{ $now?: boolean }>`
  ${pressable} ${(p) => p.$now && doNow}
`
/** A link that is pressed like a button. */
export const ButtonLink = styled(Link)<{ $now?: boolean }>`
  ${pressable} ${(p) => p.$now && doNow}
`
/** An anchor to something that is no page of ours, such as a file. */
export const FileLink = styled.a`
  ${pressable}
`

export const Quiet = styled(AriaButton)`
  border: 0;
  background: none;
  padding: 0.1rem 0.25rem;
  min-height: var(--touch-small);
  color: var(--ink-2);
  text-decoration: underline;
  text-decoration-color: var(--rule-2);
  text-underline-offset: 0.2em;
  cursor: pointer;
  font-size: inherit;
  &[data-hovered='true'] {
    color: var(--ink);
    text-decoration-color: currentColor;
  }
`

/** What a judgement rests on, folded away until asked for. */
export function Why({ children, label = 'why' }: { children: ReactNode; label?: string }) {
  return (
    <WhyRoot>
      <Quiet slot="trigger">{label}</Quiet>
      <WhyPanel>
        <WhyText>{children}</WhyText>
      </WhyPanel>
    </WhyRoot>
  )
}
const WhyRoot = styled(Disclosure)`
  display: inline;
`
const WhyPanel = styled(DisclosurePanel)`
  &[hidden] {
    display: none;
  }
`
const WhyText = styled.div`
  font-size: var(--t-2);
  color: var(--ink-2);
  border-left: 2px solid var(--rule-2);
  padding: 0.1rem 0 0.1rem 0.6rem;
  margin: 0.15rem 0 0.35rem;
  max-width: 46ch;
`

export interface Choice {
  readonly id: string
  readonly name: string
  readonly note?: string
}

/** One of a list, under a label. */
export function Choose({
  label,
  choices,
  value,
  onChange,
  name,
}: {
  label: string
  choices: readonly Choice[]
  value: string | null
  onChange: (id: string) => void
  name?: string
}) {
  return (
    <ChooseRoot
      selectedKey={value}
      onSelectionChange={(key) => key !== null && onChange(String(key))}
      placeholder="choose"
      {...(name === undefined ? {} : { name })}
    >
      <FieldLabel as={Label}>{label}</FieldLabel>
      <ChooseButton>
        <SelectValue>{({ selectedText }) => (selectedText ? selectedText : 'choose')}</SelectValue>
        <span aria-hidden="true">▾</span>
      </ChooseButton>
      <ChoosePopover>
        <ChooseList>
          {choices.map((c) => (
            <ChooseItem key={c.id} id={c.id} textValue={c.name}>
              <Text slot="label">{c.name}</Text>
              {c.note && <ItemNote slot="description">{c.note}</ItemNote>}
            </ChooseItem>
          ))}
        </ChooseList>
      </ChoosePopover>
    </ChooseRoot>
  )
}
const ChooseRoot = styled(AriaSelect)`
  display: flex;
  flex-direction: column;
  gap: var(--s-1);
  min-width: 0;
`
const ChooseButton = styled(AriaButton)`
  display: flex;
  justify-content: space-between;
  gap: var(--s-3);
  min-height: var(--touch);
  align-items: center;
  padding: 0.3rem 0.7rem;
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  text-align: left;
  cursor: pointer;
  width: 100%;
  span:first-child {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
`
const ChoosePopover = styled(Popover)`
  background: var(--paper);
  color: var(--ink);
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  min-width: var(--trigger-width);
  max-width: 92vw;
  overflow: auto;
  box-shadow: 0 6px 20px rgb(0 0 0 / 0.18);
`
const ChooseList = styled(ListBox)`
  padding: 0.25rem;
  outline: none;
`
const ChooseItem = styled(ListBoxItem)`
  padding: 0.5rem 0.7rem;
  cursor: pointer;
  border-radius: 3px;
  display: flex;
  flex-direction: column;
  &[data-focused='true'] {
    background: var(--ink);
    color: var(--paper);
  }
  &[data-selected='true'] {
    font-weight: 680;
  }
`
const ItemNote = styled(Text)`
  font-size: var(--t-1);
  opacity: 0.85;
`

export const FieldLabel = styled.span`
  font-size: var(--t-2);
  font-weight: 560;
  color: var(--ink-2);
`

/**
 * A labelled line of text with room for what was wrong with it, or `long` for several. `plain`: does not say that it is
 * optional, where nearly all is.
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
}: {
  label: string
  name: string
  hint?: string | undefined
  error?: string | undefined
  defaultValue?: string | undefined
  type?: string
  required?: boolean
  maxLength?: number
  plain?: boolean
  long?: boolean
}) {
  return (
    <FieldRoot
      name={name}
      isRequired={required}
      isInvalid={error !== undefined}
      validationBehavior="aria"
      {...(defaultValue === undefined ? {} : { defaultValue })}
      type={type}
      {...(maxLength === undefined ? {} : { maxLength })}
    >
      <FieldLabel as={Label}>
        {label}
        {required || plain ? '' : ' (optional)'}
        {required && plain ? <b aria-hidden="true"> needed</b> : ''}
      </FieldLabel>
      {long ? <FieldArea rows={3} /> : <FieldInput />}
      {hint && <FieldHint slot="description">{hint}</FieldHint>}
      <Fault as={FieldError}>{error}</Fault>
    </FieldRoot>
  )
}
const FieldRoot = styled(TextField)`
  display: flex;
  flex-direction: column;
  gap: var(--s-1);
  min-width: 0;
`
/** The line people type into. */
export const FieldInput = styled(Input)`
  min-height: var(--touch);
  padding: 0.3rem 0.7rem;
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  background: var(--paper);
  width: 100%;
  &[data-invalid='true'] {
    border-color: var(--person);
    border-width: 2px;
  }
`
const FieldArea = styled(TextArea)`
  min-height: var(--touch-yard);
  padding: 0.4rem 0.7rem;
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  background: var(--paper);
  color: inherit;
  font: inherit;
  width: 100%;
  resize: vertical;
  &[data-invalid='true'] {
    border-color: var(--person);
    border-width: 2px;
  }
`
const FieldHint = styled(Text)`
  font-size: var(--t-1);
  color: var(--ink-2);
`
export const Fault = styled.span`
  font-size: var(--t-2);
  color: var(--person);
  font-weight: 560;
`

/** A strip that needs a person: bite history, something refused. */
export const NeedsPerson = styled.p`
  background: var(--person-wash);
  color: var(--person);
  border-left: 5px solid var(--person);
  padding: 0.35rem 0.7rem;
  font-weight: 620;
`
