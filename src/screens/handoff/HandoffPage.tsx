'use client'
import { nothingPromised } from '@/core/promise/nothingPromised'
import { useActionState, useState } from 'react'
import styled from 'styled-components'
import { Fault } from '@/ui/fieldParts'
import { Link } from '@/ui/link'
import { Button, FileLink, Quiet } from '@/ui/press'
import { useWhen } from '@/ui/ways'
import { OfficePage } from '@/ui/Page'
import type { HandoffPage as View } from '@/work/page/handoff'
import { dated } from '../form/dated'
import { SpecForm } from '../form/SpecForm'
import type { FormAction } from '../form/state'
import { May } from '../shell/may'
import { Named, Slots } from './Slots'

/** What an action came to, said on the page. */
export interface Outcome {
  readonly said: string
  readonly refused: boolean
}
type Action = (before: Outcome | null, form: FormData) => Promise<Outcome>

export interface HandoffActions {
  readonly book: Action
  readonly move: Action
  readonly cancel: Action
  readonly uncancel: Action
  readonly bookTyped: Action
  readonly ownerTimes: FormAction
}

/** Choose a time, book it, move it, cancel it, take the invitation. */
export function HandoffPage({ view, actions }: { view: View; actions: HandoffActions }) {
  const { sayMoment, sayDay } = useWhen()
  const { resident, live } = view
  const [moving, setMoving] = useState(false)
  const [outcome, setOutcome] = useState<Outcome | null>(null)
  // What was said last is what stands there, whichever of them said it.
  const telling = (action: Action, after?: () => void) => async (before: Outcome | null, form: FormData) => {
    const answer = await action(before, form)
    setOutcome(answer)
    if (!answer.refused) after?.()
    return answer
  }
  const [, bookAction, booking] = useActionState(telling(actions.book), null)
  const [, moveAction, movingNow] = useActionState(
    telling(actions.move, () => setMoving(false)),
    null,
  )
  const [, cancelAction, cancelling] = useActionState(telling(actions.cancel), null)
  const [, backAction, goingBack] = useActionState(telling(actions.uncancel), null)
  const [, typedAction, typing] = useActionState(telling(actions.bookTyped), null)
  return (
    <Page>
      <header>
        <p>
          <Link href={`/dogs/${resident.residencyId}`}>
            {resident.runNumber} {resident.name}
          </Link>
        </p>
        <h1>Handoff to {resident.ownerName}</h1>
        <p>
          {view.readyOn ? `Ready since ${sayDay(view.readyOn)}` : 'Not ready'}; goes home {sayDay(resident.leavesOn)}.
        </p>
        <p>
          <Link href={`/dogs/${resident.residencyId}/demonstration`}>What is shown, and how likely it is</Link>
        </p>
      </header>
      <div role="status">
        {outcome && !outcome.refused && <Said>{outcome.said}</Said>}
        {outcome?.refused && <Fault>{outcome.said}</Fault>}
      </div>
      {live && (
        <Booked aria-label="Booked">
          <h2>{sayMoment(live.fromMs, view.timeZone)}</h2>
          <p>
            with {live.personName}
            {live.sequence > 0 ? `; changed ${live.sequence === 1 ? 'once' : `${live.sequence} times`}` : ''}
          </p>
          <div>
            <FileLink href={`/handoffs/${live.id}/invitation.ics`} download>
              Invitation (.ics)
            </FileLink>
            <May least="trainer">
              <Button onPress={() => setMoving((m) => !m)}>{moving ? 'Keep this time' : 'Move handoff'}</Button>
              <form action={cancelAction}>
                <input type="hidden" name="handoffId" value={live.id} />
                <Button type="submit" isDisabled={cancelling}>
                  Cancel handoff
                </Button>
              </form>
            </May>
          </div>
          {!view.readyOn && (
            <Fault>Booked, but no longer ready: {view.missing.join('; ')}. Tell the owner early, or move it.</Fault>
          )}
        </Booked>
      )}
      {!view.resident.sideKnown && (
        <p>
          <b>The side to walk on is not known yet:</b> ask {view.resident.ownerName} before the demonstration.
        </p>
      )}
      {view.cancelled && (
        <div>
          The handoff of {sayMoment(view.cancelled.fromMs, view.timeZone)} was canceled.{' '}
          <FileLink href={`/handoffs/${view.cancelled.id}/invitation.ics`} download>
            Cancellation (.ics)
          </FileLink>
          <May least="trainer">
            <form action={backAction}>
              <input type="hidden" name="handoffId" value={view.cancelled.id} />
              <Quiet type="submit" isDisabled={goingBack}>
                Restore booking
              </Quiet>
            </form>
          </May>
        </div>
      )}
      <OwnerTimes view={view} action={actions.ownerTimes} />
      {!live && !view.readyOn && <StillMissing view={view} />}
      {(moving || (!live && view.readyOn)) && (
        <May least="trainer" instead={<p>A trainer or a lead chooses the time.</p>}>
          <Slots
            key={`${moving}`}
            view={view}
            action={moving ? moveAction : bookAction}
            pending={moving ? movingNow : booking}
            hidden={moving && live ? { handoffId: live.id } : { residencyId: resident.residencyId }}
            verb={moving ? 'Move here' : 'Book this time'}
            except={live?.fromMs}
          />
          {!moving && (
            <May least="lead">
              <Named view={view} action={typedAction} pending={typing} />
            </May>
          )}
        </May>
      )}
      <Caution>
        What is shown on the day is the trainer’s decision: no command is shown that is not safe for dog or person.
        Off-leash work only in a secure enclosure, and by local law.
      </Caution>
    </Page>
  )
}

