import { rungLabels } from '@/core/views/labels'
import styled from 'styled-components'
import type { RungView } from '@/core/views/resident'
import { OrderedList } from '@/ui/List'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import { Why } from '@/ui/Why'

/** The rungs of a run, the first at the top. */
export function Ladder({ rungs }: { rungs: readonly RungView[] }) {
  return (
    <Rungs>
      {rungs.map((r) => (
        <Rung key={r.id} rung={r} />
      ))}
    </Rungs>
  )
}

function Rung({ rung }: { rung: RungView }) {
  const { sayDay } = useWhen()
  return (
    <li data-mark={rung.mark} aria-current={rung.mark === 'in hand' ? 'step' : undefined}>
      <b>{rung.name}</b>
      <span>{rung.criterion}</span>
      <span className="rule">{rung.rule}</span>
      <span className="counts">
        {rung.counts}
        {rung.heldSince ? `; ${rungLabels.held} since ${sayDay(rung.heldSince)}` : ''}
      </span>
      <em>
        {rung.mark === 'ahead' ? (rung.shut ? 'locked' : '') : rungLabels[rung.mark]}
        {rung.promised ? `${rung.mark === 'ahead' ? '' : ', '}promised` : ''}
        {rung.shut && (
          <>
            {' '}
            <Why>
              <p>{rung.shut}.</p>
            </Why>
          </>
        )}
      </em>
    </li>
  )
}

const Rungs = styled(OrderedList)`
  li {
    display: grid;
    grid-template-columns: 0.9rem 11rem minmax(0, 1fr) 9rem 15rem 9rem;
    gap: 0 var(--s-5);
    padding: 0.28rem 0;
    border-bottom: 1px solid var(--rule);
    align-items: baseline;
    font-size: var(--t-3);
  }
  li::before {
    content: '';
    align-self: stretch;
    margin: -0.3rem 0;
    border-left: 2px dotted var(--rule-2);
    justify-self: center;
  }
  b {
    font-weight: 560;
  }
  .rule,
  .counts,
  em {
    color: var(--ink-2);
    font-style: normal;
    font-size: var(--t-2);
  }
  li[data-mark='held']::before {
    border-left: 5px solid var(--held);
  }
  li[data-mark='passed']::before {
    border-left: 2px solid var(--ink);
  }
  li[data-mark='in hand'] {
    background: var(--paper);
    b {
      font-weight: 720;
    }
  }
  li[data-mark='in hand']::before {
    border-left: 0;
    width: 0.8rem;
    height: 0.8rem;
    border: 2.5px solid var(--ink);
    border-radius: 50%;
    margin: 0.2rem 0;
    align-self: center;
  }
  li[data-mark='slipped'] {
    b,
    em {
      color: var(--person);
    }
  }
  li[data-mark='slipped']::before {
    border-left: 4px dashed var(--person);
  }
  ${phone} {
    li {
      grid-template-columns: 0.9rem minmax(0, 1fr) auto;
    }
    li > span {
      grid-column: 2 / -1;
    }
    li > em {
      grid-row: 1;
      grid-column: 3;
    }
    li::before {
      grid-row: 1 / 5;
    }
  }
`
