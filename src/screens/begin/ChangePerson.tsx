'use client'
import { useState } from 'react'
import styled from 'styled-components'
import type { Typed } from '@/core/fields'
import type { FieldSpec } from '@/core/form'
import { Disclosed } from '@/ui/Disclosed'
import { Wrong } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import { dated } from '../form/dated'
import { SpecForm } from '../form/SpecForm'
import type { FormAction } from '../form/state'
import type { Told } from '../told'
import { useAction } from '../useAction'

/** Name and role put right, the day somebody leaves, and a phone that was lost. */
export function ChangePerson({
  person,
  change,
  signOut,
}: {
  person: {
    readonly id: string
    readonly name: string
    readonly typed: Typed
    readonly change: readonly FieldSpec[]
  }
  change: FormAction
  signOut: (raw: unknown) => Promise<Told>
}) {
  const { send, wrong, pending } = useAction()
  const [out, setOut] = useState(false)
  return (
    <Disclosed says="change" label={`Change ${person.name}`}>
      <Changing>
        <SpecForm
          dated={dated}
          action={change}
          fields={person.change}
          values={person.typed}
          hidden={{ personId: person.id }}
          submit="Save changes"
          isMain={false}
        />
        <Button
          isPending={pending}
          isDisabled={out}
          onPress={() =>
            send(async () => {
              const done = await signOut({ personId: person.id })
              setOut(done.ok)
              return done
            })
          }
        >
          Sign out on every device
        </Button>
        {out && <p role="status">Signed out everywhere; facts that lie on a device stay on it.</p>}
        <Wrong>{wrong}</Wrong>
      </Changing>
    </Disclosed>
  )
}

const Changing = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--s-5);
  justify-items: start;
  padding: 0.3rem 0 0.6rem;
`
