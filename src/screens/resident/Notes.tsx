'use client'
import { useState, useTransition } from 'react'
import styled from 'styled-components'
import { TextLine } from '@/ui/Field'
import { Wrong } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import { useWhen } from '@/ui/ways'
import type { ResidentView } from '@/work/page/resident'
import { List } from '@/ui/List'
import type { Told } from '../told'

/** Notes about the dog, newest first, and room for one more. */
export function Notes({ view, keep }: { view: ResidentView; keep: (raw: unknown) => Promise<Told> }) {
  const { sayMoment } = useWhen()
  const [text, setText] = useState('')
  const [wrong, setWrong] = useState('')
  const [pending, start] = useTransition()
  const send = () => {
    start(async () => {
      const told = await keep({ residencyId: view.resident.residencyId, command: '', text })
      setWrong(told.ok ? '' : told.reason)
      if (told.ok) setText('')
    })
  }
  return (
    <section aria-labelledby="notes">
      <h2 id="notes">Notes</h2>
      <Rows>
        {view.notes.map((n) => (
          <li key={n.id}>
            “{n.text}”{' '}
            <small>
              {n.by}, {sayMoment(n.at, view.timeZone)}
              {n.command ? `, ${view.commands.find((c) => c.id === n.command)?.name ?? n.command}` : ''}
            </small>
          </li>
        ))}
        {view.notes.length === 0 && (
          <li>
            <small>None yet. A note made at the end of a set stands here too.</small>
          </li>
        )}
      </Rows>
      <Form
        onSubmit={(e) => {
          e.preventDefault()
          send()
        }}
      >
        <TextLine label="A note for the next block" value={text} onChange={setText} maxLength={400} />
        <Button type="submit" isPending={pending} isDisabled={text.trim() === ''}>
          Keep note
        </Button>
      </Form>
      <Wrong>{wrong}</Wrong>
    </section>
  )
}

const Rows = styled(List)`
  margin: 0 0 0.6rem;
  display: grid;
  gap: var(--s-2);
  small {
    color: var(--ink-2);
    font-size: var(--t-1);
  }
`
const Form = styled.form`
  display: grid;
  gap: var(--s-3);
  button {
    justify-self: start;
  }
`
