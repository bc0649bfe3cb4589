'use client'
import { useEffect, useRef, type ReactNode } from 'react'
import styled from 'styled-components'
import { readField } from '@/core/clash'
import type { EpochMs } from '@/core/epochMs'
import type { Typed } from '@/core/fields'
import type { FieldSpec } from '@/core/form'
import { Wrong } from '@/ui/fieldParts'
import { Beside } from '@/ui/Page'
import { Button, Quiet } from '@/ui/press'
import type { Dated } from './dated'
import { Fields, type FormPart } from './Fields'
import type { FormAction, FormState } from './state'
import { Together } from './Together'
import { useKeeping, type Keep } from './useKeeping'
import { useSent } from './useSent'

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
  readonly draftAt?: EpochMs | null
  readonly hidden?: Readonly<Record<string, string>>
  /** It was kept a moment ago, and is drawn again from what was kept. */
  readonly justKept?: boolean
  /** Said where it was kept. */
  readonly done?: string
  /** Needed by a form that asks for days or times. */
  readonly dated?: Dated
  /** Of fields that show something else once something is chosen outside: see `FormPart`. */
  readonly drawnAgain?: FormPart['drawnAgain']
  /** What was chosen outside since it was sent so often, and stands over what its fields hold. */
  readonly over?: (was: Typed, tries: number) => Typed
  /** Stands above the fields, of the same form. */
  readonly before?: ((part: SpecPart) => ReactNode) | undefined
  /** What this form asks beside its fields, drawn by whoever knows how. */
  readonly more?: ((part: SpecPart) => ReactNode) | undefined
  /** `beside`: what is asked more stands in a second column. `line`: a field or two with the button behind them. */
  readonly shape?: 'page' | 'beside' | 'line'
  /** Whether it is what its page is for; its button stands out then. */
  readonly isMain?: boolean
  readonly children?: ReactNode
}

/** What is drawn by others in a form: its state, too. */
export interface SpecPart extends FormPart {
  /** How often it was sent. */
  readonly tries: number
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
  done = 'Saved.',
  dated,
  drawnAgain,
  over,
  before,
  more,
  shape = 'page',
  isMain = shape !== 'line',
  children,
}: Props) {
  const {
    state,
    send,
    pending,
    isBack,
    read: readNow,
    round,
  } = useSent(action, `${submit} ${JSON.stringify(hidden)}`, values, read)
  const form = useRef<HTMLFormElement>(null)
  const { touch, said } = useKeeping(form, keep, draftAt, pending)
  const { clash, errors, tries } = state
  const wrong = Object.keys(errors).length
  useFocusBack(form, state, justKept)
  const was = isBack ? state.values : values
  const part = { values: over ? { ...was, ...over(was, tries) } : was, errors, touch, tries, dated, drawnAgain }
  const asked = (
    <Asked>
      {before?.(part)}
      <Fields fields={fields} {...part} />
    </Asked>
  )
  return (
    <Form ref={form} action={send} key={round} noValidate onInput={touch} data-shape={shape}>
      {Object.entries(hidden).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <input type="hidden" name={readField} value={JSON.stringify(readNow)} />
      {wrong > 0 && (shape !== 'line' || errors['']) && (
        <Wrong>
          {errors[''] ??
            `${wrong === 1 ? 'One thing is' : `${wrong} things are`} not right yet. Nothing you typed is lost.`}
          {!before && !more && faultsWithoutField(fields, errors).map((fault) => ` ${fault}`)}
          {state.oldPage && <Quiet onPress={() => location.reload()}>Load the page again</Quiet>}
        </Wrong>
      )}
      {shape === 'beside' ? (
        <Beside>
          {asked}
          <section>{more?.(part)}</section>
        </Beside>
      ) : (
        <>
          {asked}
          {more?.(part)}
        </>
      )}
      {clash && <Together clash={clash} />}
      <Foot>
        <Button type="submit" $now={isMain} isPending={pending}>
          {clash ? 'Save both' : submit}
        </Button>
        {children}
        <Kept role="status">{(tries > 0 || justKept) && wrong === 0 && !clash ? done : said}</Kept>
      </Foot>
    </Form>
  )
}

/**
 * The form is drawn again when it comes back: whoever works by keyboard goes on at the first thing that is wrong, or
 * where they were.
 */
function useFocusBack(
  form: { readonly current: HTMLFormElement | null },
  { tries, clash, errors }: FormState,
  justKept: boolean,
): void {
  const wrong = Object.keys(errors).length > 0
  useEffect(() => {
    // Whoever has gone on to something else meanwhile is left there.
    const lost = document.activeElement === null || document.activeElement === document.body
    if ((tries === 0 && !justKept) || !lost) return
    const at = form.current?.querySelector<HTMLElement>(
      clash
        ? '[data-clash] input:not([type="hidden"])'
        : wrong
          ? '[aria-invalid="true"], [data-invalid="true"] button, [data-invalid="true"] input'
          : 'button[type="submit"]',
    )
    ;(at ?? form.current?.querySelector<HTMLElement>('button[type="submit"]'))?.focus()
    form.current?.querySelector('[data-clash]')?.scrollIntoView({ block: 'nearest' })
  }, [form, tries, clash, wrong, justKept])
}

/** What is wrong with something that the form does not show: a page from before an upgrade may lack a field. */
const faultsWithoutField = (fields: readonly FieldSpec[], errors: FormState['errors']): readonly string[] =>
  Object.entries(errors).flatMap(([at, fault]) =>
    at === '' || fields.some((f) => 'name' in f && (at === f.name || at.startsWith(`${f.name}.`))) ? [] : [fault],
  )

const Form = styled.form`
  &&& {
    display: grid;
    gap: var(--s-6);
    grid-template-columns: minmax(0, 1fr);
  }
  &&&&[data-shape='line'] {
    grid-template-columns: minmax(0, 1fr) auto;
    gap: var(--s-3);
    align-items: end;
    > [role='alert'] {
      grid-column: 1 / -1;
    }
  }
`
const Asked = styled.div`
  display: grid;
  gap: var(--s-5);
  grid-template-columns: minmax(0, 1fr);
  [data-shape='line'] > & > div {
    grid-template-columns: minmax(0, 1fr);
  }
`
const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-4) var(--s-6);
  align-items: center;
  /* In sight however far one has come. */
  [data-shape='beside'] > & {
    position: sticky;
    bottom: 0;
    padding: 0.6rem 0;
    background: var(--ground);
    border-top: 1.5px solid var(--ink);
  }
`
const Kept = styled.span`
  color: var(--ink-2);
  font-size: var(--t-2);
`
