'use client'
import styled from 'styled-components'
import type { Raise } from '@/core/demonstration/outlook'
import { Why } from '@/ui/Why'
import type { DemonstrationView } from '@/work/page/demonstration'
import { chanceFigure } from '@/core/forecast/chanceText'
import { points } from '@/core/percent'

/** How likely the whole is to come off, what that rests on, and what would raise it most. */
export function Outlook({ view }: { view: DemonstrationView }) {
  const { outlook } = view
  const place = view.places.find((p) => p.id === view.placeId)?.name ?? 'that location'
  if (outlook.items.length === 0)
    return (
      <Aside aria-label="How likely">
        <h2>How likely</h2>
        <p>No rung is mastered yet, so there is nothing to show.</p>
      </Aside>
    )
  return (
    <Aside aria-label="How likely">
      <h2>How likely</h2>
      <p className="whole">{chanceFigure(outlook.whole)}</p>
      <div>
        that everything works the first time, there, with {view.handler}.{' '}
        <Why>
          Based on the dog’s own reps at what is shown. Reps in {place} with {view.handler} count in full, others count
          half, and what will be forgotten by then is taken off. A first time in a location or with a handler works less
          often. Good and bad days affect all items at once, so the whole is likelier than the product,{' '}
          {chanceFigure(outlook.product)}.
        </Why>
      </div>
      {outlook.raises.length > 0 && (
        <>
          <h3>What would help most</h3>
          <ol>
            {outlook.raises.map((r) => (
              <li key={`${r.kind} ${r.itemId}`}>
                <b>{raiseText(r, place, view.handler)}</b> <span>{points(r.gain)}</span>
              </li>
            ))}
          </ol>
        </>
      )}
    </Aside>
  )
}

const raiseText = (r: Raise, place: string, handler: string): string =>
  r.kind === 'refresh'
    ? `Show “${r.title}” cold the day before`
    : r.kind === 'place'
      ? `A set of “${r.title}” in ${place}`
      : `A set of “${r.title}” with ${handler}`

const Aside = styled.aside`
  border-top: 3px solid var(--ink);
  padding-top: var(--s-3);
  h2 {
    font-size: var(--t-5);
  }
  h3 {
    font-size: var(--t-4);
    margin-top: var(--s-5);
  }
  .whole {
    font:
      700 var(--t-9)/1.1 'Hepta Slab Variable',
      serif;
    margin: 0.2rem 0;
  }
  ol {
    margin: 0.2rem 0 0;
    padding: 0;
    list-style: none;
  }
  li {
    border-top: 1px solid var(--rule);
    padding: 0.35rem 0;
  }
  b {
    font-weight: 560;
  }
  li span {
    color: var(--ink-2);
    white-space: nowrap;
  }
`
