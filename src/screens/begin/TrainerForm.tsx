'use client'
import styled from 'styled-components'
import type { Typed } from '@/core/fields'
import type { FieldSpec } from '@/core/form'
import { roleNames, type Role } from '@/core/people/roles'
import { addDays } from '@/core/days'
import { Disclosed } from '@/ui/Disclosed'
import { Beside, FormPage } from '@/ui/Page'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import { dated } from '../form/dated'
import { SpecForm } from '../form/SpecForm'
import type { FormAction } from '../form/state'
import type { Told } from '../told'
import { ChangePerson } from './ChangePerson'

/** Somebody who can hold a leash, and when they work. */
export function TrainerForm({
  action,
  fields,
  give,
  change,
  signOut,
  people,
  turnedAway,
}: {
  action: FormAction
  /** What is asked of somebody new. Fields come with the page: what reads them stays in the kennel. */
  fields: readonly FieldSpec[]
  give: FormAction
  change: FormAction
  signOut: (raw: unknown) => Promise<Told>
  people: readonly {
    readonly id: string
    readonly name: string
    readonly role: Role
    readonly signs: boolean
    readonly hours: string
    readonly leaves: string
    readonly gone: boolean
    /** What is asked to give a passcode. */
    readonly passcode: readonly FieldSpec[]
    /** What is asked to put it right, or to have somebody back, and what stands there now. */
    readonly change: readonly FieldSpec[]
    readonly typed: Typed
  }[]
  /** Who was turned away in the last weeks, in words, the last first. */
  turnedAway: readonly string[]
}) {
  const { sayDay } = useWhen()
  const [here, gone] = [people.filter((p) => !p.gone), people.filter((p) => p.gone)]
  return (
    <FormPage>
      <h1>People</h1>
      <p>A set says who held the leash, and a handoff is offered only inside working hours.</p>
      <Beside>
        <SpecForm dated={dated} action={action} fields={fields} values={{}} submit="Add this person" />
        {people.length > 0 && (
          <section>
            <h2>Already here</h2>
            <ul>
              {here.map((p) => (
                <Staff key={p.id}>
                  <div>
                    <b>{p.name}</b>, {roleNames[p.role]}; {p.hours}
                    {p.leaves !== '' && `; until ${sayDay(addDays(p.leaves, -1))}`}
                    <ChangePerson person={p} change={change} signOut={signOut} />
                  </div>
                  <SpecForm
                    action={give}
                    fields={p.passcode}
                    values={{}}
                    hidden={{ personId: p.id }}
                    submit="Set passcode"
                    done="Given."
                    shape="line"
                  />
                </Staff>
              ))}
            </ul>
            {gone.length > 0 && (
              <>
                <h2>Worked here before</h2>
                <ul>
                  {gone.map((p) => (
                    <Staff key={p.id}>
                      <div>
                        {p.name}, {roleNames[p.role]}, until {sayDay(addDays(p.leaves, -1))}
                      </div>
                      <SpecForm
                        action={change}
                        fields={p.change}
                        values={p.typed}
                        hidden={{ personId: p.id }}
                        submit={`${p.name} works here again`}
                        shape="line"
                      />
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
