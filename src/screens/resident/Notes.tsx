'use client'
import { useState, useTransition } from 'react'
import styled from 'styled-components'
import { TextLine } from '@/ui/Field'
import { Wrong } from '@/ui/fieldParts'
import { Button, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { ResidentView } from '@/work/page/resident'
import { List } from '@/ui/List'
import type { Told } from '../told'

/** So many notes stand on a phone at once. */
const first = 3

/** Notes about the dog, newest first, and room for one more. */
export function Notes({ view, keep }: { view: ResidentView; keep: (raw: unknown) => Promise<Told> }) {
  const { sayMoment } = useWhen()
  const [text, setText] = useState('')
  const [wrong, setWrong] = useState('')
  const [all, setAll] = useState(false)
  const [pending, start] = useTransition()
  const send = () => {
    start(async () => {
      const answer = await keep({ residencyId: view.resident.residencyId, command: '', text })
      setWrong(answer.ok ? '' : answer.reason)
      if (answer.ok) setText('')
    })
  }
  return (
    <section aria-labelledby="notes">
      <h2 id="notes">Notes</h2>
      <Rows data-all={all}>
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
      {view.notes.length > first && !all && (
        <Older onPress={() => setAll(true)}>
          {view.notes.length - first} older {view.notes.length - first === 1 ? 'note' : 'notes'}
        </Older>
      )}
      <Form
        onSubmit={(e) => {
          e.preventDefault()
          send()
        }}
      >
        <TextLine label="A note for the next block" value={text} onChange={setText} maxLength={400} />
        <Button type="submit" isPending={pending} isDisabled={text.trim() === ''}>
          Save note
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
  ${phone} {
    &[data-all='false'] > li:nth-child(n + ${first + 1}) {
      display: none;
    }
  }
`
const Older = styled(Quiet)`
  display: none;
  ${phone} {
    display: inline-flex;
  }
`
const Form = styled.form`
  display: grid;
  gap: var(--s-3);
  button {
    justify-self: start;
  }
`
