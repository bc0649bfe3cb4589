'use client'
import styled from 'styled-components'
import { FileLink } from '@/ui/press'
import { OfficePage } from '@/ui/Page'
import type { ImportStanding } from '@/work/actions/importDogs'
import type { TableWork } from '@/work/actions/tableEnd'
import { LastImport } from './LastImport'
import { TableIn } from './TableIn'
import { useTable, type TableActions } from './useTable'

/** Dogs and owners as a table, out and in. */
export function DogTable({
  columns,
  most,
  timeZone,
  last,
  running: begun,
  actions,
}: {
  columns: readonly string[]
  most: number
  timeZone: string
  /** The table that was added last, as far as there is something to do about it. */
  last: ImportStanding | undefined
  /** What somebody who left this page had under way. */
  running: { readonly id: string; readonly what: TableWork } | undefined
  actions: TableActions & {
    readonly goOn: (id: string) => ReturnType<TableActions['look']>
    readonly takeBack: (id: string) => ReturnType<TableActions['look']>
  }
}) {
  const table = useTable(actions, begun)
  const { end, running, run } = table
  const back = end?.what === 'back' && end.result.ok ? end.result : undefined
  const added = end?.what === 'dogs' && end.result.ok ? end.result : undefined
  const standing = (back ?? added)?.standing ?? last
  return (
    <Page>
      <h1>Dogs and owners as a table</h1>
      <section aria-labelledby="out">
        <h2 id="out">Out</h2>
        <p>
          Every residency there ever was, as CSV. An apostrophe stands before a cell that a spreadsheet would run as a
          formula. It is removed when the file is read back.
        </p>
        <p>
          <FileLink href="/dogs/table.csv">Download the table</FileLink>
        </p>
      </section>
      <section aria-labelledby="in">
        <h2 id="in">In</h2>
        <p>
          The first row names the columns: {columns.join(', ')}. The first five are needed; dates are written
          2026-04-30; promises are rung ids with spaces between them. Columns are separated by commas, semicolons or
          tabs.
        </p>
        <TableIn actions={actions} most={most} what={['dog', 'dogs']} table={table} />
      </section>
      {!running && standing && (
        <section aria-labelledby="last">
          <h2 id="last">The last table</h2>
          <LastImport
            standing={standing}
            stay={back?.stay ?? []}
            timeZone={timeZone}
            busy={running !== undefined}
            goOn={() => run('dogs', () => actions.goOn(standing.id))}
            takeBack={() => run('back', () => actions.takeBack(standing.id))}
          />
        </section>
      )}
    </Page>
  )
}

const Page = styled(OfficePage)`
  section {
    display: grid;
    gap: var(--s-4);
  }
  p {
    max-width: 70ch;
  }
`
