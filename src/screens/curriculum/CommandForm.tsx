'use client'
import styled from 'styled-components'
import { commandFields } from '@/core/curriculum/commandFields'
import type { CurriculumFile } from '@/core/curriculum/schema'
import { EditBox } from './EditBox'
import { Roles } from './Roles'

type CommandFile = CurriculumFile['commands'][number]

/** What holds for a command as a whole. */
export function CommandForm({ command, onChange }: { command: CommandFile; onChange: (next: CommandFile) => void }) {
  return (
    <Form aria-label={`Command ${command.name}`}>
      {commandFields(command).map((field) => (
        <EditBox key={field.label} field={field} onChange={onChange} />
      ))}
      <div className="wide">
        <Roles
          roles={command.roles ?? []}
          onChange={(roles) => {
            const { roles: _roles, ...rest } = command
            onChange(roles.length > 0 ? { ...rest, roles } : rest)
          }}
        />
      </div>
    </Form>
  )
}

const Form = styled.section`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s-3) var(--s-5);
  border-bottom: 1px solid var(--rule);
  padding-bottom: 0.8rem;
  margin-bottom: 0.8rem;
  .wide {
    grid-column: 1 / -1;
  }
`
