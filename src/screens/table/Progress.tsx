import styled from 'styled-components'
import { percent } from '@/ui/percent'
import { Button } from '@/ui/press'
import type { TableWork } from '@/work/do/tableEnd'
import type { Running } from './useTable'

const words: Readonly<Record<TableWork, string>> = {
  look: 'Checking the table',
  dogs: 'Adding the dogs',
  sets: 'Adding the sets',
  back: 'Taking the dogs back',
}

/** How far a table is, and a way to stop it. */
export function Progress({ running, stop }: { running: Running; stop: () => void }) {
  const name = words[running.what]
  return (
    <Row>
      <progress aria-label={name} max={1} value={running.share} />
      <span>
        {name}: {percent(running.share)}
      </span>
      <Button onPress={stop}>Stop</Button>
    </Row>
  )
}

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-3);
  align-items: center;
  font-variant-numeric: tabular-nums;
  progress {
    inline-size: min(20rem, 60vw);
    block-size: 0.75rem;
    accent-color: var(--ink);
  }
`
