'use client'
import { useRef, useState, useTransition } from 'react'
import styled from 'styled-components'
import { Fault } from '@/ui/fieldParts'
import { Button, FileLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import type { TableResult } from '@/work/do/table'

/** Dogs and owners as a table, out and in: a look first, then all of it or nothing. */
export function DogTable({
  columns,
  send,
  most,
}: {
  columns: readonly string[]
  send: (form: FormData) => Promise<TableResult>
  most: number
}) {
  const input = useRef<HTMLInputElement>(null)
  const [file, setFile] = useState<File>()
  const [seen, setSeen] = useState<TableResult>()
  const [added, setAdded] = useState(0)
  const [pending, start] = useTransition()
  const ask = (chosen: File, keep: boolean) =>
    start(async () => {
      if (chosen.size > most)
        return setSeen({
          ok: false,
          reason: `The file has ${(chosen.size / 1e6).toFixed(1)} MB; ${(most / 1e6).toFixed(0)} are the most.`,
          errors: {},
          problems: [],
        })
      const form = new FormData()
      form.set('file', chosen)
      form.set('keep', keep ? 'yes' : '')
      try {
        const result = await send(form)
        setSeen(result)
        if (keep && result.ok) {
          setAdded(result.dogs.length)
          setFile(undefined)
        }
      } catch {
        setSeen({ ok: false, reason: 'No connection: nothing was added.', errors: {}, problems: [] })
      }
    })
  return (
    <Page>
      <h1>Dogs and owners as a table</h1>
      <section aria-labelledby="out">
        <h2 id="out">Out</h2>
        <p>
          Every residency there ever was, as CSV. Cells that a spreadsheet would run as a formula are led by an
          apostrophe; reading the file back takes it off again.
        </p>
        <p>
          <FileLink href="/dogs/table.csv">Download the table</FileLink>
        </p>
      </section>
      <section aria-labelledby="in">
        <h2 id="in">In</h2>
        <p>
          The first row names the columns: {columns.join(', ')}. The first five are needed; dates are written
          2026-04-30; promises are ids of rungs with spaces between. Commas, semicolons or tabs.
        </p>
        <input
          ref={input}
          type="file"
          accept=".csv,text/csv"
          aria-label="A table"
          hidden
          onChange={(e) => {
            const chosen = e.target.files?.[0]
            e.target.value = ''
            if (chosen) {
              setFile(chosen)
              setAdded(0)
              ask(chosen, false)
            }
          }}
        />
        <div>
          <Button isDisabled={pending} onPress={() => input.current?.click()}>
            Choose a file and look at it
          </Button>
        </div>
        <div role="status">
          {pending && <p>Reading …</p>}
          {added > 0 && (
            <p>
              {added} {added === 1 ? 'dog was' : 'dogs were'} added.
            </p>
          )}
          {!pending && file && seen?.ok && (
            <p>
              {file.name}: {seen.dogs.length} {seen.dogs.length === 1 ? 'dog' : 'dogs'}, all well:{' '}
              {seen.dogs.slice(0, 12).join(', ')}
              {seen.dogs.length > 12 ? ' …' : ''}. Nothing was added yet.{' '}
              <Button $now onPress={() => ask(file, true)}>
                Add all {seen.dogs.length}
              </Button>
            </p>
          )}
          {!pending && seen && !seen.ok && <Fault>{seen.reason}</Fault>}
        </div>
        {seen && !seen.ok && seen.problems.length > 0 && (
          <div tabIndex={0} role="region" aria-label="What is wrong" style={{ overflowX: 'auto' }}>
            <Problems>
              <thead>
                <tr>
                  <th>Row</th>
                  <th>Column</th>
                  <th>What is wrong</th>
                </tr>
              </thead>
              <tbody>
                {seen.problems.slice(0, 200).map((p, i) => (
                  <tr key={i}>
                    <td>{p.row}</td>
                    <td>{p.column}</td>
                    <td>{p.problem}</td>
                  </tr>
                ))}
              </tbody>
            </Problems>
          </div>
        )}
      </section>
    </Page>
  )
}

const Page = styled.div`
  padding: 0.9rem 1.5rem 4rem;
  max-width: var(--page);
  display: grid;
  gap: var(--s-7);
  grid-template-columns: minmax(0, 1fr);
  h1 {
    font-size: var(--t-8);
  }
  h2 {
    font-size: var(--t-6);
  }
  section {
    display: grid;
    gap: var(--s-4);
  }
  p {
    max-width: 70ch;
  }
  ${phone} {
    padding: 0.8rem 0.9rem 4rem;
  }
`
const Problems = styled.table`
  border-collapse: collapse;
  th,
  td {
    text-align: left;
    padding: 0.25rem 1rem 0.25rem 0;
    border-bottom: 1px solid var(--rule);
    vertical-align: top;
  }
  thead th {
    border-bottom: 2px solid var(--ink);
  }
`
