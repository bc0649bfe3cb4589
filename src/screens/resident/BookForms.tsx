'use client'
import { Link } from '@/ui/link'
import styled from 'styled-components'
import { useWhen } from '@/ui/ways'
import type { ResidentView } from '@/work/page/resident'
import { List } from '@/ui/List'
import { dated } from '../form/dated'
import { SpecForm } from '../form/SpecForm'
import type { FormAction } from '../form/state'
import { useJustKept } from '../form/useJustKept'
import { May } from '../shell/may'
import { StayForm } from '../StayForm'
import type { BookActions } from './deeds'

/** What stands in the books of a dog, to be put right, with what it was before. */
export function BookForms({ view, actions }: { view: ResidentView; actions: BookActions }) {
  const { sayMoment } = useWhen()
  const { resident, books } = view
  const hidden = { residencyId: resident.residencyId }
  return (
    <Forms>
      <May least="trainer" instead={<p>A trainer or a lead can correct this.</p>}>
        <PutRight view={view} action={actions.putBooksRight} />
        <StayForm stay={resident} fields={books.stayFields} action={actions.changeStay} />
        {books.swapFields.length > 0 && (
          <SpecForm
            key={resident.runNumber}
            action={actions.swapRuns}
            fields={books.swapFields}
            values={{}}
            hidden={hidden}
            submit="Swap runs"
            shape="line"
          />
        )}
        {books.mayCancel && (
          <SpecForm
            action={actions.cancelBooking}
            fields={books.cancelFields}
            values={{}}
            hidden={hidden}
            submit="Cancel the booking"
            shape="line"
          />
        )}
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
        {books.changes.length === 0 && <li>Nothing has changed since the booking.</li>}
      </History>
    </Forms>
  )
}

function PutRight({ view: { resident, books }, action }: { view: ResidentView; action: FormAction }) {
  const [keep, justKept] = useJustKept(action)
  return (
    <SpecForm
      dated={dated}
      key={JSON.stringify(books.typed)}
      action={keep}
      justKept={justKept}
      fields={books.fields}
      values={books.typed}
      hidden={{ residencyId: resident.residencyId }}
      submit="Save correction"
      done="Saved."
      isMain={false}
    />
  )
}

const Forms = styled.div`
  display: grid;
  gap: var(--s-5);
  > form + form {
    border-top: 1px solid var(--rule);
    padding-top: var(--s-4);
  }
`
const History = styled(List)`
  margin: 0.5rem 0 0;
  small {
    color: var(--ink-2);
  }
`
