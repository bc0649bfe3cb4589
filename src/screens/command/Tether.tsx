'use client'
import styled from 'styled-components'
import { useWhen } from '@/ui/ways'
import type { CommandPage } from '@/work/page/command'
import { Placed } from '@/ui/Placed'
import { OrderedList } from '@/ui/List'

/** The longest calm interval of each day on the tether, and what the weeks came to. */
export function Tether({ tether }: { tether: NonNullable<CommandPage['tether']> }) {
  const { sayDay } = useWhen()
  const most = Math.max(1, ...tether.days.map((d) => d.longest ?? 0))
  return (
    <section aria-labelledby="tether">
      <h2 id="tether">On the tether</h2>
      {tether.days.length === 0 ? (
        <p>No minute recorded yet. Reward as fast as the dog chews, then further and further apart.</p>
      ) : (
        <>
          <p>Longest calm interval, seconds, by day; below it, minutes calm of all.</p>
          <Days aria-label="Longest calm interval in seconds, by day">
            {tether.days.slice(-14).map((d) => (
              <li key={d.day} title={sayDay(d.day)}>
                <b>{d.longest ?? '–'}</b>
                <Placed $height={((d.longest ?? 0) / most) * 5} aria-hidden="true" />
                <span aria-hidden="true">{Number(d.day.slice(8))}</span>
                <span className="unseen">{sayDay(d.day)}</span>
                <small>
                  {d.calm}/{d.minutes}
                  <span className="unseen"> minutes calm</span>
                </small>
              </li>
            ))}
          </Days>
          <ul>
            {tether.weeks.map((w) => (
              <li key={w.day}>
                Week of {sayDay(w.day)}: longest {w.longest === undefined ? 'none' : `${w.longest} s`}, {w.calm} of{' '}
                {w.minutes} minutes calm
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}

const Days = styled(OrderedList)`
  margin: 0 0 0.6rem;
  display: flex;
  gap: var(--s-3);
  align-items: end;
  overflow-x: auto;
  position: relative;
  li {
    display: grid;
    justify-items: center;
    font-size: var(--t-2);
  }
  b {
    font-weight: 680;
  }
  i {
    width: 1.1rem;
    background: var(--ink);
  }
  small {
    color: var(--ink-2);
  }
`
