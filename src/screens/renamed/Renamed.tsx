'use client'
import styled from 'styled-components'
import { retired } from '@/core/views/retired'
import { OfficePage } from '@/ui/Page'
import { Table } from '@/ui/Table'

/** Words that changed, for staff who knew the old ones: what stood there before, and what stands there now. */
export function Renamed() {
  return (
    <OfficePage>
      <h1>Old and new words</h1>
      <p>The work has not changed, only the words for it. The finder takes the old names of pages too.</p>
      <Words>
        <thead>
          <tr>
            <th scope="col">Before</th>
            <th scope="col">Now</th>
          </tr>
        </thead>
        <tbody>
          {retired.map(([was, now]) => (
            <tr key={was}>
              <td>{was}</td>
              <th scope="row">{now}</th>
            </tr>
          ))}
        </tbody>
      </Words>
    </OfficePage>
  )
}

const Words = styled(Table)`
  width: 100%;
  max-width: 46rem;
  margin-top: var(--s-5);
  th,
  td {
    width: 50%;
    overflow-wrap: anywhere;
  }
  td {
    color: var(--ink-2);
  }
`
