'use client'
import { useState } from 'react'
import { Label } from 'react-aria-components'
import styled from 'styled-components'
import type { Typed } from '@/core/fields'
import { ticked, type FieldSpec } from '@/core/form'
import { Choose } from '@/ui/Choose'
import { Field } from '@/ui/Field'
import { Fault, FieldLabel, type FieldProps } from '@/ui/fieldParts'
import { Choices, Pick, Tick, Ticks } from '@/ui/picks'
import { Button, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import type { Dated } from './dated'

/** What every field of a form is drawn from. */
export interface FormPart {
  readonly values: Typed
  readonly errors: Readonly<Record<string, string>>
  readonly touch: () => void
  /** Given to a form that asks for days or times. */
  readonly dated?: Dated | undefined
  /** A field whose word here changes is drawn again, from what `values` say then. */
  readonly drawnAgain?: ((name: string) => string) | undefined
}

export function Fields({ fields, ...part }: FormPart & { fields: readonly FieldSpec[] }) {
  return (
    <Grid>
      {fields.map((f, i) => (
        <OneField key={'name' in f ? `${f.name} ${part.drawnAgain?.(f.name) ?? ''}` : i} field={f} {...part} />
      ))}
    </Grid>
  )
}

function OneField({ field, values, errors, touch, dated }: FormPart & { field: FieldSpec }) {
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
    case 'one': {
      const box = <One field={field} value={values[field.name]?.[0]} error={errors[field.name]} touch={touch} />
      return field.wide ? <Wide>{box}</Wide> : box
    }
    case 'several':
      return (
        <Wide>
          <Ticks defaultValue={[...ticked(field, values)]} name={field.name} onChange={touch}>
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
      return <Rows field={field} values={values} errors={errors} touch={touch} dated={dated} />
    case 'text':
    case 'long':
    case 'date':
    case 'time':
    case 'number':
    case 'tel':
    case 'password':
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
      const box = isDated(field.kind) ? (
        <OneDated kind={field.kind} dated={dated} said={said} touch={touch} />
      ) : (
        <Field {...said} type={field.kind === 'long' ? 'text' : field.kind} long={field.kind === 'long'} />
      )
      return field.wide ? <Wide>{box}</Wide> : box
    }
  }
}

const isDated = (kind: string): kind is keyof Dated => kind === 'date' || kind === 'time'

function OneDated({
  kind,
  dated,
  said,
  touch,
}: {
  kind: keyof Dated
  dated: Dated | undefined
  said: FieldProps
  touch: () => void
}) {
  if (!dated) throw new Error(`a form that asks for a ${kind} is given dated`)
  const Box = dated[kind]
  return <Box {...said} onChange={touch} />
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
  const few = !field.list && field.choices.length <= 3 && field.choices.every((c) => c.name.length < 20)
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
        {field.choices.some((c) => c.note) && (
          <ul>
            {field.choices.map((c) => (
              <li key={c.id}>
                <b>{c.name}</b>: {c.note}
              </li>
            ))}
          </ul>
        )}
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
        choices={field.choices.map((c) => ({ ...c, id: c.id === '' ? nothing : c.id }))}
      />
      {error && <Fault>{error}</Fault>}
    </div>
  )
}

function Rows({ field, values, errors, touch, dated }: FormPart & { field: Extract<FieldSpec, { kind: 'rows' }> }) {
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
                dated={dated}
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
