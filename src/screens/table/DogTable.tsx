'use client'
import styled from 'styled-components'
import { FileLink } from '@/ui/press'
import { OfficePage } from '@/ui/Page'
import type { TableResult } from '@/work/do/tableIn'
import { TableIn } from './TableIn'

/** Dogs and owners as a table, out and in. */
export function DogTable({
  columns,
  send,
  most,
}: {
  columns: readonly string[]
  send: (form: FormData) => Promise<TableResult>
  most: number
}) {
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
        <TableIn send={send} most={most} what={['dog', 'dogs']} />
      </section>
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
