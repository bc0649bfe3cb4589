import { useState } from 'react'
import { Label, RadioGroup } from 'react-aria-components'
import { Link } from '@/ui/link'
import styled from 'styled-components'
import { Choose } from '@/ui/Choose'
import { DateField } from '@/ui/DateField'
import { Disclosed } from '@/ui/Disclosed'
import { Pick } from '@/ui/picks'
import { Button, ButtonLink, Press, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { TimeField } from '@/ui/TimeField'
import { useWhen } from '@/ui/ways'
import type { HandoffPage as View, OfferedSlot } from '@/work/page/handoff'
import { May } from '../shell/may'

/** Design choice: so many days of free times are unfolded at first. */
const daysShown = 3

/** The free times, day by day and trainer by trainer; one is chosen and sent. */
export function Slots({
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
  const { sayMoment, wallClock, sayDay } = useWhen()
  const [chosen, setChosen] = useState<string>()
  const [all, setAll] = useState(false)
  const byDay = new Map<string, OfferedSlot[]>()
  for (const slot of view.slots) {
    if (slot.fromMs === except) continue
    const { day } = wallClock(slot.fromMs, view.timeZone)
    byDay.set(day, [...(byDay.get(day) ?? []), slot])
  }
  const days = [...byDay]
  const address = `/dogs/${view.resident.residencyId}/handoff`
  const slot = view.slots.find((s) => keyOf(s) === chosen)
  if (days.length === 0)
    return (
      <p>
        {view.noHours
          ? 'No one has working hours yet. Add a person with hours first.'
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
      <input type="hidden" name="fromMs" value={slot?.fromMs ?? ''} />
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
                        aria-label={`${sayMoment(s.fromMs, view.timeZone)}, ${s.personName}`}
                      >
                        {wallClock(s.fromMs, view.timeZone).clock}
                      </Time>
                    ))}
                </div>
              </Trainer>
            ))}
          </div>
        ))}
      </Times>
      {!all && days.length > daysShown && (
        <Quiet onPress={() => setAll(true)}>
          {days.length - daysShown} more {days.length - daysShown === 1 ? 'day' : 'days'}
        </Quiet>
      )}
      {view.earlierFrom !== undefined && <Link href={`${address}?from=${view.earlierFrom}`}>Earlier times</Link>}{' '}
      {view.laterFrom !== undefined && (
        <Link href={`${address}?from=${view.laterFrom}`}>Times from {sayDay(view.laterFrom)} on</Link>
      )}
      <Confirm>
        <p>
          {slot ? (
            <>
              <b>{sayMoment(slot.fromMs, view.timeZone)}</b> with {slot.personName}
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

const keyOf = (s: OfferedSlot) => `${s.fromMs}/${s.personId}`

/** A time outside staff hours, named by a lead. */
export function Named({ view, action, pending }: { view: View; action: (form: FormData) => void; pending: boolean }) {
  const [personId, setPerson] = useState<string | null>(view.handlers[0]?.id ?? null)
  return (
    <Disclosed says="Another time, outside working hours">
      <NamedTime action={action}>
        <input type="hidden" name="residencyId" value={view.resident.residencyId} />
        <DateField label="On" name="day" plain />
        <TimeField label="At" name="at" plain />
        <Choose label="Shown by" name="personId" value={personId} onChange={setPerson} choices={view.handlers} />
        <Button type="submit" isPending={pending} isDisabled={personId === null}>
          Book this time
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
const Time = styled(Pick)`
  min-height: var(--touch-small);
  min-width: 3.9rem;
  justify-content: center;
  padding: 0 0.35rem;
  &[data-hovered='true'] {
    border-color: var(--ink);
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
  /* The corner under the thumb belongs to the quick log. */
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
