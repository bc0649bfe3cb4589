'use client'
import { useRef, useState, useTransition } from 'react'
import { Label, Radio, RadioGroup } from 'react-aria-components'
import styled from 'styled-components'
import type { RowKind } from '@/core/method/method'
import { methodRows, type MethodRow } from '@/core/method/rows'
import { Fault } from '@/ui/fieldParts'
import { Link } from '@/ui/link'
import { Button, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { Said, useWhen } from '@/ui/ways'
import { WidePage, PageHead } from '@/ui/Page'
import type { MethodPage } from '@/work/page/method'
import type { MethodPreview } from '@/work/page/methodPreview'
import type { Told } from '../told'
import { useMay } from '../shell/may'

export interface MethodActions {
  readonly preview: (raw: unknown) => Promise<MethodPreview | { readonly refused: string }>
  readonly set: (raw: unknown) => Promise<Told>
}

const kinds: readonly { kind: RowKind; title: string; words: string }[] = [
  {
    kind: 'judging',
    title: 'Judging',
    words: 'Change what counts and what is suggested, from the next rep on. History keeps the rules it was made under.',
  },
  {
    kind: 'instructing',
    title: 'Instructing',
    words: 'Change what a trainer reads before and during a set, and what is printed.',
  },
  { kind: 'fixed', title: 'Fixed', words: 'Kibou decides these, and says why.' },
]

/** The house's method: every question on which practitioners differ, its school here, and why. */
export function Method({ page, actions }: { page: MethodPage; actions: MethodActions }) {
  const { sayMoment } = useWhen()
  return (
    <Page>
      <PageHead>
        <div>
          <h1>Training method</h1>
          <p>
            Where practitioners differ, a kennel chooses. Each choice is stored with its date and who made it. What is
            fixed is in <Link href="/figures">House figures</Link>.
          </p>
        </div>
      </PageHead>
      {kinds.map(({ kind, title, words }) => (
        <section key={kind} aria-labelledby={kind}>
          <h2 id={kind}>{title}</h2>
          <p className="words">{words}</p>
          {methodRows
            .filter((r) => r.kind === kind)
            .map((row) => (
              <RowOf key={row.id} row={row} current={page.method[row.id] ?? row.default} actions={actions} />
            ))}
        </section>
      ))}
      <section aria-labelledby="changes">
        <h2 id="changes">Changes</h2>
        {page.recent.length === 0 && <p className="words">None yet: everything is at the kennel default.</p>}
        <ul>
          {page.recent.map((c) => (
            <li key={`${c.at} ${c.row}`}>
              {sayMoment(c.at, page.timeZone)}, {c.by}: {methodRows.find((r) => r.id === c.row)?.question}{' '}
              <Said>{methodRows.find((r) => r.id === c.row)?.options.find((o) => o.id === c.option)?.words ?? ''}</Said>
            </li>
          ))}
        </ul>
      </section>
    </Page>
  )
}

function RowOf({ row, current, actions }: { row: MethodRow; current: string; actions: MethodActions }) {
  const [wanted, setWanted] = useState(current)
  const [preview, setPreview] = useState<MethodPreview>()
  const [wrong, setWrong] = useState('')
  const [pending, start] = useTransition()
  const mine = useMay('lead')
  const choices = useRef<HTMLDivElement>(null)
  const choose = (option: string) => {
    setWanted(option)
    setPreview(undefined)
    setWrong('')
    if (option === current || row.kind !== 'judging') return
    start(async () => {
      const found = await actions.preview({ row: row.id, option })
      if ('refused' in found) setWrong(found.refused)
      else setPreview(found)
    })
  }
  const apply = () => {
    start(async () => {
      const answer = await actions.set({ row: row.id, option: wanted })
      setWrong(answer.ok ? '' : answer.reason)
      if (!answer.ok) return
      setPreview(undefined)
      // What stood below the choice is gone: whoever applied it is led back to what is set now.
      choices.current?.querySelector<HTMLElement>('input:checked')?.focus()
    })
  }
  return (
    <Row data-changed={current !== row.default}>
      <div>
        <RadioGroup
          ref={choices}
          value={wanted}
          onChange={choose}
          isDisabled={row.kind === 'fixed' || !mine}
          isReadOnly={pending}
        >
          <Label>{row.question}</Label>
          {row.options.map((o) => (
            <Option key={o.id} value={o.id}>
              {({ isSelected }) => (
                <>
                  <span aria-hidden="true" className="mark">
                    {isSelected ? '●' : '○'}
                  </span>{' '}
                  <span>
                    <Said>{o.words}</Said>
                    {o.id === row.default && row.kind !== 'fixed' && <em> default</em>}
                    {o.id === current && o.id !== row.default && <em> set here</em>}
                  </span>
                </>
              )}
            </Option>
          ))}
        </RadioGroup>
      </div>
      <div className="side">
        <p>
          <Said>{row.reason}</Said>
        </p>
        {wanted !== current && (
          <Change role="status">
            {pending && !preview && <p>Looking at what changes …</p>}
            {preview && <Preview preview={preview} />}
            {wrong && <Fault>{wrong}</Fault>}
            <div>
              <Button $now isPending={pending} onPress={apply}>
                Apply from the next rep on
              </Button>{' '}
              <Quiet
                onPress={() => {
                  choose(current)
                }}
              >
                Leave it
              </Quiet>
              {pending && preview && <span> Updating every dog’s status …</span>}
            </div>
          </Change>
        )}
      </div>
    </Row>
  )
}

function Preview({ preview }: { preview: MethodPreview }) {
  return (
    <>
      <h3>Next suggestions that change now</h3>
      <Dogs list={preview.now} none="No dog’s next suggestion changes." />
      <h3>Replay: as if it had always been so</h3>
      <p>Nothing of this is applied; it shows what the choice is worth.</p>
      <Dogs list={preview.always} none="No status would change." />
    </>
  )
}

function Dogs({ list, none }: { list: MethodPreview['now']; none: string }) {
  if (list.length === 0) return <p>{none}</p>
  const shown = list.slice(0, 6)
  return (
    <ul>
      {shown.map((d) => (
        <li key={d.residencyId}>
          <b>
            {d.runNumber} {d.name}
          </b>
          {d.changes.slice(0, 4).map((c) => (
            <span key={c.command}>
              {c.command}: <s>{c.before}</s> → {c.after}
            </span>
          ))}
          {d.changes.length > 4 && <span>and {d.changes.length - 4} more</span>}
        </li>
      ))}
      {list.length > shown.length && <li>and {list.length - shown.length} more dogs</li>}
    </ul>
  )
}

const Page = styled(WidePage)`
  gap: var(--s-8);
  h2 {
    font-size: var(--t-7);
  }
  .words {
    color: var(--ink-2);
    margin-bottom: 0.4rem;
  }
  ul {
    margin: 0;
    padding-left: 1.1rem;
  }
`
const Row = styled.article`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: var(--s-3) var(--s-9);
  border-top: 1px solid var(--rule);
  padding: 0.6rem 0;
  .side p {
    color: var(--ink-2);
    font-size: var(--t-3);
  }
  [role='radiogroup'] > span:first-child {
    font-weight: 660;
    font-size: var(--t-5);
  }
  &[data-changed='true'] {
    border-left: 4px solid var(--ink);
    padding-left: 0.8rem;
  }
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
`
const Option = styled(Radio)`
  display: grid;
  grid-template-columns: 1.4rem 1fr;
  align-items: baseline;
  padding: 0.22rem 0;
  min-height: var(--touch-small);
  cursor: pointer;
  em {
    font-style: normal;
    font-size: var(--t-1);
    color: var(--ink-2);
  }
  &[data-selected='true'] {
    font-weight: 600;
  }
  &[data-disabled='true'] {
    cursor: default;
  }
  &[data-hovered='true'] {
    text-decoration: underline;
    text-decoration-color: var(--rule-2);
    text-underline-offset: 0.2em;
  }
`
const Change = styled.div`
  border-left: 4px solid var(--now);
  padding-left: 0.8rem;
  margin-top: 0.5rem;
  display: grid;
  gap: var(--s-3);
  h3 {
    font-size: var(--t-3);
  }
  span {
    display: block;
    font-size: var(--t-2);
  }
  s {
    color: var(--ink-2);
  }
`
