import type { ReactNode } from 'react'
import type { WallSort, WallView } from '@/core/views/wallView'

/** The columns before those of the commands. */
const columns = [
  { id: 'run', name: 'Run, dog', className: 'who' },
  { id: 'days', name: 'Days', className: 'days' },
  { id: 'chance', name: 'Ready', className: 'days' },
] as const satisfies readonly { readonly id: WallSort; readonly name: string; readonly className: string }[]

/** The head of the wall’s table; a column may be more than its name where the table can be sorted by it. */
export const GridHead = ({
  commands,
  sortOf,
  draw = (_, name) => name,
}: {
  commands: WallView['commands']
  sortOf?: (id: WallSort) => 'none' | 'ascending' | 'descending'
  draw?: (id: WallSort, name: string) => ReactNode
}) => (
  <thead>
    <tr>
      {columns.map((c) => (
        <th key={c.id} scope="col" className={c.className} aria-sort={sortOf?.(c.id)}>
          {draw(c.id, c.name)}
        </th>
      ))}
      {commands.map((c) => (
        <th key={c.id} scope="col">
          {c.name}
        </th>
      ))}
    </tr>
  </thead>
)
