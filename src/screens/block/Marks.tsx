import { memo, useSyncExternalStore } from 'react'
import styled from 'styled-components'
import type { Rung } from '@/core/curriculum/types'
import { outcomeMade } from '@/core/progress/result'
import { OutcomeMark } from '@/ui/OutcomeMark'
import type { Block } from './useBlock'

/** The reps of the set as they are known, not as the rest is drawn: the mark of a tap comes with the next picture. */
export const Marks = memo(function Marks({
  known,
  rung,
  of,
  counts,
}: {
  known: Block['known']
  rung: Rung
  of: number
  counts: string
}) {
  const reps =
    useSyncExternalStore(
      known.subscribe,
      () => known.now().active?.reps,
      () => undefined,
    ) ?? []
  // Faults and help tapped after the outcome count: the mark is what they have made of the rep.
  const made = reps.map((r) => outcomeMade(rung, r.fact))
  const changed =
    made.at(-1) !== reps.at(-1)?.fact.outcome
      ? `The last one is ${made.at(-1) === 'unclean' ? 'not clean' : (made.at(-1) ?? '')}. `
      : ''
  return (
    <Counted role="status" aria-label={`Rep ${reps.length} of ${of}. ${changed}${counts}`}>
      <span aria-hidden="true">
        {Array.from({ length: Math.max(of, reps.length) }, (_, i) => (
          <OutcomeMark key={i} outcome={made[i]} size="1.4rem" />
        ))}
      </span>
      <b>
        {reps.length}/{of}
      </b>
    </Counted>
  )
})

const Counted = styled.div`
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: baseline;
  span {
    display: flex;
    gap: var(--s-1);
    flex-wrap: wrap;
  }
  b {
    font-size: var(--t-7);
    font-weight: 720;
  }
`
