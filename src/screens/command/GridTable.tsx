'use client'
import styled from 'styled-components'
import { levelWords, type GridCell } from '@/core/views/grid'
import { Why } from '@/ui/Why'
import type { CommandPage } from '@/work/page/command'
import { Said, useWhen } from '@/ui/ways'
import { Across, Table } from '@/ui/Table'

/** Levels down, places across. What a cell is drawn like, its words say too. */
export function GridTable({
  grid,
  places,
  many,
}: {
  grid: CommandPage['grids'][number]
  places: CommandPage['places']
  many: boolean
}) {
  return (
    <Across label={`Proofing grid${many ? `, ${grid.runName}` : ''}`}>
      <Grid>
        <caption>
          {many && `${grid.runName}. `}
          {grid.promisedName}
          {grid.promisedLevel === undefined ? ', the highest mastered' : ', promised'}. {grid.needs} A mastered cell
          covers lower levels in the same location, never another location.
        </caption>
        <thead>
          <tr>
            <th scope="col">Level</th>
            {places.map((p) => (
              <th key={p.id} scope="col">
                {p.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {grid.rows.map((row, level) => (
            <tr key={levelWords[level]} data-promised={grid.promisedLevel === level}>
              <th scope="row">
                <b>{level}</b> {levelWords[level]}
                {grid.promisedLevel === level && <em> promised</em>}
              </th>
              {row.map((cell) => (
                <Cell key={cell.placeId} cell={cell} />
              ))}
            </tr>
          ))}
        </tbody>
      </Grid>
    </Across>
  )
}

function Cell({ cell }: { cell: GridCell }) {
  const { sayDay } = useWhen()
  const state = cell.held ? 'held' : cell.total > 0 ? 'begun' : 'new'
  return (
    <td data-state={state}>
      {cell.held ? (
        <b>mastered</b>
      ) : cell.days > 0 ? (
        <b>1 of 2 days</b>
      ) : cell.total > 0 ? (
        <span>worked</span>
      ) : (
        <span className="none">–</span>
      )}
      {cell.total > 0 && (
        <small>
          {cell.clean}/{cell.total}, {cell.lastDay && sayDay(cell.lastDay)}
        </small>
      )}
      {(cell.total > 0 || cell.nextRung) && !cell.held && (
        <Why label={cell.nextRung ? `next ${cell.nextRung}` : 'why'}>
          {cell.nextRung && <p>Next here: {cell.nextRung}, by the relax rule.</p>}
          {cell.hands.length > 0 && (
            <p>
              Handlers: {cell.hands.join(', ')}. Equipment: <Said>{cell.kits.join(', ')}</Said>.
            </p>
          )}
        </Why>
      )}
      {cell.held && (
        <Why label="who">
          <p>
            Handlers: {cell.hands.join(', ') || 'see a harder cell of this location'}. Equipment:{' '}
            <Said>{cell.kits.join(', ') || '–'}</Said>.
          </p>
        </Why>
      )}
    </td>
  )
}

const Grid = styled(Table)`
  width: 100%;
  min-width: 52rem;
  font-size: var(--t-2);
  caption {
    color: var(--ink-2);
    max-width: 70ch;
  }
  tbody th {
    font-weight: 420;
    width: 15rem;
    color: var(--ink-2);
    b {
      color: var(--ink);
      font-weight: 720;
      margin-right: 0.3rem;
    }
    em {
      font-style: normal;
      font-weight: 640;
      color: var(--ink);
    }
  }
  td {
    border: 1px solid var(--rule);
    padding: 0.3rem 0.5rem;
    min-width: 6.5rem;
  }
  small {
    display: block;
    color: var(--ink-2);
  }
  .none {
    color: var(--ink-2);
  }
  td[data-state='held'] {
    border: 3px solid var(--held);
    b {
      color: var(--held);
    }
  }
  td[data-state='begun'] {
    background: var(--paper);
  }
  tr[data-promised='true'] > * {
    border-bottom: 3px solid var(--ink);
  }
`
