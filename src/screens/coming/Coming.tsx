'use client'
import Link from 'next/link'
import { useState, useTransition } from 'react'
import { Disclosure, DisclosurePanel } from 'react-aria-components'
import styled from 'styled-components'
import { Button, Fault, Field, NeedsPerson, Quiet, Why } from '@/ui/parts'
import { phone } from '@/ui/theme'
import { sayDay, sayMoment } from '@/ui/when'
import type { ComingRow, loadComing } from '@/work/stay'
import type { Told } from '../told'

type Change = (raw: unknown) => Promise<Told>

/** The morning's page: a cord of days, arrivals tied on above it and goings-home below. */
export function Coming({ view, change }: { view: ReturnType<typeof loadComing>; change: Change | undefined }) {
  const busy = view.days.filter((d, i) => i === 0 || d.arriving.length > 0 || d.leaving.length > 0)
  return (
    <Page>
      <h1>Coming and going</h1>
      <p>{view.here} dogs are here today. The next {view.days.length} days:</p>
      <Days>
        {busy.map((d) => (
          <li key={d.day} data-today={d.day === view.today}>
            <h2>{d.day === view.today ? 'Today' : sayDay(d.day)} <span>{inDays(view.days.indexOf(d))}</span></h2>
            {d.arriving.length === 0 && d.leaving.length === 0 && <p className="quiet">Nobody comes, nobody goes.</p>}
            {d.arriving.map((r) => (
              <Arrival key={r.residencyId}>
                <em>comes</em>
                <div><Dog href={`/dogs/${r.residencyId}`}><b>{r.runNumber}</b> {r.name}</Dog> <span>{r.ownerName}; until {sayDay(r.leavesOn)}</span><p>{d.day === view.today ? 'First evening: a light walk and rest, no training.' : 'Make the run ready.'}</p></div>
              </Arrival>
            ))}
            {d.leaving.map((row) => <Leaving key={row.resident.residencyId} row={row} timeZone={view.timeZone} change={change} />)}
          </li>
        ))}
      </Days>
    </Page>
  )
}

const inDays = (n: number): string => (n === 0 ? '' : n === 1 ? 'tomorrow' : `in ${n} days`)

function Leaving({ row, timeZone, change }: { row: ComingRow; timeZone: string; change: Change | undefined }) {
  const { resident, handoff } = row
  return (
    <Departure>
      <em>goes</em>
      <div>
        <Dog href={`/dogs/${resident.residencyId}`}><b>{resident.runNumber}</b> {resident.name}</Dog> <span>{resident.ownerName}</span>
        {(resident.biteHistory || resident.caution) && <NeedsPerson>{resident.biteHistory ? 'Bite history. ' : ''}{resident.caution}</NeedsPerson>}
        <p>
          {handoff ? <>Handoff {sayMoment(handoff.from, timeZone)} with {handoff.personName}. </> : row.promises > 0 ? <b data-person="true">No handoff is booked. </b> : null}
          {row.promises === 0 ? 'Nothing was promised.' : row.readyOn ? <b data-ready="true">Ready since {sayDay(row.readyOn)}.</b> : `${row.met} of ${row.promises} promises met.`}{' '}
          {row.changes.length > 0 && <Why label="stay changed">{row.changes.map((c) => <p key={c.at}>{sayMoment(c.at, timeZone)}, {c.by}: from {sayDay(c.was)} to {sayDay(c.leavesOn)}. “{c.reason}”</p>)}</Why>}
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
      const told = await change({ residencyId: row.resident.residencyId, leavesOn: form.get('leavesOn'), reason: form.get('reason') })
      setWrong(told.ok ? '' : told.reason)
    })
  }
  return (
    <Disclosure>
      <Quiet slot="trigger" aria-label={`Longer or shorter: ${row.resident.name}`}>Longer or shorter</Quiet>
      <DisclosurePanel>
        <Form noValidate onSubmit={(e) => { e.preventDefault(); send(new FormData(e.currentTarget)) }}>
          <Field label="Goes home on" name="leavesOn" type="date" required defaultValue={row.resident.leavesOn} />
          <Field label="Reason" name="reason" required maxLength={200} />
          <Button type="submit" isDisabled={pending}>Change the stay</Button>
        </Form>
        {wrong && <div role="alert"><Fault>{wrong}</Fault></div>}
      </DisclosurePanel>
    </Disclosure>
  )
}

const Page = styled.div`padding: 0.9rem 1.5rem 3rem; max-width: 60rem; display: grid; gap: 0.9rem; grid-template-columns: minmax(0, 1fr); h1 { font-size: 1.6rem; } > p { color: var(--ink-2); } ${phone} { padding: 0.8rem 0.9rem 3rem; }`
const Days = styled.ol`
  list-style: none; margin: 0; padding: 0 0 0 1.4rem; border-left: 3px solid var(--held);
  > li { position: relative; padding: 0.2rem 0 1.1rem; } > li::before { content: ''; position: absolute; left: calc(-1.4rem - 0.55rem); top: 0.5rem; width: 0.7rem; height: 0.7rem; border-radius: 50%; background: var(--ground); border: 3px solid var(--held); }
  > li[data-today='true']::before { background: var(--now); border-color: var(--ink); } h2 { font-size: 1.1rem; span { font: 420 0.9rem/1 'Atkinson Hyperlegible Next Variable', sans-serif; color: var(--ink-2); } } .quiet { color: var(--ink-2); }
`
const row = `display: grid; grid-template-columns: 4rem minmax(0, 1fr); gap: 0 0.6rem; padding: 0.45rem 0; border-bottom: 1px solid var(--rule); > em { font-style: normal; font-weight: 640; color: var(--ink-2); } span { color: var(--ink-2); } p { margin-top: 0.15rem; } b[data-ready='true'] { color: var(--held); } b[data-person='true'] { color: var(--person); }`
const Arrival = styled.div`${row}`
const Departure = styled.div`${row}`
const Dog = styled(Link)`font: 660 1.15rem/1.2 'Hepta Slab Variable', serif; text-decoration: none; b { display: inline-block; min-width: 2rem; font-weight: 760; }`
const Form = styled.form`display: grid; grid-template-columns: 12rem minmax(0, 1fr) auto; gap: 0.6rem; align-items: end; margin-top: 0.4rem; ${phone} { grid-template-columns: minmax(0, 1fr); }`
