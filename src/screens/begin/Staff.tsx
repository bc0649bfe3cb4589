'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { capitalized } from '@/core/wording'
import { roleNames, roles, type Role } from '@/core/people/roles'
import { Choose } from '@/ui/Choose'
import { DateField } from '@/ui/DateField'
import { Disclosed } from '@/ui/Disclosed'
import { TextLine } from '@/ui/Field'
import { Fault, Wrong } from '@/ui/fieldParts'
import { Button, Quiet } from '@/ui/press'
import type { Told } from '../told'
import { useAction } from '../useAction'

type Change = (raw: unknown) => Promise<Told>

/** Name and role put right, and the day somebody leaves. */
export function ChangePerson({
  person,
  change,
  signOut,
}: {
  person: { readonly id: string; readonly name: string; readonly role: Role; readonly leaves: string }
  change: Change
  signOut: Change
}) {
  const { send, wrong, pending } = useAction()
  const [out, setOut] = useState(false)
  const [name, setName] = useState(person.name)
  const [leaves, setLeaves] = useState(person.leaves)
  const make = (what: 'name' | 'role' | 'leaves', becomes: string) =>
    send(() => change({ personId: person.id, what, becomes, shown: person[what] }))
  return (
    <Disclosed says="change" label={`Change ${person.name}`}>
      <Changing>
        <TextLine label={`Name of ${person.name}`} value={name} onChange={setName} maxLength={60} />
        <Button
          isPending={pending}
          isDisabled={name.trim() === '' || name === person.name}
          onPress={() => make('name', name)}
        >
          Save name
        </Button>
        <Choose
          label={`Role of ${person.name}`}
          value={person.role}
          onChange={(role) => make('role', role)}
          choices={[...roles].reverse().map((id) => ({ id, name: capitalized(roleNames[id]) }))}
        />
        <DateField
          label="First day not here any more"
          name={`leaves-${person.id}`}
          defaultValue={leaves}
          onChange={setLeaves}
        />
        <Button isPending={pending} isDisabled={leaves === person.leaves} onPress={() => make('leaves', leaves)}>
          {leaves === '' ? 'Clear last day' : 'Save last day'}
        </Button>
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

export function ComesBack({
  person,
  change,
}: {
  person: { readonly id: string; readonly name: string }
  change: Change
}) {
  const { send, wrong, pending } = useAction()
  return (
    <div>
      <Quiet
        isPending={pending}
        onPress={() => send(() => change({ personId: person.id, what: 'leaves', becomes: '' }))}
      >
        {person.name} works here again
      </Quiet>
      {wrong !== '' && <Fault>{wrong}</Fault>}
    </div>
  )
}

const Changing = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--s-3);
  justify-items: start;
  padding: 0.3rem 0 0.6rem;
  > div[role='alert'] {
    grid-column: 1 / -1;
  }
`
