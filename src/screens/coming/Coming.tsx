'use client'
import { Link } from '@/ui/link'
import { useState, useTransition } from 'react'
import styled from 'styled-components'
import { Choose } from '@/ui/Choose'
import { Disclosed } from '@/ui/Disclosed'
import { DateField } from '@/ui/DateField'
import { OfficePage, Beside } from '@/ui/Page'
import { Field } from '@/ui/Field'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { Why } from '@/ui/Why'
import { Fault, Wrong } from '@/ui/fieldParts'
import { Button, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { sayDay } from '@/ui/when'
import { useWhen } from '@/ui/ways'
import type { ComingRow, ComingView, Minding } from '@/work/page/coming'
import { List, OrderedList } from '@/ui/List'
import { May } from '../shell/may'
import type { Told } from '../told'
import { useTold } from '../useTold'

/** Where the morning goes on from here. */
const waysOn = [
  ['/words', 'Cue words'],
  ['/bowls', 'bowls'],
  ['/paper', 'paper sheets'],
  ['/dogs', 'dogs that were here'],
  ['/dogs/table', 'all dogs and owners as a table'],
  ['/coming/another', 'room for another dog'],
] as const

type Change = (raw: unknown) => Promise<Told>

/** The morning's page: a cord of days, arrivals tied on above it and goings-home below. */
export function Coming({
  view,
  change,
  pauses,
}: {
  view: ComingView
  change: Change | undefined
  pauses: PauseActions | undefined
}) {
  const busy = view.days.filter((d, i) => i === 0 || d.arriving.length > 0 || d.leaving.length > 0)
  return (
    <Page>
      <h1>Coming and going</h1>
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
                  <p className="quiet">Nobody comes, nobody goes.</p>
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
                          ? 'First evening: a light walk and rest, no training.'
                          : 'Make the run ready.'}
                      </p>
                    </div>
                  </Arrival>
                ))}
                {d.leaving.map((row) => (
                  <Leaving key={row.resident.residencyId} row={row} timeZone={view.timeZone} change={change} />
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

export interface PauseActions {
  readonly pause: (raw: unknown) => Promise<Told>
  readonly resume: (raw: unknown) => Promise<Told>
}

/** Vaccinations, medicine, unanswered questions and dogs that are not worked. */
function Mind({
  view,
  pauses,
  change,
}: {
  view: ComingView
  pauses: PauseActions | undefined
  change: Change | undefined
}) {
  return (
    <section aria-labelledby="mind">
      <h2 id="mind">To think of</h2>
      {view.mind.length === 0 ? (
        <p>No medicine, no vaccination due, no question open.</p>
      ) : (
        <MindList>
          {view.mind.map((m) => (
            <MindRow key={m.resident.residencyId} mind={m} pauses={pauses} />
          ))}
        </MindList>
      )}
      {pauses && <PauseForm view={view} pauses={pauses} />}
      {change && <AnyStay view={view} change={change} />}
    </section>
  )
}

function MindRow({ mind: m, pauses }: { mind: Minding; pauses: PauseActions | undefined }) {
  const { send, wrong, pending } = useTold()
  const id = m.resident.residencyId
  return (
    <li>
      <Dog href={`/dogs/${id}`}>
        <b>{m.resident.runNumber}</b> {m.resident.name}
      </Dog>
      <div>
        {m.pause && (
          <p data-person="true">
            Not worked: {m.pause.why === 'other' ? 'paused' : m.pause.why} since {sayDay(m.pause.fromDay)}
            {m.pause.note && ` (${m.pause.note})`}.{' '}
            {pauses && (
              <Quiet
                isPending={pending}
                aria-label={`Work ${m.resident.name} again`}
                onPress={() => send(() => pauses.resume({ residencyId: id }))}
              >
                Work it again
              </Quiet>
            )}
          </p>
        )}
        {m.reminders.map((r) => (
          <p key={`${r.kind} ${r.text}`} data-person={r.overdue}>
            {r.kind === 'medicine' ? 'Medicine' : 'Vaccination'}: {r.text}
            {r.on &&
              (r.kind === 'medicine'
                ? `, until ${sayDay(r.on)}`
                : r.overdue
                  ? `, was due ${sayDay(r.on)}`
                  : `, due ${sayDay(r.on)}`)}
          </p>
        ))}
        {m.questions.length > 0 && (
          <p>
            {m.questions.length > 1 ? `${m.questions.length} questions` : 'A question'} to {m.resident.ownerName}:{' '}
            {m.questions.join(' ')} {pauses && <Link href={`/dogs/${id}/intake?step=questions`}>answer</Link>}
          </p>
        )}
        {wrong && <Fault>{wrong}</Fault>}
      </div>
    </li>
  )
}

/** Another day of going home for any dog that is here, today included. */
function AnyStay({ view, change }: { view: ComingView; change: Change }) {
  const { send, wrong, pending } = useTold()
  const [dog, setDog] = useState<string | null>(null)
  const was = view.stays.find((s) => s.id === dog)
  return (
    <Disclosed says="Make a residency longer, shorter, or end it today">
      <PauseFields
        key={dog}
        noValidate
        onSubmit={(e) => {
          e.preventDefault()
          const form = new FormData(e.currentTarget)
          send(
            () => change({ residencyId: dog, leavesOn: form.get('leavesOn'), reason: form.get('reason') }),
            () => setDog(null),
          )
        }}
      >
        <Choose
          label="Dog"
          value={dog}
          onChange={setDog}
          choices={view.stays.map((s) => ({ id: s.id, name: s.name, note: `goes home ${sayDay(s.leavesOn)}` }))}
        />
        <DateField label="Goes home on" name="leavesOn" required plain defaultValue={was?.leavesOn} />
        <Field label="Reason" name="reason" required plain maxLength={200} />
        <Button type="submit" isPending={pending} isDisabled={dog === null}>
          Change it
        </Button>
      </PauseFields>
      <Wrong>{wrong}</Wrong>
    </Disclosed>
  )
}

function PauseForm({ view, pauses }: { view: ComingView; pauses: PauseActions }) {
  const { send, wrong, pending } = useTold()
  const [dog, setDog] = useState<string | null>(null)
  const [why, setWhy] = useState('sick')
  return (
    <Disclosed says="Stop working a dog for now">
      <PauseFields
        noValidate
        onSubmit={(e) => {
          e.preventDefault()
          const form = new FormData(e.currentTarget)
          send(
            () => pauses.pause({ residencyId: dog, why, note: form.get('note') ?? '' }),
            () => setDog(null),
          )
        }}
      >
        <Choose label="Dog" value={dog} onChange={setDog} choices={view.residents} />
        <Choose
          label="Why"
          value={why}
          onChange={setWhy}
          choices={[
            { id: 'sick', name: 'sick', note: 'pain, lameness, vomiting, collapse, heat: the vet' },
            { id: 'in season', name: 'in season' },
            { id: 'other', name: 'other' },
          ]}
        />
        <Field label="Note" name="note" plain maxLength={160} />
        <Button type="submit" isPending={pending} isDisabled={dog === null}>
          Stop working it
        </Button>
      </PauseFields>
      <Wrong>{wrong}</Wrong>
    </Disclosed>
  )
}

const inDays = (n: number): string => (n === 0 ? '' : n === 1 ? 'tomorrow' : `in ${n} days`)

function Leaving({ row, timeZone, change }: { row: ComingRow; timeZone: string; change: Change | undefined }) {
  const { sayMoment } = useWhen()
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
        {change && <ChangeStay row={row} change={change} />}
      </div>
    </Departure>
  )
}

/** Another day to go home on, with the reason. */
function ChangeStay({ row, change }: { row: ComingRow; change: Change }) {
  const [wrong, setWrong] = useState('')
  const [pending, start] = useTransition()
  const send = (form: FormData) => {
    start(async () => {
      const told = await change({
        residencyId: row.resident.residencyId,
        leavesOn: form.get('leavesOn'),
        reason: form.get('reason'),
      })
      setWrong(told.ok ? '' : told.reason)
    })
  }
  return (
    <Disclosed says="Longer or shorter" label={`Longer or shorter: ${row.resident.name}`}>
      <Form
        noValidate
        onSubmit={(e) => {
          e.preventDefault()
          send(new FormData(e.currentTarget))
        }}
      >
        <DateField label="Goes home on" name="leavesOn" required defaultValue={row.resident.leavesOn} />
        <Field label="Reason" name="reason" required maxLength={200} />
        <Button type="submit" isPending={pending}>
          Change the stay
        </Button>
      </Form>
      <Wrong>{wrong}</Wrong>
    </Disclosed>
  )
}

const Page = styled(OfficePage)`
  > p {
    color: var(--ink-2);
  }
`
const MindList = styled(List)`
  margin: 0.3rem 0;
  li {
    display: grid;
    grid-template-columns: 11rem minmax(0, 1fr);
    gap: 0 var(--s-5);
    padding: 0.4rem 0;
    border-bottom: 1px solid var(--rule);
  }
  p[data-person='true'] {
    color: var(--person);
    font-weight: 620;
  }
  ${phone} {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`
const PauseFields = styled.form`
  display: grid;
  grid-template-columns: 12rem 10rem minmax(0, 1fr) auto;
  gap: var(--s-4);
  align-items: end;
  margin-top: 0.4rem;
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
`
const Days = styled(OrderedList)`
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
const Dog = styled(Link)`
  font:
    660 var(--t-5)/1.2 'Hepta Slab Variable',
    serif;
  text-decoration: none;
  b {
    display: inline-block;
    min-width: 2rem;
    font-weight: 760;
  }
`
const Form = styled.form`
  display: grid;
  grid-template-columns: 12rem minmax(0, 1fr) auto;
  gap: var(--s-4);
  align-items: end;
  margin-top: 0.4rem;
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
`