/** When the owner can come, in the words of a week, and how Kibou has read it. */
function OwnerTimes({ view, action }: { view: View; action: FormAction }) {
  const { fields, typed, read } = view.ownerTimes
  return (
    <section>
      <h2>When {view.resident.ownerName} can come</h2>
      {read !== '' && <p>{read}</p>}
      <May least="trainer" instead={read === '' ? <p>Nobody has asked yet.</p> : null}>
        <SpecForm
          dated={dated}
          action={action}
          fields={fields}
          values={typed}
          hidden={{ residencyId: view.resident.residencyId }}
          submit="Save times"
          isMain={false}
        />
      </May>
    </section>
  )
}

/** What keeps a time from being offered. */
function StillMissing({ view }: { view: View }) {
  return (
    <section>
      <h2>Still missing</h2>
      {view.missing.length > 0 && (
        <ul>
          {view.missing.map((m) => (
            <li key={m}>{m}</li>
          ))}
        </ul>
      )}
      {view.waits !== '' && (
        <p>
          {view.waits}{' '}
          <May to={`/dogs/${view.resident.residencyId}/demonstration/rehearsal`}>
            <Link href={`/dogs/${view.resident.residencyId}/demonstration/rehearsal`}>Rehearse</Link>
          </May>
        </p>
      )}
      {view.lacks !== '' && (
        <p>
          {view.lacks === nothingPromised
            ? 'Nothing was promised for this dog, so there is nothing to show.'
            : `${view.lacks[0]?.toUpperCase() ?? ''}${view.lacks.slice(1)}. Promise something else, or move the ` +
              `dog to a version that has it.`}
        </p>
      )}
      <p>
        Times are offered once every promise is mastered.{' '}
        <Link href={`/dogs/${view.resident.residencyId}`}>What each one lacks</Link>
      </p>
    </section>
  )
}

const Page = styled(OfficePage)`
  h1 {
    overflow-wrap: anywhere;
  }
  ul {
    margin: 0.4rem 0;
  }
`
const Said = styled.p`
  border-left: 6px solid var(--held);
  padding: 0.3rem 0.7rem;
  font-weight: 620;
`
const Booked = styled.section`
  border-left: 6px solid var(--ink);
  padding-left: 1rem;
  display: grid;
  gap: var(--s-3);
  > div {
    display: flex;
    gap: var(--s-4);
    flex-wrap: wrap;
    margin-top: 0.3rem;
  }
`
const Caution = styled.p`
  font-size: var(--t-2);
  color: var(--ink-2);
  border-top: 1px solid var(--rule);
  padding-top: 0.7rem;
`
