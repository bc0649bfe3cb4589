'use client'
import { useActionState } from 'react'
import { Checkbox, CheckboxGroup, Label, Radio, RadioGroup } from 'react-aria-components'
import styled from 'styled-components'
import { roles, roleWords, type Role } from '@/core/people/roles'
import { Button, Fault, Field } from '@/ui/parts'
import { phone } from '@/ui/theme'

/** What came back from a form: what was wrong, by field, and everything that was typed. */
export interface FormState {
  readonly errors: Readonly<Record<string, string>>
  readonly values: Readonly<Record<string, readonly string[]>>
  readonly tries: number
}
export const freshForm: FormState = { errors: {}, values: {}, tries: 0 }
export type FormAction = (before: FormState, form: FormData) => Promise<FormState>

const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
const roleNames: Readonly<Record<Role, string>> = { lead: 'Lead trainer', trainer: 'Trainer', hand: 'Kennel hand' }

/** Somebody who can hold a leash, and when they work. */
export function TrainerForm({
  action,
  give,
  people,
}: {
  action: FormAction
  give: FormAction
  people: readonly {
    readonly id: string
    readonly name: string
    readonly role: Role
    readonly signs: boolean
    readonly hours: string
  }[]
}) {
  const [state, submit, pending] = useActionState(action, freshForm)
  const was = (name: string) => state.values[name]?.[0]
  return (
    <FormPage>
      <h1>New trainer</h1>
      <p>A set says who held the leash, and a handoff is offered only inside working hours.</p>
      <form action={submit} key={state.tries} noValidate>
        <Field label="Name" name="name" required defaultValue={was('name')} error={state.errors['name']} />
        <Choices name="role" defaultValue={was('role') ?? 'trainer'} orientation="horizontal">
          <Label>Role</Label>
          <div>
            {[...roles].reverse().map((id) => (
              <Pick key={id} value={id}>
                {roleNames[id]}
              </Pick>
            ))}
          </div>
          <ul>
            {[...roles].reverse().map((id) => (
              <li key={id}>
                <b>{roleNames[id]}</b>: {roleWords[id]}
              </li>
            ))}
          </ul>
        </Choices>
        <Field
          label="Passcode"
          name="passcode"
          type="password"
          error={state.errors['passcode']}
          hint="at least six letters or digits; without one somebody works here and cannot sign in"
        />
        <Days
          name="weekdays"
          defaultValue={[...(state.values['weekdays'] ?? (state.tries === 0 ? ['1', '2', '3', '4', '5'] : []))]}
        >
          <Label>Works on</Label>
          <div>
            {weekdays.map((day, i) => (
              <Tick key={day} value={String(i + 1)}>
                {day}
              </Tick>
            ))}
          </div>
        </Days>
        {state.errors['weekdays'] && <Fault>{state.errors['weekdays']}</Fault>}
        <Pair>
          <Field
            label="From"
            name="from"
            type="time"
            required
            defaultValue={was('from') ?? '09:00'}
            error={state.errors['from']}
          />
          <Field
            label="To"
            name="to"
            type="time"
            required
            defaultValue={was('to') ?? '17:00'}
            error={state.errors['to']}
          />
        </Pair>
        {state.errors[''] && (
          <div role="alert">
            <Fault>{state.errors['']}</Fault>
          </div>
        )}
        <Button type="submit" $now isDisabled={pending}>
          Add trainer
        </Button>
      </form>
      {people.length > 0 && (
        <section>
          <h2>Already here</h2>
          <ul>
            {people.map((p) => (
              <Staff key={p.id}>
                <span>
                  <b>{p.name}</b>, {roleNames[p.role].toLowerCase()}; {p.hours}
                </span>
                <GivePasscode person={p} give={give} />
              </Staff>
            ))}
          </ul>
        </section>
      )}
    </FormPage>
  )
}

/** A new passcode for somebody; whoever is signed in with the old one is signed out. */
function GivePasscode({
  person,
  give,
}: {
  person: { readonly id: string; readonly name: string; readonly signs: boolean }
  give: FormAction
}) {
  const [state, submit, pending] = useActionState(give, freshForm)
  return (
    <Inline action={submit} key={state.tries}>
      <input type="hidden" name="personId" value={person.id} />
      <Field
        label={`${person.signs ? 'New' : 'First'} passcode for ${person.name}`}
        name="passcode"
        type="password"
        error={state.errors['passcode'] ?? state.errors['']}
        hint={state.tries > 0 && Object.keys(state.errors).length === 0 ? 'Given.' : ''}
      />
      <Button type="submit" isDisabled={pending}>
        Give
      </Button>
    </Inline>
  )
}

const Staff = styled.li`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 24rem;
  gap: var(--s-3) var(--s-6);
  align-items: end;
  padding: 0.5rem 0;
  border-bottom: 1px solid var(--rule);
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
`
const Inline = styled.form`
  &&& {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: var(--s-3);
    align-items: end;
  }
`
export const FormPage = styled.div`
  max-width: 52rem;
  padding: 1rem 1.5rem 4rem;
  display: grid;
  gap: var(--s-6);
  h1 {
    font-size: var(--t-8);
  }
  h2 {
    font-size: var(--t-5);
    margin: 0.6rem 0 0.3rem;
  }
  form {
    display: grid;
    gap: var(--s-6);
    justify-items: start;
  }
  form > * {
    width: 100%;
  }
  form > button {
    width: auto;
  }
  ul {
    margin: 0;
    padding-left: 1.1rem;
  }
  ${phone} {
    padding: 0.8rem 0.9rem 4rem;
  }
`
export const Pair = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
  gap: var(--s-5);
  align-items: start;
`
export const Choices = styled(RadioGroup)`
  display: grid;
  gap: var(--s-2);
  > label,
  > span:first-child {
    font-size: var(--t-2);
    font-weight: 560;
    color: var(--ink-2);
  }
  > div {
    display: flex;
    gap: var(--s-3);
    flex-wrap: wrap;
  }
`
const Days = styled(CheckboxGroup)`
  display: grid;
  gap: var(--s-2);
  > label,
  > span:first-child {
    font-size: var(--t-2);
    font-weight: 560;
    color: var(--ink-2);
  }
  > div {
    display: flex;
    gap: var(--s-3);
    flex-wrap: wrap;
  }
`
const box =
  `min-height: 2.6rem; padding: 0 0.9rem; display: inline-flex; align-items: center; border: 1.5px solid ` +
  `var(--rule-2); border-radius: 4px; background: var(--paper); cursor: pointer; &[data-selected='true'] { ` +
  `background: var(--ink); color: var(--paper); border-color: var(--ink); } &[data-focus-visible='true'] { ` +
  `outline: 3px solid var(--focus); outline-offset: 2px; }`
export const Pick = styled(Radio)`
  ${box}
`
export const Tick = styled(Checkbox)`
  ${box}
`
