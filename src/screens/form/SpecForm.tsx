'use client'
import { useActionState, useEffect, useRef, useState, type ReactNode } from 'react'
import { Label } from 'react-aria-components'
import styled from 'styled-components'
import type { Typed } from '@/core/fields'
import type { FieldSpec } from '@/core/form'
import { Choose } from '@/ui/Choose'
import { Field } from '@/ui/Field'
import { Fault, FieldLabel, Wrong } from '@/ui/fieldParts'
import { Button, Quiet } from '@/ui/press'
import { DateField } from '@/ui/DateField'
import { Choices, Pick, Tick, Ticks } from '@/ui/picks'
import { phone } from '@/ui/theme'
import { TimeField } from '@/ui/TimeField'
import { useKeeping, type Keep } from './useKeeping'
import { readField } from '@/core/clash'
import { freshForm, type FormAction } from './state'
import { Together } from './Together'

interface Props {
  readonly action: FormAction
  readonly fields: readonly FieldSpec[]
  readonly values: Typed
  readonly submit: string
  /** What its fields hold in the kennel, where `values` are a draft: a save over a newer one is known by it. */
  readonly read?: Typed
  /** Keeps the form as it is being typed; true once that is done. */
  readonly keep?: Keep | undefined
  /** When the draft that it is drawn from was saved; null for none. */
  readonly draftAt?: number | null
  readonly hidden?: Readonly<Record<string, string>>
  /** It was kept a moment ago, and is drawn anew from what was kept. */
  readonly justKept?: boolean
  /** What this form asks beside its fields, drawn by whoever knows how. */
  readonly more?: ((part: FormPart) => ReactNode) | undefined
  readonly children?: ReactNode
}

/**
 * A form drawn from what it asks for. Nothing typed is ever lost: it comes back with what was wrong beside each field.
 */
