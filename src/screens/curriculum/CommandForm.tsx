'use client'
import styled from 'styled-components'
import type { CurriculumFile } from '@/core/curriculum/schema'
import { NumberField } from '@/ui/NumberField'
import { Tick } from '@/ui/picks'
import { Roles } from './Roles'
import { Text } from './RungForm'

type CommandFile = CurriculumFile['commands'][number]

/** What holds for a command as a whole; its other methods as “name: words”, a line each. */
export function CommandForm({ command, onChange }: { command: CommandFile; onChange: (next: CommandFile) => void }) {
  const roads = (text: string): CommandFile['roads'] =>
    text.split(/;\s*/).flatMap((part) => {
      const [name = '', ...words] = part.split(/:\s*/)
      return name.trim() === ''
        ? []
        : [
            {
              id:
                name
                  .trim()
                  .toLowerCase()
                  .replace(/[^a-z0-9]+/g, '-')
                  .replace(/^-|-$/g, '') || 'road',
              name: name.trim(),
              words: words.join(': '),
            },
          ]
    })
  return (
    <Form aria-label={`Command ${command.name}`}>
      <Text
        label="Command’s name"
        value={command.name}
        onChange={(name) => {
          onChange({ ...command, name })
        }}
      />
      <Text
        label="House cue (empty: no word)"
        value={command.defaultCue}
        onChange={(defaultCue) => {
          onChange({ ...command, defaultCue })
        }}
      />
      <div className="wide">
        <Text
          label="What it is for"
          value={command.purpose}
          onChange={(purpose) => {
            onChange({ ...command, purpose })
          }}
        />
      </div>
      <div className="wide">
        <Text
          label="Hand signal"
          value={command.signal}
          onChange={(signal) => {
            onChange({ ...command, signal })
          }}
        />
      </div>
      <div className="wide">
        <Text
          label="Caution"
          value={command.caution}
          onChange={(caution) => {
            onChange({ ...command, caution })
          }}
        />
      </div>
      <Tick
        value="extra"
        ticked={command.extra === true}
        onChange={(extra) => {
          const { extra: _was, ...rest } = command
          onChange(extra ? { ...rest, extra } : rest)
        }}
      >
        Switched off until it is promised
      </Tick>
      <NumberField
        label="A number to reach (empty: none)"
        value={command.quota?.reps}
        onChange={(reps) => {
          const { quota, ...rest } = command
          onChange(Number.isNaN(reps) ? rest : { ...rest, quota: { reps, days: quota?.days ?? 30 } })
        }}
      />
      {command.quota && (
        <NumberField
          label="In so many days"
          value={command.quota.days}
          onChange={(days) => {
            onChange({ ...command, quota: { reps: command.quota?.reps ?? 0, days } })
          }}
        />
      )}
      <div className="wide">
        <Roles
          roles={command.roles ?? []}
          onChange={(roles) => {
            const { roles: _roles, ...rest } = command
            onChange(roles.length > 0 ? { ...rest, roles } : rest)
          }}
        />
      </div>
      <div className="wide">
        <Text
          label="Fault codes, separated by commas"
          value={command.faults.join(', ')}
          onChange={(text) => {
            onChange({ ...command, faults: text.split(/,\s*/).filter((f) => f.trim() !== '') })
          }}
        />
      </div>
      <div className="wide">
        <Text
          label="Other methods when stuck, as name: words; name: words"
          value={command.roads.map((r) => `${r.name}: ${r.words}`).join('; ')}
          onChange={(text) => {
            onChange({ ...command, roads: roads(text) })
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
