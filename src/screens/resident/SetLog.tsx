'use client'
import dynamic from 'next/dynamic'
import { usePathname, useRouter, useSearchParams } from 'next/navigation'
import { useState } from 'react'
import styled from 'styled-components'
import { dayIn } from '@/core/days'
import { outcomeOfLetter } from '@/core/facts/fact'
import { Fold } from '@/ui/Fold'
import { OutcomeMark } from '@/ui/OutcomeMark'
import { Choose } from '@/ui/Choose'
import { Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { Said, useWhen } from '@/ui/ways'
import type { LogEntry, ResidentView } from '@/work/page/resident'
import { OrderedList } from '@/ui/List'
import type { CorrectActions } from './CorrectSet'
import { useMay } from '../shell/may'
import type { EpochMs } from '@/core/epochMs'

// Opened now and then: asked for when it is.
const CorrectSet = dynamic(() => import('./CorrectSet').then((m) => m.CorrectSet), { ssr: false })

const any = 'any'

/** The wall clock of a moment, as a field takes it: `09:05`. */
const clockOf = (at: EpochMs, timeZone: string): string =>
  new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', hourCycle: 'h23', timeZone }).format(at)

/** The sets, day by day, newest first; what is shown is in the address. */
export function SetLog({ view, actions }: { view: ResidentView; actions: CorrectActions }) {
  const { wallClock, sayDay } = useWhen()
  const router = useRouter()
  const path = usePathname()
  const query = useSearchParams()
  const [correcting, setCorrecting] = useState<LogEntry>()
  const mayCorrect = useMay('trainer')
  const ask = (name: string, value: string) => {
    const next = new URLSearchParams(query)
    if (value === any) next.delete(name)
    else next.set(name, value)
    next.delete('page')
    router.replace(`${path}?${next.toString()}#sets`, { scroll: false })
  }
  const more = () => {
    const next = new URLSearchParams(query)
    next.set('page', String(Number(query.get('page') ?? '0') + 1))
    router.replace(`${path}?${next.toString()}`, { scroll: false })
  }
  const beginningOf = (entry: LogEntry) => ({
    day: dayIn(view.timeZone, entry.at),
    at: clockOf(entry.at, view.timeZone),
  })
  const byDay = new Map<string, { entry: LogEntry; clock: string }[]>()
  for (const entry of view.log) {
    const { day, clock } = wallClock(entry.at, view.timeZone)
    byDay.set(day, [...(byDay.get(day) ?? []), { entry, clock }])
  }
  const filtered = Object.values(view.filter).some((v) => v !== undefined)
  return (
    <Fold
      id="sets"
      title="Sets"
      note={view.log[0] ? `the last on ${sayDay(view.log[0].day)}` : 'none yet'}
      start={filtered}
    >
      <LogFilters view={view} ask={ask} />
      {view.log.length === 0 && (
        <p>{filtered ? 'No set like that.' : 'No sets yet. The first one appears here as soon as you record it.'}</p>
      )}
      {[...byDay].map(([day, sets]) => (
        <div key={day}>
          <Day>{day === view.today ? 'Today' : sayDay(day)}</Day>
          <Rows>
            {sets.map(({ entry, clock }) => (
              <SetRow
                key={entry.id}
                entry={entry}
                clock={clock}
                view={view}
                onCorrect={mayCorrect ? setCorrecting : undefined}
              />
            ))}
          </Rows>
        </div>
      ))}
      {view.more && <Quiet onPress={more}>Older sets</Quiet>}
      {correcting && (
        <CorrectSet
          key={correcting.id}
          entry={correcting}
          begun={beginningOf(correcting)}
          view={view}
          actions={actions}
          onClose={() => {
            setCorrecting(undefined)
          }}
        />
      )}
    </Fold>
  )
}

/** What of the log is shown. */
function LogFilters({ view, ask }: { view: ResidentView; ask: (name: string, value: string) => void }) {
  return (
    <Filters>
      <Choose
        label="Command"
        value={view.filter.command ?? any}
        onChange={(v) => {
          ask('command', v)
        }}
        choices={[{ id: any, name: 'all' }, ...view.commands.map((c) => ({ id: c.id, name: c.name }))]}
      />
      <Choose
        label="Location"
        value={view.filter.placeId ?? any}
        onChange={(v) => {
          ask('place', v)
        }}
        choices={[{ id: any, name: 'all' }, ...view.places]}
      />
      <Choose
        label="Handler"
        value={view.filter.leashHolder ?? any}
        onChange={(v) => {
          ask('holder', v)
        }}
        choices={[{ id: any, name: 'all' }, ...view.people]}
      />
      <Choose
        label="Only"
        value={view.filter.only ?? any}
        onChange={(v) => {
          ask('only', v)
        }}
        choices={[
          { id: any, name: 'all' },
          { id: 'misses', name: 'with a miss' },
          { id: 'refreshers', name: 'refreshers' },
          { id: 'taken-back', name: 'undone' },
        ]}
      />
    </Filters>
  )
}

/** One set: when, what, where and with whom, its reps, and the way to correct it. */
function SetRow({
  entry,
  clock,
  view,
  onCorrect,
}: {
  entry: LogEntry
  clock: string
  view: ResidentView
  onCorrect: ((entry: LogEntry) => void) | undefined
}) {
  return (
    <li data-voided={entry.voidedBecause !== null}>
      <span className="clock">{clock}</span>
      <span className="what">
        {view.commands.find((c) => c.id === entry.command)?.name ?? entry.command}, {entry.rungName}
        {entry.purpose === 'refresh' ? ' (refresher)' : ''}
        <small>
          {entry.placeName}, {entry.holderName}, <Said>{entry.kit}</Said>
          {entry.level > 0 ? `, level ${entry.level}` : ''}
          {entry.replaces !== null ? ', corrected' : ''}
          {entry.broughtBy !== undefined ? `, brought by ${entry.broughtBy}` : ''}
          {entry.voidedBecause !== null ? `, undone: ${entry.voidedBecause}` : ''}
          {entry.note ? `. “${entry.note}”` : ''}
        </small>
      </span>
      <Reps role="img" aria-label={repsText(entry.outcomes)}>
        {[...entry.outcomes].map((o, i) => (
          <OutcomeMark key={i} outcome={outcomeOfLetter[o]} size="0.8rem" />
        ))}
      </Reps>
      {entry.voidedBecause === null && onCorrect ? (
        <Quiet
          onPress={() => {
            onCorrect(entry)
          }}
          aria-label={`Correct the set of ${clock}, ${entry.rungName}`}
        >
          correct
        </Quiet>
      ) : (
        <span />
      )}
    </li>
  )
}

function repsText(outcomes: string): string {
  if (outcomes === '') return 'no reps'
  return Object.entries(outcomeOfLetter)
    .flatMap(([letter, name]) => {
      const n = [...outcomes].filter((o) => o === letter).length
      return n > 0 ? [`${n} ${name}`] : []
    })
    .join(', ')
}

const Filters = styled.div`
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: var(--s-4);
  max-width: 46rem;
  margin: 0.3rem 0 0.4rem;
  ${phone} {
    grid-template-columns: 1fr 1fr;
  }
`
const Day = styled.h3`
  font-size: var(--t-2);
  font-weight: 560;
  color: var(--ink-2);
  margin: 0.7rem 0 0.1rem;
  border-bottom: 1px solid var(--rule);
`
const Rows = styled(OrderedList)`
  columns: 2 30rem;
  column-gap: var(--s-9);
  li {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr) auto auto;
    gap: var(--s-2) var(--s-3);
    padding: 0.22rem 0;
    font-size: var(--t-3);
    line-height: 1.2;
    break-inside: avoid;
  }
  li[data-voided='true'] .what {
    text-decoration: line-through;
    color: var(--ink-2);
  }
  small {
    display: block;
    font-size: var(--t-1);
    color: var(--ink-2);
  }
  .clock {
    color: var(--ink-2);
    white-space: nowrap;
    min-width: 2.7rem;
  }
`
const Reps = styled.span`
  display: flex;
  white-space: nowrap;
  align-items: start;
  padding-top: 0.15rem;
`
