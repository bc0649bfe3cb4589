'use client'
import styled from 'styled-components'
import { Disclosed } from '@/ui/Disclosed'
import { Link } from '@/ui/link'
import { OrderedList } from '@/ui/List'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { Beside, OfficePage } from '@/ui/Page'
import { useWhen } from '@/ui/ways'
import { Why } from '@/ui/Why'
import type { ComingRow, ComingView } from '@/work/page/coming'
import { May } from '../shell/may'
import { Dog } from './Dog'
import type { FormAction } from '../form/state'
import { StayForm } from '../StayForm'
import { Mind, type PauseActions } from './Mind'

/** Where the morning goes on from here. */
const waysOn = [
  ['/words', 'Cue words'],
  ['/bowls', 'bowls'],
  ['/paper', 'paper sheets'],
  ['/dogs', 'dogs that were here'],
  ['/dogs/table', 'all dogs and owners as a table'],
  ['/coming/another', 'room for another dog'],
] as const

/** The morning's page: a cord of days, arrivals tied on above it and goings-home below. */
export function Coming({
  view,
  change,
  pauses,
}: {
  view: ComingView
  change: FormAction | undefined
  pauses: PauseActions | undefined
}) {
  const { sayDay } = useWhen()
  const busy = view.days.filter((d, i) => i === 0 || d.arriving.length > 0 || d.leaving.length > 0)
  return (
    <Page>
      <h1>Arrivals and departures</h1>
      <p>
        {view.here === 1 ? 'One dog is' : `${view.here === 0 ? 'No' : view.here} dogs are`} here today.{' '}
        {waysOn.map(([href, name], i) => (
          <May key={href} to={href}>
            {i > 0 && ', '}
            <Link href={href}>{name}</Link>
          </May>
        ))}
      </p>
      <Beside>
        <section aria-labelledby="days">
          <h2 id="days">The next {view.days.length} days</h2>
          <Days>
            {busy.map((d) => (
              <li key={d.day} data-today={d.day === view.today}>
                <h2>
                  {d.day === view.today ? 'Today' : sayDay(d.day)} <span>{inDays(view.days.indexOf(d))}</span>
                </h2>
                {d.arriving.length === 0 && d.leaving.length === 0 && (
                  <p className="quiet">No arrivals and no departures.</p>
                )}
                {d.arriving.map((r) => (
                  <Arrival key={r.residencyId}>
                    <em>comes</em>
                    <div>
                      <Dog href={`/dogs/${r.residencyId}`}>
                        <b>{r.runNumber}</b> {r.name}
                      </Dog>{' '}
                      <span>
                        {r.ownerName}; until {sayDay(r.leavesOn)}
                      </span>
                      <p>
                        {d.day === view.today
                          ? 'First evening. Take a light walk, then rest. No training yet.'
                          : 'Make the run ready.'}
                      </p>
                    </div>
                  </Arrival>
                ))}
                {d.leaving.map((row) => (
                  <Leaving
                    key={row.resident.residencyId}
                    row={row}
                    timeZone={view.timeZone}
                    stayFields={view.stayFields}
                    change={change}
                  />
                ))}
              </li>
            ))}
          </Days>
        </section>
        <Mind view={view} pauses={pauses} change={change} />
      </Beside>
    </Page>
  )
}

const inDays = (n: number): string => (n === 0 ? '' : n === 1 ? 'tomorrow' : `in ${n} days`)

function Leaving({
  row,
  timeZone,
  stayFields,
  change,
}: {
  row: ComingRow
  timeZone: string
  stayFields: ComingView['stayFields']
  change: FormAction | undefined
}) {
  const { sayMoment, sayDay } = useWhen()
  const { resident, handoff } = row
  return (
    <Departure>
      <em>goes</em>
      <div>
        <Dog href={`/dogs/${resident.residencyId}`}>
          <b>{resident.runNumber}</b> {resident.name}
        </Dog>{' '}
        <span>{resident.ownerName}</span>
        {(resident.biteHistory || resident.caution) && (
          <NeedsPerson>
            {resident.biteHistory ? 'Bite history. ' : ''}
            {resident.caution}
          </NeedsPerson>
        )}
        <p>
          {handoff ? (
            <>
              Handoff {sayMoment(handoff.from, timeZone)} with {handoff.personName}.{' '}
            </>
          ) : row.promises > 0 ? (
            <b data-person="true">No handoff is booked. </b>
          ) : null}
          {row.lacks !== '' ? (
            <b data-person="true">
              {row.lacks[0]?.toUpperCase()}
              {row.lacks.slice(1)}.{' '}
            </b>
          ) : null}
          {row.promises === 0 ? null : row.readyOn ? (
            <b data-ready="true">Ready since {sayDay(row.readyOn)}.</b>
          ) : (
            `${row.met} of ${row.promises} promises met.`
          )}{' '}
          {row.changes.length > 0 && (
            <Why label="stay changed">
              {row.changes.map((c) => (
                <p key={c.at}>
                  {sayMoment(c.at, timeZone)}, {c.by}: from {sayDay(c.was)} to {sayDay(c.leavesOn)}. “{c.reason}”
                </p>
              ))}
            </Why>
          )}
        </p>
        {change && (
          <Disclosed says="Change dates" label={`Change dates: ${resident.name}`}>
            <StayForm stay={resident} fields={stayFields} action={change} />
          </Disclosed>
        )}
      </div>
    </Departure>
  )
}

const Page = styled(OfficePage)`
  > p {
    color: var(--ink-2);
  }
`
const Days = styled(OrderedList)`
  margin-top: var(--s-4);
  padding: 0 0 0 1.4rem;
  border-left: 3px solid var(--held);
  > li {
    position: relative;
    padding: 0.2rem 0 1.1rem;
  }
  > li::before {
    content: '';
    position: absolute;
    left: calc(-1.4rem - 0.55rem);
    top: 0.5rem;
    width: 0.7rem;
    height: 0.7rem;
    border-radius: 50%;
    background: var(--ground);
    border: 3px solid var(--held);
  }
  > li[data-today='true']::before {
    background: var(--now);
    border-color: var(--ink);
  }
  h2 {
    font-size: var(--t-5);
    span {
      font:
        420 var(--t-2)/1 'Atkinson Hyperlegible Next Variable',
        sans-serif;
      color: var(--ink-2);
    }
  }
  .quiet {
    color: var(--ink-2);
  }
`
const row =
  `display: grid; grid-template-columns: 4rem minmax(0, 1fr); gap: 0 0.6rem; padding: 0.45rem 0; border-bottom: ` +
  `1px solid var(--rule); > em { font-style: normal; font-weight: 640; color: var(--ink-2); } span { color: ` +
  `var(--ink-2); } p { margin-top: 0.15rem; } b[data-ready='true'] { color: var(--held); } ` +
  `b[data-person='true'] { color: var(--person); }`
const Arrival = styled.div`
  ${row}
`
const Departure = styled.div`
  ${row}
`
