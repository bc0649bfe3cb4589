'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { TextLine } from '@/ui/Field'
import { Wrong } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import { useWhen } from '@/ui/ways'
import type { AfterView } from '@/work/page/after'
import { Across, Table } from '@/ui/Table'
import { useAction } from '../useAction'
import type { AfterDeeds } from './deeds'

/** Design choice: so many days are drawn at once. */
const mostDays = 42

/** What came back from home, and where it is read. */
export function Practice({ view, readBack }: { view: AfterView; readBack: AfterDeeds['readBack'] | undefined }) {
  const { sayDate } = useWhen()
  const action = useAction()
  const [text, setText] = useState('')
  const { log, resident } = view
  const days = [...new Set(log.map((e) => e.day))].slice(-mostDays)
  const commands = [...new Map(log.map((e) => [e.command, e.name]))]
  const read = (raw: string) => {
    if (readBack)
      action.send(
        () => readBack({ residencyId: resident.residencyId, text: raw }),
        // What is typed while a file is read stays.
        () => setText((now) => (now === raw ? '' : now)),
      )
  }
  return (
    <section aria-labelledby="practice">
      <h2 id="practice">Practiced at home</h2>
      {log.length === 0 ? (
        <p>Nothing came back yet.</p>
      ) : (
        <Across label="Practiced at home, by day">
          <Log>
            <thead>
              <tr>
                <th scope="col">Command</th>
                {days.map((d) => (
                  <th key={d} scope="col">
                    {sayDate(d)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {commands.map(([id, name]) => (
                <tr key={id}>
                  <th scope="row">{name}</th>
                  {days.map((d) => {
                    const here = log.filter((e) => e.day === d && e.command === id)
                    const clean = here.reduce((sum, e) => sum + e.clean, 0)
                    const reps = here.reduce((sum, e) => sum + e.reps, 0)
                    const most = Math.max(0, ...here.map((e) => e.seconds ?? 0))
                    return (
                      <td key={d}>
                        {reps > 0 && (
                          <>
                            {clean}/{reps}
                            {most > 0 && <small>{most} s</small>}
                          </>
                        )}
                      </td>
                    )
                  })}
                </tr>
              ))}
            </tbody>
          </Log>
        </Across>
      )}
      {readBack && (
        <Back
          onSubmit={(e) => {
            e.preventDefault()
            read(text)
          }}
        >
          <TextLine
            label={`A log that ${resident.ownerName} sent: paste the message`}
            value={text}
            onChange={setText}
            rows={3}
            maxLength={300_000}
          />
          <div className="row">
            <Button type="submit" isPending={action.pending} isDisabled={text.trim() === ''}>
              Read it
            </Button>
            <label>
              or the file{' '}
              <input
                type="file"
                accept=".txt,text/plain"
                onChange={(e) => {
                  const file = e.target.files?.[0]
                  if (file) void file.text().then(read)
                  e.target.value = ''
                }}
              />
            </label>
          </div>
          <Wrong>{action.wrong}</Wrong>
        </Back>
      )}
    </section>
  )
}

const Log = styled(Table)`
  th,
  td {
    white-space: nowrap;
  }
  small {
    display: block;
    color: var(--ink-2);
  }
`
const Back = styled.form`
  display: grid;
  gap: var(--s-3);
  max-width: 40rem;
  margin-top: var(--s-4);
  > .row {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-5);
    align-items: center;
  }
`
