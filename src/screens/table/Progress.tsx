import styled from 'styled-components'
import { percent } from '@/core/percent'
import { Button } from '@/ui/press'
import type { TableWork } from '@/work/actions/tableEnd'
import type { Running } from './useTable'

const words: Readonly<Record<TableWork, string>> = {
  look: 'Checking the table',
  dogs: 'Adding the dogs',
  sets: 'Adding the sets',
  back: 'Taking the dogs back',
}

/** What is done now, and how far that is: before anything is added, the table is checked once more. */
export function stageOf({ what, share }: Running): { readonly name: string; readonly share: number } {
  if (what === 'look' || what === 'back') return { name: words[what], share }
  return share < 0.5 ? { name: words.look, share: share * 2 } : { name: words[what], share: share * 2 - 1 }
}

/** How far a table is, and a way to stop it. */
export function Progress({ running, stop }: { running: Running; stop: () => void }) {
  const { name, share } = stageOf(running)
  return (
    <Row>
      <progress aria-label={name} max={1} value={share} />
      <span>
        {name}: {percent(share)}
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
