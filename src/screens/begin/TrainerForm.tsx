'use client'
import { useActionState } from 'react'
import { Label } from 'react-aria-components'
import styled from 'styled-components'
import { roles, roleWords, type Role } from '@/core/people/roles'
import { Field } from '@/ui/Field'
import { Fault } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import { Beside, FormPage, Pair } from '@/ui/Page'
import { Choices, Pick, Tick, Ticks } from '@/ui/picks'
import { phone } from '@/ui/theme'
import { TimeField } from '@/ui/TimeField'
import { useWays } from '@/ui/ways'
import { freshForm, type FormAction } from '../form/state'

const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'].map(
  (day, i) => [day, String(i + 1)] as const,
)
const weekdaysFrom = (first: 'monday' | 'sunday') =>
  first === 'monday' ? weekdays : [...weekdays.slice(-1), ...weekdays.slice(0, -1)]
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
  const { week } = useWays()
  return (
    <FormPage>
      <h1>New trainer</h1>
      <p>A set says who held the leash, and a handoff is offered only inside working hours.</p>
      <Beside>
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
          <Ticks
            name="weekdays"
            defaultValue={[...(state.values['weekdays'] ?? (state.tries === 0 ? ['1', '2', '3', '4', '5'] : []))]}
          >
            <Label>Works on</Label>
            <div>
              {weekdaysFrom(week).map(([day, number]) => (
                <Tick key={day} value={number}>
                  {day}
                </Tick>
              ))}
            </div>
          </Ticks>
          {state.errors['weekdays'] && <Fault>{state.errors['weekdays']}</Fault>}
          <Pair>
            <TimeField
              label="From"
              name="from"
              required
              defaultValue={was('from') ?? '09:00'}
              error={state.errors['from']}
            />
            <TimeField label="To" name="to" required defaultValue={was('to') ?? '17:00'} error={state.errors['to']} />
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
      </Beside>
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
        plain
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
  grid-template-columns: minmax(0, 1fr) 20rem;
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
