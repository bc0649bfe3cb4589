'use client'
import styled from 'styled-components'
import type { Outcome } from '@/core/facts'
import type { CommandView } from '@/core/views/resident'
import { OutcomeMark } from '@/ui/OutcomeMark'
import { sayDay, wallClock } from '@/ui/when'
import type { LogEntry } from '@/work/resident'

const outcomeOf: Readonly<Record<string, Outcome>> = { C: 'clean', H: 'helped', L: 'late', M: 'miss' }

/** The newest sets, day by day. */
export function SetLog({ log, commands, timeZone, today }: { log: readonly LogEntry[]; commands: readonly CommandView[]; timeZone: string; today: string }) {
  const byDay = new Map<string, { entry: LogEntry; clock: string }[]>()
  for (const entry of log) {
    const { day, clock } = wallClock(entry.at, timeZone)
    byDay.set(day, [...(byDay.get(day) ?? []), { entry, clock }])
  }
  return (
    <section aria-label="Sets">
      <h2>Sets</h2>
      {log.length === 0 && <p>No set yet. The first one appears here as soon as it is worked.</p>}
      {[...byDay].map(([day, sets]) => (
        <div key={day}>
          <Day>{day === today ? 'Today' : sayDay(day)}</Day>
          <List>
            {sets.map(({ entry, clock }) => (
              <li key={entry.id} data-voided={entry.voided}>
                <span className="clock">{clock}</span>
                <span>
                  {commands.find((c) => c.id === entry.command)?.name}, {entry.rungName}{entry.refresher ? ' (refresher)' : ''}
                  <small>{entry.place}, {entry.leashHolder}{entry.voided ? ', taken back' : ''}</small>
                </span>
                <Reps role="img" aria-label={sayReps(entry.outcomes)}>{[...entry.outcomes].map((o, i) => <OutcomeMark key={i} outcome={outcomeOf[o]} size="0.72rem" />)}</Reps>
              </li>
            ))}
          </List>
        </div>
      ))}
    </section>
  )
}

function sayReps(outcomes: string): string {
  if (outcomes === '') return 'no reps'
  return Object.entries(outcomeOf).flatMap(([letter, name]) => { const n = [...outcomes].filter((o) => o === letter).length; return n > 0 ? [`${n} ${name}`] : [] }).join(', ')
}

const Day = styled.h3`font-size: 0.85rem; font-weight: 560; color: var(--ink-2); margin: 0.7rem 0 0.1rem; border-bottom: 1px solid var(--rule);`
const List = styled.ol`list-style: none; margin: 0; padding: 0; li { display: grid; grid-template-columns: 3.2rem minmax(0, 1fr) auto; gap: 0.3rem; padding: 0.22rem 0; font-size: 0.9rem; line-height: 1.2; } li[data-voided='true'] { text-decoration: line-through; opacity: 0.7; } small { display: block; font-size: 0.78rem; color: var(--ink-2); } .clock { color: var(--ink-2); }`
const Reps = styled.span`display: flex; white-space: nowrap; font-size: 0.8rem;`
