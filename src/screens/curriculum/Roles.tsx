'use client'
import styled from 'styled-components'
import { roleNames, roleWords, type Role } from '@/core/curriculum/roles'
import { Choose } from '@/ui/Choose'
import { FieldLabel } from '@/ui/fieldParts'
import { Quiet } from '@/ui/press'

/** What Kibou must know of a command or rung, by name: taken out and added one by one. */
export function Roles({ roles, onChange }: { roles: readonly Role[]; onChange: (next: readonly Role[]) => void }) {
  return (
    <>
      <FieldLabel>What Kibou must know of it</FieldLabel>
      <List>
        {roles.map((role) => (
          <li key={role}>
            {roleWords[role]}{' '}
            <Quiet
              onPress={() => {
                onChange(roles.filter((r) => r !== role))
              }}
              aria-label={`Take out: ${roleWords[role]}`}
            >
              take out
            </Quiet>
          </li>
        ))}
      </List>
      <Choose
        label="Add what it is"
        value=""
        onChange={(v) => {
          const role = roleNames.find((r) => r === v)
          if (role && !roles.includes(role)) onChange([...roles, role])
        }}
        choices={roleNames.map((r) => ({ id: r, name: r.replaceAll('-', ' '), note: roleWords[r] }))}
      />
    </>
  )
}

const List = styled.ul`
  margin: 0.1rem 0 0.3rem;
  padding-left: 1.1rem;
`