export function SpecForm({
  action,
  fields,
  values,
  read = values,
  submit,
  keep,
  draftAt = null,
  hidden = {},
  justKept = false,
  more,
  children,
}: Props) {
  const [state, send, pending] = useActionState(action, freshForm)
  const form = useRef<HTMLFormElement>(null)
  const touched = useKeeping(form, keep, draftAt, pending)
  const { clash } = state
  const was = state.tries > 0 && (clash || Object.keys(state.errors).length > 0) ? state.values : values
  const wrong = Object.keys(state.errors).length
  // The form is drawn anew when it comes back: whoever works by keyboard goes on at the first thing that is wrong, or
  // where they were.
  useEffect(() => {
    // Whoever has gone on to something else meanwhile is left there.
    const lost = document.activeElement === null || document.activeElement === document.body
    if ((state.tries === 0 && !justKept) || !lost) return
    const at = form.current?.querySelector<HTMLElement>(
      clash
        ? '[data-clash] input:not([type="hidden"])'
        : wrong > 0
          ? '[aria-invalid="true"], [data-invalid="true"] button, [data-invalid="true"] input'
          : 'button[type="submit"]',
    )
    ;(at ?? form.current?.querySelector<HTMLElement>('button[type="submit"]'))?.focus()
    form.current?.querySelector('[data-clash]')?.scrollIntoView({ block: 'nearest' })
  }, [state.tries, clash, wrong, justKept])
  return (
    <Form ref={form} action={send} key={state.tries} noValidate onInput={touched.touch}>
      {Object.entries(hidden).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <input type="hidden" name={readField} value={JSON.stringify(read)} />
      {wrong > 0 && (
        <Wrong>
          {state.errors[''] ??
            `${wrong === 1 ? 'One thing is' : `${wrong} things are`} not right yet. Nothing you typed is lost.`}
        </Wrong>
      )}
      <Fields fields={fields} values={was} errors={state.errors} touch={touched.touch} />
      {more?.({ values: was, errors: state.errors, touch: touched.touch })}
      {clash && <Together clash={clash} />}
      <Foot>
        <Button type="submit" $now isPending={pending}>
          {clash ? 'Save both' : submit}
        </Button>
        {children}
        <Kept role="status">{(state.tries > 0 || justKept) && wrong === 0 && !clash ? 'Kept.' : touched.said}</Kept>
      </Foot>
    </Form>
  )
}

export interface FormPart {
  readonly values: Typed
  readonly errors: Readonly<Record<string, string>>
  readonly touch: () => void
}

function Fields({ fields, ...part }: FormPart & { fields: readonly FieldSpec[] }) {
  return (
    <Grid>
      {fields.map((f, i) => (
        <OneField key={'name' in f ? f.name : i} field={f} {...part} />
      ))}
    </Grid>
  )
}

function OneField({ field, values, errors, touch }: FormPart & { field: FieldSpec }) {
  switch (field.kind) {
    case 'words':
      return <h3>{field.text}</h3>
    case 'hidden':
      return <input type="hidden" name={field.name} value={field.value} />
    case 'tick':
      return (
        <div>
          <Tick name={field.name} value="yes" ticked={values[field.name]?.[0] === 'yes'} onChange={touch}>
            {field.label}
          </Tick>
        </div>
      )
    case 'one':
      return <One field={field} value={values[field.name]?.[0]} error={errors[field.name]} touch={touch} />
    case 'several':
      return (
        <Wide>
          <Ticks defaultValue={[...(values[field.name] ?? [])]} name={field.name} onChange={touch}>
            <Label>{field.label}</Label>
            <div>
              {field.choices.map((c) => (
                <Tick key={c.id} value={c.id}>
                  {c.name}
                </Tick>
              ))}
            </div>
          </Ticks>
          {errors[field.name] && <Fault>{errors[field.name]}</Fault>}
        </Wide>
      )
    case 'rows':
      return <Rows field={field} values={values} errors={errors} touch={touch} />
    case 'text':
    case 'long':
    case 'date':
    case 'time':
    case 'number':
    case 'tel':
    case 'email': {
      const said = {
        plain: true,
        label: field.label,
        name: field.name,
        required: field.required ?? false,
        hint: field.hint,
        defaultValue: values[field.name]?.[0] ?? field.start,
        error: errors[field.name],
      }
      const box =
        field.kind === 'date' ? (
          <DateField {...said} onChange={touch} />
        ) : field.kind === 'time' ? (
          <TimeField {...said} onChange={touch} />
        ) : (
          <Field {...said} type={field.kind === 'long' ? 'text' : field.kind} long={field.kind === 'long'} />
        )
      return field.wide ? <Wide>{box}</Wide> : box
    }
  }
}

const nothing = '–'

function One({
  field,
  value,
  error,
  touch,
}: {
  field: Extract<FieldSpec, { kind: 'one' }>
  value: string | undefined
  error: string | undefined
  touch: () => void
}) {
  const [chosen, setChosen] = useState(value ?? field.start ?? '')
  const few = field.choices.length <= 3 && field.choices.every((c) => c.name.length < 12)
  const choose = (id: string) => {
    setChosen(id === nothing ? '' : id)
    touch()
  }
  if (few)
    return (
      <Choices name={field.name} value={chosen} onChange={choose} orientation="horizontal">
        <Label>{field.label}</Label>
        <div>
          {field.choices.map((c) => (
            <Pick key={c.id} value={c.id}>
              {c.name}
            </Pick>
          ))}
        </div>
        {error && <Fault>{error}</Fault>}
      </Choices>
    )
  return (
    <div>
      <input type="hidden" name={field.name} value={chosen} />
      <Choose
        label={field.label}
        value={chosen === '' ? (field.choices.some((c) => c.id === '') ? nothing : null) : chosen}
        onChange={choose}
        choices={field.choices.map((c) => ({ id: c.id === '' ? nothing : c.id, name: c.name }))}
      />
      {error && <Fault>{error}</Fault>}
    </div>
  )
}

function Rows({ field, values, errors, touch }: FormPart & { field: Extract<FieldSpec, { kind: 'rows' }> }) {
  const had = Object.keys(values).flatMap((name) =>
    name.startsWith(`${field.name}.`) ? [Number(name.split('.')[1])] : [],
  )
  const [rows, setRows] = useState(() => (had.length > 0 ? [...new Set(had)].sort((a, b) => a - b) : [0]))
  const error = errors[field.name]
  const add = () => setRows([...rows, (rows.at(-1) ?? -1) + 1])
  return (
    <List role="group" aria-label={field.label}>
      <FieldLabel>{field.label}</FieldLabel>
      {field.hint && <p>{field.hint}</p>}
      {error && <Fault>{error}</Fault>}
      {rows.map((i) => (
        <Row key={i}>
          <input type="hidden" name={`${field.name}.${i}.id`} value={values[`${field.name}.${i}.id`]?.[0] ?? ''} />
          {field.of.map((f) =>
            'name' in f ? (
              <OneField
                key={f.name}
                field={{ ...f, name: `${field.name}.${i}.${f.name}` }}
                values={values}
                errors={errors}
                touch={touch}
              />
            ) : null,
          )}
          <Quiet
            aria-label={`Take out row ${rows.indexOf(i) + 1} of ${field.label}`}
            onPress={() => {
              setRows(rows.filter((r) => r !== i))
              touch()
            }}
          >
            Take out
          </Quiet>
        </Row>
      ))}
      <div>
        <Button onPress={add}>{field.add}</Button>
      </div>
    </List>
  )
}

const Form = styled.form`
  display: grid;
  gap: var(--s-6);
  grid-template-columns: minmax(0, 1fr);
`
const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
  gap: var(--s-5) var(--s-6);
  align-items: start;
  > div:has(> label[data-rac]) {
    padding-top: 1.25rem;
  }
  h3 {
    grid-column: 1 / -1;
    font-size: var(--t-4);
    border-top: 1px solid var(--rule);
    padding-top: 0.6rem;
  }
`
const Wide = styled.div`
  grid-column: 1 / -1;
`
const List = styled.div`
  grid-column: 1 / -1;
  display: grid;
  gap: var(--s-3);
  border-left: 3px solid var(--rule-2);
  padding-left: 0.9rem;
  p {
    color: var(--ink-2);
    font-size: var(--t-2);
    max-width: 60ch;
  }
`
const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-3) var(--s-5);
  align-items: start;
  > * {
    flex: 1 1 9rem;
    /* However long the words of a choice are, rows stand under each other. */
    min-width: 0;
  }
  > [role='radiogroup'] {
    flex: 0 0 auto;
    > div {
      flex-wrap: nowrap;
    }
  }
  > input {
    display: none;
  }
  > button {
    flex: 0 0 auto;
    min-height: var(--touch);
    margin-top: 1.25rem;
  }
  > ${Wide} {
    flex: 1 1 100%;
  }
  ${phone} {
    border-bottom: 1px solid var(--rule);
    padding-bottom: 0.6rem;
  }
`
const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-4) var(--s-6);
  align-items: center;
`
const Kept = styled.span`
  color: var(--ink-2);
  font-size: var(--t-2);
`
