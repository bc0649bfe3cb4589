import styled from 'styled-components'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { Button } from '@/ui/press'
import { useWhen } from '@/ui/ways'
import type { ImportStanding } from '@/work/actions/importDogs'
import { rowsText } from './sayRows'
import { Problems } from './TableIn'

/** How far a table of dogs came, and what can be done about it. */
export function LastImport({
  standing,
  stay,
  timeZone,
  busy,
  goOn,
  takeBack,
}: {
  standing: ImportStanding
  /** Dogs that could not be taken back. */
  stay: readonly string[]
  timeZone: string
  busy: boolean
  goOn: () => void
  takeBack: () => void
}) {
  const { sayMoment } = useWhen()
  const { rows, in: there, problems, takenBack, unfinished, fileName, at, by } = standing
  const dogs = (n: number) => `${n} ${n === 1 ? 'dog was' : 'dogs were'}`
  return (
    <Box>
      <p>
        {fileName}, {sayMoment(at, timeZone)}, {by}.
      </p>
      {takenBack > 0 && <p>{dogs(takenBack)} removed.</p>}
      {stay.length > 0 && (
        <NeedsPerson>
          These stay, since something was recorded or changed after they came: {stay.join('; ')}.
        </NeedsPerson>
      )}
      {unfinished ? (
        <p>
          It was stopped. {there.length} of {rows} are in
          {there.length > 0 && `: ${rowsText(there.map((r) => r.row))} (${reach(there)})`}.
        </p>
      ) : (
        takenBack === 0 && <p>{dogs(there.length)} added.</p>
      )}
      {problems.length > 0 && (
        <>
          <p>{dogs(problems.length)} not added:</p>
          <Problems problems={problems.map((p) => ({ row: p.row, column: p.said, problem: p.problem }))} />
        </>
      )}
      <div>
        {unfinished && (
          <Button $now isDisabled={busy} onPress={goOn}>
            Add the other {rows - there.length - problems.length}
          </Button>
        )}
        {there.length > 0 && stay.length === 0 && (
          <Button isDisabled={busy} onPress={takeBack}>
            {there.length === 1 ? 'Remove this dog' : `Remove all ${there.length}`}
          </Button>
        )}
      </div>
    </Box>
  )
}

const reach = (rows: readonly { readonly said: string }[]): string =>
  rows.length === 1 ? (rows[0]?.said ?? '') : `${rows[0]?.said ?? ''} to ${rows.at(-1)?.said ?? ''}`

const Box = styled.div`
  display: grid;
  gap: var(--s-3);
  > div:last-child {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-3);
  }
`
