'use client'
import { useState, useTransition } from 'react'
import styled from 'styled-components'
import { Choose } from '@/ui/Choose'
import { TextLine } from '@/ui/Field'
import { Wrong } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useMeasures, useWhen } from '@/ui/ways'
import type { CommandPage } from '@/work/page/command'
import type { Told } from '../told'
import { May } from '../shell/may'

const wentWords = { better: 'better', same: 'no change', worse: 'worse' } as const

/** What to try, in order, with what was tried and how it went. */
export function Stuck({
  view,
  stuck,
  log,
}: {
  view: CommandPage
  stuck: NonNullable<CommandPage['stuck']>
  log: (raw: unknown) => Promise<Told>
}) {
  const { sayMoment } = useWhen()
  const { words } = useMeasures()
  const [what, setWhat] = useState(stuck.first ?? '')
  const [went, setWent] = useState('better')
  const [note, setNote] = useState('')
  const [wrong, setWrong] = useState('')
  const [pending, start] = useTransition()
  const send = () => {
    start(async () => {
      const answer = await log({ residencyId: view.resident.residencyId, rungId: stuck.rungId, what, went, note })
      setWrong(answer.ok ? '' : answer.reason)
      if (answer.ok) setNote('')
    })
  }
  return (
    <Box aria-labelledby="stuck">
      <h2 id="stuck">What to try</h2>
      <p>{view.command.stuck} Try these in order:</p>
      <ol>
        {stuck.offers.map((o) => (
          <li key={o.id} data-first={o.id === stuck.first}>
            <b>{o.name}</b>
            {o.id === stuck.first && <em> try this now</em>} <span>{words(o.words)}</span>
            {o.tried.map((t) => (
              <small key={t.at}>
                {sayMoment(t.at, view.timeZone)}, {t.by}: {wentWords[t.went]}
                {t.note && `. “${t.note}”`}
              </small>
            ))}
          </li>
        ))}
      </ol>
      <May least="trainer">
        <Form
          onSubmit={(e) => {
            e.preventDefault()
            send()
          }}
        >
          <Choose
            label="Tried"
            value={what}
            onChange={setWhat}
            choices={stuck.offers.map((o) => ({ id: o.id, name: o.name, note: words(o.words) }))}
          />
          <Choose
            label="It went"
            value={went}
            onChange={setWent}
            choices={Object.entries(wentWords).map(([id, name]) => ({ id, name }))}
          />
          <TextLine label="How (optional)" value={note} onChange={setNote} maxLength={400} />
          <Button type="submit" isPending={pending}>
            Log it
          </Button>
        </Form>
      </May>
      <Wrong>{wrong}</Wrong>
    </Box>
  )
}

const Box = styled.section`
  border-left: 5px solid var(--person);
  padding-left: 1rem;
  ol {
    margin: 0.4rem 0 0.8rem;
    padding-left: 1.3rem;
    display: grid;
    gap: var(--s-2);
  }
  span {
    color: var(--ink-2);
  }
  small {
    display: block;
    color: var(--ink-2);
  }
  em {
    font-style: normal;
    font-weight: 660;
    color: var(--person);
  }
`
const Form = styled.form`
  display: grid;
  grid-template-columns: 14rem 9rem minmax(0, 1fr) auto;
  gap: var(--s-4);
  align-items: end;
  ${phone} {
    grid-template-columns: 1fr;
  }
`
