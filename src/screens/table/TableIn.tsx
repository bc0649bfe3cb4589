'use client'
import { useRef, useState } from 'react'
import { v7 } from 'uuid'
import { Fault } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import { Across, Table } from '@/ui/Table'
import type { TableProblem } from '@/work/actions/tableIn'
import { Progress } from './Progress'
import { useTable, type TableActions } from './useTable'

/** A table from a file: a look first, and all of it or nothing when something is wrong. */
export function TableIn({
  actions,
  most,
  what,
  table,
}: {
  actions: TableActions
  most: number
  /** What a row is, one and many. */
  what: readonly [one: string, many: string]
  /** The work of the page, where it has more to do with it than this. */
  table?: ReturnType<typeof useTable>
}) {
  const own = useTable(actions)
  const { running, end, fault, run, stop, refuse } = table ?? own
  const input = useRef<HTMLInputElement>(null)
  const [chosen, setChosen] = useState<{ readonly file: File; readonly id: string }>()
  const named = (n: number) => `${n} ${n === 1 ? what[0] : what[1]}`
  const formOf = (file: File, id: string) => {
    const form = new FormData()
    form.set('file', file)
    form.set('id', id)
    return form
  }
  const look = (file: File) => {
    // Under one id it is added once, however often it is sent.
    const id = v7()
    setChosen({ file, id })
    if (file.size > most)
      return refuse(`The file has ${(file.size / 1e6).toFixed(1)} MB; ${(most / 1e6).toFixed(0)} are the most.`)
    run('look', () => actions.look(formOf(file, id)))
  }
  const add = ({ file, id }: NonNullable<typeof chosen>) =>
    run(what[0] === 'dog' ? 'dogs' : 'sets', () => actions.add(formOf(file, id)))
  const refused = end && !end.result.ok ? end.result : undefined
  const problems = end && end.what !== 'back' && !end.result.ok ? end.result.problems : []
  const seen = end?.what === 'look' && end.result.ok ? end.result.rows : undefined
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".csv,text/csv"
        aria-label="A table"
        hidden
        onChange={(e) => {
          const file = e.target.files?.[0]
          e.target.value = ''
          if (file) look(file)
        }}
      />
      <div>
        <Button isDisabled={running !== undefined} onPress={() => input.current?.click()}>
          Choose a file and look at it
        </Button>
      </div>
      {running && <Progress running={running} stop={stop} />}
      <div role="status">
        {!running && chosen && seen && (
          <p>
            {chosen.file.name}: {named(seen.length)}, all well: {seen.slice(0, 12).join(', ')}
            {seen.length > 12 ? ' …' : ''}. Nothing was added yet.{' '}
            <Button $now onPress={() => add(chosen)}>
              Add all {seen.length}
            </Button>
          </p>
        )}
        {!running && end?.what === 'sets' && end.result.ok && (
          <SetsIn rows={end.result.rows.length} kept={end.result.kept} known={end.result.known} />
        )}
        {!running && (fault !== '' || refused) && <Fault>{fault === '' ? refused?.reason : fault}</Fault>}
      </div>
      {problems.length > 0 && <Problems problems={problems} />}
    </>
  )
}

function SetsIn({ rows, kept, known }: { rows: number; kept: number; known: number }) {
  const left = rows - kept - known
  return (
    <p>
      {kept} {kept === 1 ? 'set was' : 'sets were'} added.
      {known > 0 && ` ${known} ${known === 1 ? 'was' : 'were'} there before.`}
      {left > 0 &&
        ` It was stopped: ${left} ${left === 1 ? 'is' : 'are'} not in. Choose the same table again to add the rest; ` +
          'what is in is not added twice.'}
    </p>
  )
}

/** What is wrong in which row. */
export function Problems({ problems }: { problems: readonly TableProblem[] }) {
  return (
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
          {problems.slice(0, 200).map((p, i) => (
            <tr key={i}>
              <td>{p.row}</td>
              <td>{p.column}</td>
              <td>{p.problem}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Across>
  )
}
