'use client'
import { Link } from '@/ui/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import styled from 'styled-components'
import { Choose } from '@/ui/Choose'
import { DateField } from '@/ui/DateField'
import { Field } from '@/ui/Field'
import { Wrong } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { ResidentView } from '@/work/page/resident'
import { List } from '@/ui/List'
import { May } from '../shell/may'
import { SaveBoth } from '../SaveBoth'
import { useTold } from '../useTold'
import type { BookActions, Send } from './deeds'

/** What stands in the books of a dog, to be put right, with what it was before. */
export function BookForms({ view, actions }: { view: ResidentView; actions: BookActions }) {
  const { sayMoment } = useWhen()
  const { resident, books } = view
  return (
    <>
      <May least="trainer" instead={<p>A trainer or a lead puts it right.</p>}>
        <PutRight view={view} send={actions.putBooksRight} />
        <Stay view={view} send={actions.changeStay} />
        <Swap view={view} send={actions.swapRuns} />
        {books.mayCancel && <DoesNotCome view={view} send={actions.cancelBooking} />}
        <p>
          Words, side and signals are changed in the{' '}
          <Link href={`/dogs/${resident.residencyId}/intake?step=words`}>intake</Link>, and so are{' '}
          <Link href={`/dogs/${resident.residencyId}/intake?step=owner`}>telephone and address</Link>.
        </p>
      </May>
      <History aria-label="What was changed">
        {books.changes.map((c) => (
          <li key={c.id}>
            {c.says}{' '}
            <small>
              {c.by}, {sayMoment(c.at, view.timeZone)}
            </small>
          </li>
        ))}
        {books.changes.length === 0 && <li>Nothing was changed since it was booked.</li>}
      </History>
    </>
  )
}

function PutRight({ view, send }: { view: ResidentView; send: Send }) {
  const { resident } = view
  const told = useTold()
  const { send: go, pending } = told
  const { residencyId, name, ownerName: owner, runNumber: run, arrivesOn } = resident
  return (
    <Form
      noValidate
      key={`${resident.name} ${resident.ownerName} ${resident.runNumber} ${resident.arrivesOn}`}
      onSubmit={(e) => {
        e.preventDefault()
        const form = Object.fromEntries(new FormData(e.currentTarget))
        go(
          () => send({ ...form, residencyId, read: JSON.stringify({ name, owner, run, arrivesOn }) }),
          undefined,
          ({ from, change }) => send({ ...form, ...(change as object), residencyId, read: from }),
        )
      }}
    >
      <Field label="Name" name="name" plain defaultValue={resident.name} maxLength={60} />
      <Field label="Owner" name="owner" plain defaultValue={resident.ownerName} maxLength={80} />
      <Field label="Run" name="run" plain defaultValue={resident.runNumber} maxLength={8} />
      <DateField label="Arrives on" name="arrivesOn" plain defaultValue={resident.arrivesOn} />
      <Button type="submit" isPending={pending}>
        Save correction
      </Button>
      <SaveBoth told={told} />
    </Form>
  )
}

/** Longer, shorter, or ended today. */
function Stay({ view, send }: { view: ResidentView; send: Send }) {
  const { resident } = view
  const { send: go, wrong, pending } = useTold()
  return (
    <Form
      noValidate
      key={resident.leavesOn}
      onSubmit={(e) => {
        e.preventDefault()
        const form = Object.fromEntries(new FormData(e.currentTarget))
        go(() => send({ ...form, residencyId: resident.residencyId, was: resident.leavesOn }))
      }}
    >
      <DateField label="Goes home on" name="leavesOn" plain defaultValue={resident.leavesOn} />
      <Field label="Reason for another day" name="reason" plain maxLength={200} />
      <Button type="submit" isPending={pending}>
        Change the stay
      </Button>
      <Wrong>{wrong}</Wrong>
    </Form>
  )
}

/** A booking that comes to nothing: its run is free, and the dog counts nowhere. */
function DoesNotCome({ view, send }: { view: ResidentView; send: Send }) {
  const { residencyId, name } = view.resident
  const router = useRouter()
  const { send: go, wrong, pending } = useTold()
  return (
    <Form
      noValidate
      onSubmit={(e) => {
        e.preventDefault()
        const { why } = Object.fromEntries(new FormData(e.currentTarget))
        go(
          () => send({ residencyId, why }),
          () => router.push('/dogs'),
        )
      }}
    >
      <Field label={`Why ${name} does not come`} name="why" plain maxLength={200} />
      <Button type="submit" isPending={pending}>
        Cancel the booking
      </Button>
      <Wrong>{wrong}</Wrong>
    </Form>
  )
}

function Swap({ view, send }: { view: ResidentView; send: Send }) {
  const { resident, books } = view
  const { send: go, wrong, pending } = useTold()
  const [other, setOther] = useState<string | null>(null)
  if (books.others.length === 0) return null
  return (
    <Form
      onSubmit={(e) => {
        e.preventDefault()
        go(
          () => send({ residencyId: resident.residencyId, otherId: other }),
          () => setOther(null),
        )
      }}
    >
      <Choose label="Change runs with" value={other} onChange={setOther} choices={books.others} />
      <Button type="submit" isPending={pending} isDisabled={other === null}>
        Swap runs
      </Button>
      <Wrong>{wrong}</Wrong>
    </Form>
  )
}

const Form = styled.form`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-4);
  align-items: end;
  padding: 0.5rem 0;
  border-bottom: 1px solid var(--rule);
  > div {
    min-width: 11rem;
  }
  > div[role='alert'] {
    width: 100%;
  }
  ${phone} {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
  }
`
const History = styled(List)`
  margin: 0.5rem 0 0;
  small {
    color: var(--ink-2);
  }
`
