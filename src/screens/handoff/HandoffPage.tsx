'use client'
import { Link } from '@/ui/link'
import { useActionState, useState } from 'react'
import { Radio, RadioGroup, Label } from 'react-aria-components'
import styled from 'styled-components'
import { Choose } from '@/ui/Choose'
import { DateField } from '@/ui/DateField'
import { Disclosed } from '@/ui/Disclosed'
import { Fault } from '@/ui/fieldParts'
import { Button, ButtonLink, FileLink, Press, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { TimeField } from '@/ui/TimeField'
import { sayDay } from '@/ui/when'
import { useWhen } from '@/ui/ways'
import type { HandoffPage as View, OfferedSlot } from '@/work/page/handoff'
import { May } from '../shell/may'

/** What an action came to, said on the page. */
export interface Outcome {
  readonly said: string
  readonly refused: boolean
}
type Action = (before: Outcome | null, form: FormData) => Promise<Outcome>

/** House: so many days of free times are unfolded at first. */
const daysShown = 3

export interface HandoffActions {
  readonly book: Action
  readonly move: Action
  readonly cancel: Action
  readonly uncancel: Action
  readonly bookTyped: Action
}

/** Choose a time, book it, move it, cancel it, take the invitation. */
export function HandoffPage({ view, actions }: { view: View; actions: HandoffActions }) {
  const { sayMoment } = useWhen()
  const { resident, live } = view
  const [moving, setMoving] = useState(false)
  const [outcome, setOutcome] = useState<Outcome | null>(null)
  // What was said last is what stands there, whichever of them said it.
  const told = (action: Action, after?: () => void) => async (before: Outcome | null, form: FormData) => {
    const said = await action(before, form)
    setOutcome(said)
    if (!said.refused) after?.()
    return said
  }
  const [, bookAction, booking] = useActionState(told(actions.book), null)
  const [, moveAction, movingNow] = useActionState(
    told(actions.move, () => setMoving(false)),
    null,
  )
  const [, cancelAction, cancelling] = useActionState(told(actions.cancel), null)
  const [, backAction, goingBack] = useActionState(told(actions.uncancel), null)
  const [, typedAction, typing] = useActionState(told(actions.bookTyped), null)
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
          <h2>{sayMoment(live.from, view.timeZone)}</h2>
          <p>
            with {live.personName}
            {live.sequence > 0 ? `; changed ${live.sequence === 1 ? 'once' : `${live.sequence} times`}` : ''}
          </p>
          <div>
            <FileLink href={`/handoffs/${live.id}/invitation.ics`} download>
              Invitation (.ics)
            </FileLink>
            <May least="trainer">
              <Button onPress={() => setMoving((m) => !m)}>{moving ? 'Leave it there' : 'Move it'}</Button>
              <form action={cancelAction}>
                <input type="hidden" name="handoffId" value={live.id} />
                <Button type="submit" isDisabled={cancelling}>
                  Cancel it
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
          <b>Which side it walks on is not known yet:</b> ask {view.resident.ownerName} before it is shown.
        </p>
      )}
      {view.cancelled && (
        <div>
          The handoff of {sayMoment(view.cancelled.from, view.timeZone)} was cancelled.{' '}
          <FileLink href={`/handoffs/${view.cancelled.id}/invitation.ics`} download>
            Cancellation (.ics)
          </FileLink>
          <May least="trainer">
            <form action={backAction}>
              <input type="hidden" name="handoffId" value={view.cancelled.id} />
              <Quiet type="submit" isDisabled={goingBack}>
                Take the cancelling back
              </Quiet>
            </form>
          </May>
        </div>
      )}
      {!live && !view.readyOn && (
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
              <May to={`/dogs/${resident.residencyId}/demonstration/rehearsal`}>
                <Link href={`/dogs/${resident.residencyId}/demonstration/rehearsal`}>Rehearse it</Link>
              </May>
            </p>
          )}
          {view.lacks !== '' && (
            <p>
              {view.lacks === 'nothing promised'
                ? 'Nothing was promised for this dog, so there is nothing to show.'
                : `${view.lacks[0]?.toUpperCase() ?? ''}${view.lacks.slice(1)}: promise something else, or move ` +
                  `it to a ladder that has it.`}
            </p>
          )}
          <p>
            Times are offered once everything promised is held.{' '}
            <Link href={`/dogs/${resident.residencyId}`}>What each one lacks</Link>
          </p>
        </section>
      )}
      {(moving || (!live && view.readyOn)) && (
        <May least="trainer" instead={<p>A trainer or a lead chooses the time.</p>}>
          <Slots
            key={`${moving}`}
            view={view}
            action={moving ? moveAction : bookAction}
            pending={moving ? movingNow : booking}
            hidden={moving && live ? { handoffId: live.id } : { residencyId: resident.residencyId }}
            verb={moving ? 'Move it here' : 'Book it'}
            except={live?.from}
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

/** A time outside staff hours, named by a lead. */
function Named({ view, action, pending }: { view: View; action: (form: FormData) => void; pending: boolean }) {
  const [personId, setPerson] = useState<string | null>(view.handlers[0]?.id ?? null)
  return (
    <Disclosed says="Another time, outside working hours">
      <NamedTime action={action}>
        <input type="hidden" name="residencyId" value={view.resident.residencyId} />
        <DateField label="On" name="day" plain />
        <TimeField label="At" name="at" plain />
        <Choose label="Shown by" name="personId" value={personId} onChange={setPerson} choices={view.handlers} />
        <Button type="submit" isPending={pending} isDisabled={personId === null}>
          Book it
        </Button>
      </NamedTime>
    </Disclosed>
  )
}
const NamedTime = styled.form`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-4);
  align-items: end;
  padding: 0.5rem 0;
`

function Slots({
  view,
  action,
  pending,
  hidden,
  verb,
  except,
}: {
  view: View
  action: (form: FormData) => void
  pending: boolean
  hidden: Readonly<Record<string, string>>
  verb: string
  except: number | undefined
}) {
  const { sayMoment, wallClock } = useWhen()
  const [chosen, setChosen] = useState<string>()
  const [all, setAll] = useState(false)
  const byDay = new Map<string, OfferedSlot[]>()
  for (const slot of view.slots) {
    if (slot.from === except) continue
    const { day } = wallClock(slot.from, view.timeZone)
    byDay.set(day, [...(byDay.get(day) ?? []), slot])
  }
  const days = [...byDay]
  const slot = view.slots.find((s) => keyOf(s) === chosen)
  if (days.length === 0)
    return (
      <p>
        {view.noHours
          ? 'Nobody has working hours yet. Add somebody with hours first.'
          : 'No free time is left between now and going home: all trainers are booked or off.'}{' '}
        {view.noHours && (
          <May to="/people/new">
            <ButtonLink href="/people/new">Add a person</ButtonLink>
          </May>
        )}
      </p>
    )
  return (
    <form action={action}>
      {Object.entries(hidden).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <input type="hidden" name="from" value={slot?.from ?? ''} />
      <input type="hidden" name="personId" value={slot?.personId ?? ''} />
      <Times value={chosen ?? null} onChange={setChosen}>
        <Label>Free times, an hour each</Label>
        {days.slice(0, all ? undefined : daysShown).map(([day, slots]) => (
          <div key={day}>
            <h2>{sayDay(day)}</h2>
            {[...new Set(slots.map((s) => s.personId))].map((personId) => (
              <Trainer key={personId}>
                <span>{slots.find((s) => s.personId === personId)?.personName}</span>
                <div>
                  {slots
                    .filter((s) => s.personId === personId)
                    .map((s) => (
                      <Time
                        key={keyOf(s)}
                        value={keyOf(s)}
                        aria-label={`${sayMoment(s.from, view.timeZone)}, ${s.personName}`}
                      >
                        {wallClock(s.from, view.timeZone).clock}
                      </Time>
                    ))}
                </div>
              </Trainer>
            ))}
          </div>
        ))}
      </Times>
      {!all && days.length > daysShown && (
        <Quiet onPress={() => setAll(true)}>{days.length - daysShown} more days</Quiet>
      )}
      <Confirm>
        <p>
          {slot ? (
            <>
              <b>{sayMoment(slot.from, view.timeZone)}</b> with {slot.personName}
            </>
          ) : (
            'Choose a time.'
          )}
        </p>
        <Submit type="submit" isPending={pending} isDisabled={!slot}>
          {verb}
        </Submit>
      </Confirm>
    </form>
  )
}

const keyOf = (s: OfferedSlot) => `${s.from}/${s.personId}`

const Page = styled.div`
  max-width: var(--page);
  padding: 1rem 1.5rem 3rem;
  display: grid;
  gap: var(--s-6);
  h1 {
    font-size: var(--t-8);
    overflow-wrap: anywhere;
  }
  h2 {
    font-size: var(--t-6);
  }
  ul {
    margin: 0.4rem 0;
  }
  ${phone} {
    padding: 0.8rem 0.9rem 3rem;
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
const Times = styled(RadioGroup)`
  display: grid;
  gap: var(--s-5);
  > label,
  > span:first-child {
    font-weight: 640;
  }
  h2 {
    font-size: var(--t-4);
    border-bottom: 1px solid var(--rule);
    padding-bottom: 0.15rem;
  }
`
const Trainer = styled.div`
  display: grid;
  grid-template-columns: 9rem 1fr;
  padding: 0.4rem 0;
  > div {
    display: flex;
    gap: var(--s-2);
    flex-wrap: wrap;
  }
  > span {
    padding-top: 0.4rem;
  }
  ${phone} {
    grid-template-columns: 1fr;
  }
`
const Time = styled(Radio)`
  min-height: var(--touch-small);
  min-width: 3.9rem;
  display: grid;
  place-items: center;
  padding: 0 0.35rem;
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  cursor: pointer;
  background: var(--paper);
  &[data-hovered='true'] {
    border-color: var(--ink);
  }
  &[data-selected='true'] {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
  }
  &[data-focus-visible='true'] {
    outline: 3px solid var(--focus);
    outline-offset: 2px;
  }
`
const Confirm = styled.div`
  position: sticky;
  bottom: 0;
  background: var(--ground);
  border-top: 1.5px solid var(--ink);
  padding: 0.7rem 0;
  margin-top: 0.9rem;
  display: flex;
  gap: var(--s-6);
  align-items: center;
  justify-content: space-between;
  /* The corner under the thumb belongs to small things. */
  ${phone} {
    flex-direction: column;
    align-items: flex-start;
    gap: var(--s-3);
  }
`
const Submit = styled(Press)`
  min-height: var(--touch-wide);
  padding: 0 1.6rem;
  border: 0;
  border-radius: 4px;
  background: var(--now);
  color: var(--on-now);
  font-weight: 700;
  cursor: pointer;
  &:disabled,
  &[aria-disabled] {
    background: transparent;
    border: 1.5px solid var(--rule-2);
    color: var(--ink-2);
    cursor: default;
  }
`
const Caution = styled.p`
  font-size: var(--t-2);
  color: var(--ink-2);
  border-top: 1px solid var(--rule);
  padding-top: 0.7rem;
`
