'use client'
import { useRef, useState, useTransition } from 'react'
import { Fault } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import type { TableResult } from '@/work/do/tableIn'
import { Across, Table } from '@/ui/Table'

/** A table from a file: a look first, then all of it or nothing. */
export function TableIn({
  send,
  most,
  what,
}: {
  send: (form: FormData) => Promise<TableResult>
  most: number
  /** What a row is, one and many. */
  what: readonly [one: string, many: string]
}) {
  const input = useRef<HTMLInputElement>(null)
  const [file, setFile] = useState<File>()
  const [seen, setSeen] = useState<TableResult>()
  const [added, setAdded] = useState(0)
  const [pending, start] = useTransition()
  const named = (n: number) => `${n} ${n === 1 ? what[0] : what[1]}`
  const ask = (chosen: File, keep: boolean) =>
    start(async () => {
      const refused = (reason: string) => setSeen({ ok: false, reason, errors: {}, problems: [] })
      if (chosen.size > most)
        return refused(`The file has ${(chosen.size / 1e6).toFixed(1)} MB; ${(most / 1e6).toFixed(0)} are the most.`)
      const form = new FormData()
      form.set('file', chosen)
      form.set('keep', keep ? 'yes' : '')
      try {
        const result = await send(form)
        setSeen(result)
        if (keep && result.ok) {
          setAdded(result.rows.length)
          setFile(undefined)
        }
      } catch {
        refused('No connection: nothing was added.')
      }
    })
  return (
    <>
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
        <Button isPending={pending} onPress={() => input.current?.click()}>
          Choose a file and look at it
        </Button>
      </div>
      <div role="status">
        {pending && <p>Reading …</p>}
        {added > 0 && (
          <p>
            {named(added)} {added === 1 ? 'was' : 'were'} added.
          </p>
        )}
        {!pending && file && seen?.ok && (
          <p>
            {file.name}: {named(seen.rows.length)}, all well: {seen.rows.slice(0, 12).join(', ')}
            {seen.rows.length > 12 ? ' …' : ''}. Nothing was added yet.{' '}
            <Button $now onPress={() => ask(file, true)}>
              Add all {seen.rows.length}
            </Button>
          </p>
        )}
        {!pending && seen && !seen.ok && <Fault>{seen.reason}</Fault>}
      </div>
      {seen && !seen.ok && seen.problems.length > 0 && (
        <Across label="What is wrong">
          <Table>
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
          </Table>
        </Across>
      )}
    </>
  )
}
