'use client'
import styled from 'styled-components'
import { ownersHands } from '@/core/facts/hands'
import type { OwnersHand } from '@/core/facts/words'
import { ownersOwn } from '@/core/people/names'

const answerTexts = { not: 'not so', yes: 'right', none: 'not said' } as const

/** The owner’s hands: one tap is wrong, two are right, three are nothing. None is needed to go on. */
export function Hands({
  hands,
  marked,
  onHand,
  name,
}: {
  hands: readonly OwnersHand[]
  marked: { readonly right: readonly OwnersHand[]; readonly wrong: readonly OwnersHand[] }
  onHand: (hand: OwnersHand) => void
  name: string
}) {
  if (hands.length === 0) return null
  return (
    <HandsGrid role="group" aria-label={`${ownersOwn(name)} hands`}>
      {hands.map((h) => {
        const answer = marked.wrong.includes(h) ? 'not' : marked.right.includes(h) ? 'yes' : 'none'
        return (
          <button
            key={h}
            type="button"
            data-said={answer}
            aria-label={`${ownersHands[h].short}: ${answerTexts[answer]}`}
            onClick={() => onHand(h)}
          >
            <i aria-hidden="true">{answer === 'not' ? '✕' : answer === 'yes' ? '✓' : '·'}</i> {ownersHands[h].short}
          </button>
        )
      })}
    </HandsGrid>
  )
}

const HandsGrid = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s-2);
  button {
    min-height: var(--touch);
    text-align: left;
    border: 1.5px solid var(--rule-2);
    border-radius: 4px;
    background: none;
    padding: 0 0.6rem;
    cursor: pointer;
    touch-action: manipulation;
    i {
      font-style: normal;
      font-weight: 780;
      display: inline-block;
      width: 1em;
      text-align: center;
    }
  }
  button[data-said='not'] {
    background: var(--person);
    border-color: var(--person);
    color: var(--paper);
  }
  button[data-said='yes'] {
    border: 2.5px solid var(--held);
    font-weight: 660;
  }
`
