'use client'
import styled from 'styled-components'
import type { RungFile } from '@/core/curriculum/schema'
import { rungFields, type RungField } from '@/core/curriculum/rungFields'
import type { Role } from '@/core/curriculum/roles'
import type { CurriculumFault } from '@/core/curriculum/validate'
import { Choose } from '@/ui/Choose'
import { Fault, FieldLabel } from '@/ui/fieldParts'
import { Quiet } from '@/ui/press'
import { EditBox } from './EditBox'
import { Roles } from './Roles'

/** One rung, every field of it. What cannot be worked by is said at once, and only keeps it from being published. */
export function RungForm({
  rung,
  all,
  gates,
  faults,
  onChange,
}: {
  rung: RungFile
  gates: readonly { id: string; name: string }[]
  all: readonly { id: string; name: string }[]
  faults: readonly CurriculumFault[]
  onChange: (next: RungFile) => void
}) {
  const withRoles = (next: readonly Role[]) => {
    const { roles: _roles, ...rest } = rung
    onChange(next.length > 0 ? { ...rest, roles: next } : rest)
  }
  const fields = rungFields(rung, gates)
  const drawn = (field: RungField) => <EditBox key={field.label} field={field} onChange={onChange} />
  const ofRule = fields.findIndex((f) => f.ofRule)
  return (
    <Form aria-label={`Rung ${rung.name}`}>
      {faults.map((f) => (
        <div key={f.reason} className="wide">
          <Fault>
            {f.where.includes(',') ? `${f.where.split(', ')[1] ?? ''}: ` : ''}
            {f.reason}
          </Fault>
        </div>
      ))}
      {fields.slice(0, ofRule).map(drawn)}
      <Rule>{fields.filter((f) => f.ofRule).map(drawn)}</Rule>
      {fields
        .slice(ofRule)
        .filter((f) => !f.ofRule)
        .map(drawn)}
      <div className="wide">
        <Roles roles={rung.roles ?? []} onChange={withRoles} />
      </div>
      <div className="wide">
        <FieldLabel>Must be mastered first</FieldLabel>
        <ul>
          {rung.needs.map((n) => (
            <li key={n}>
              {all.find((r) => r.id === n)?.name ?? n}{' '}
              <Quiet
                onPress={() => {
                  onChange({ ...rung, needs: rung.needs.filter((x) => x !== n) })
                }}
                aria-label={`Take out ${n}`}
              >
                take out
              </Quiet>
            </li>
          ))}
        </ul>
        <Choose
          label="Add a prerequisite"
          value=""
          onChange={(id) => {
            if (!rung.needs.includes(id)) onChange({ ...rung, needs: [...rung.needs, id] })
          }}
          choices={all.filter((r) => r.id !== rung.id)}
        />
      </div>
    </Form>
  )
}

const Form = styled.section`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s-3) var(--s-5);
  .wide {
    grid-column: 1 / -1;
  }
  ul {
    margin: 0.1rem 0 0.3rem;
    padding-left: 1.1rem;
  }
`
const Rule = styled.div`
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  gap: var(--s-3);
`
