'use client'
import { useActionState } from 'react'
import { Label } from 'react-aria-components'
import styled from 'styled-components'
import { weekdaysFrom } from '@/core/days'
import { roles, roleWords, type Role } from '@/core/people/roles'
import { addDays } from '@/core/days'
import { Disclosed } from '@/ui/Disclosed'
import { Field } from '@/ui/Field'
import { Fault, Wrong } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import { Beside, FormPage, Pair } from '@/ui/Page'
import { Choices, Pick, Tick, Ticks } from '@/ui/picks'
import { phone } from '@/ui/theme'
import { TimeField } from '@/ui/TimeField'
import { useWays, useWhen } from '@/ui/ways'
import { freshForm, type FormAction } from '../form/state'
import type { Told } from '../told'
import { ChangePerson, ComesBack, GivePasscode, roleNames } from './Staff'

/** Somebody who can hold a leash, and when they work. */
export function TrainerForm({
  action,
  give,
  change,
  signOut,
  people,
  turnedAway,
}: {
  action: FormAction
  give: FormAction
  change: (raw: unknown) => Promise<Told>
  signOut: (raw: unknown) => Promise<Told>
  people: readonly {
    readonly id: string
    readonly name: string
    readonly role: Role
    readonly signs: boolean
    readonly hours: string
    readonly leaves: string
    readonly gone: boolean
  }[]
  /** Who was turned away in the last weeks, in words, the last first. */
  turnedAway: readonly string[]
}) {
  const { sayDay } = useWhen()
  const [state, submit, pending] = useActionState(action, freshForm)
  const was = (name: string) => state.values[name]?.[0]
  const { week } = useWays()
  return (
    <FormPage>
      <h1>People</h1>
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
            hint="hard to guess, such as three words; without one somebody works here and cannot sign in"
          />
          <Ticks
            name="weekdays"
            defaultValue={[...(state.values['weekdays'] ?? (state.tries === 0 ? ['1', '2', '3', '4', '5'] : []))]}
          >
            <Label>Works on</Label>
            <div>
              {weekdaysFrom(week).map(({ name: day, number }) => (
                <Tick key={day} value={String(number)}>
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
          <Wrong>{state.errors['']}</Wrong>
          <Button type="submit" $now isPending={pending}>
            Add this person
          </Button>
        </form>
        {people.length > 0 && (
          <section>
            <h2>Already here</h2>
            <ul>
              {people
                .filter((p) => !p.gone)
                .map((p) => (
                  <Staff key={p.id}>
                    <div>
                      <b>{p.name}</b>, {roleNames[p.role].toLowerCase()}; {p.hours}
                      {p.leaves !== '' && `; until ${sayDay(addDays(p.leaves, -1))}`}
                      <ChangePerson
                        key={`${p.name} ${p.role} ${p.leaves}`}
                        person={p}
                        change={change}
                        signOut={signOut}
                      />
                    </div>
                    <GivePasscode person={p} give={give} />
                  </Staff>
                ))}
            </ul>
            {people.some((p) => p.gone) && (
              <>
                <h2>Worked here before</h2>
                <ul>
                  {people
                    .filter((p) => p.gone)
                    .map((p) => (
                      <Staff key={p.id}>
                        <div>
                          {p.name}, {roleNames[p.role].toLowerCase()}, until {sayDay(addDays(p.leaves, -1))}
                        </div>
                        <ComesBack person={p} change={change} />
                      </Staff>
                    ))}
                </ul>
              </>
            )}
            {turnedAway.length > 0 && <TurnedAway lines={turnedAway} />}
          </section>
        )}
      </Beside>
    </FormPage>
  )
}

/** So many are shown at once; a mistyped passcode a day is no news. */
const shownAtOnce = 6

function TurnedAway({ lines }: { lines: readonly string[] }) {
  return (
    <Apart>
      <h2>Turned away</h2>
      <ul>
        {lines.slice(0, shownAtOnce).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {lines.length > shownAtOnce && (
        <Disclosed says={`${lines.length - shownAtOnce} before them`}>
          <ul>
            {lines.slice(shownAtOnce).map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </Disclosed>
      )}
    </Apart>
  )
}

const Apart = styled.div`
  margin-top: var(--s-6);
`

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
