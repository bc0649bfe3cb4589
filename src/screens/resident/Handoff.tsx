'use client'
import { Link } from '@/ui/link'
import styled from 'styled-components'
import type { CommandView } from '@/core/views/resident'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { ButtonLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { ResidentView } from '@/work/page/resident'
import { List } from '@/ui/List'
import { May } from '../shell/may'
import type { EpochMs } from '@/core/epochMs'

/** Whether it is ready to be shown, what it still lacks, and the way to the handoff. */
export function Handoff({ view, missing, now }: { view: ResidentView; missing: readonly CommandView[]; now: EpochMs }) {
  const { sayMoment, sayDay } = useWhen()
  const { resident, handoff } = view
  return (
    <section aria-label="Handoff">
      <h2>Handoff</h2>
      {handoff ? (
        <p>
          <b>
            {handoff.fromMs < now ? 'Was' : 'Booked'}: {sayMoment(handoff.fromMs, view.timeZone)}
          </b>
          , {view.people.find((p) => p.id === handoff.personId)?.name}
        </p>
      ) : view.readyOn ? (
        <p>
          <b className="ready">Ready</b> since {sayDay(view.readyOn)}: every promise is mastered.
        </p>
      ) : view.waits !== '' ? (
        <p>
          <b>{view.waits}</b>{' '}
          <May to={`/dogs/${resident.residencyId}/demonstration/rehearsal`}>
            <Link href={`/dogs/${resident.residencyId}/demonstration/rehearsal`}>Rehearse</Link>
          </May>
        </p>
      ) : missing.length === 0 ? (
        <p>Nothing was promised, so nothing can be shown.</p>
      ) : (
        <p>
          Not ready: {missing.length} of {view.commands.filter((c) => c.promise).length} promises are not met yet.
        </p>
      )}
      {view.lost.length > 0 && (
        <NeedsPerson>
          Promised, and not in this dog’s curriculum: {view.lost.join(', ')}. Speak with the owner, or promise something
          else.
        </NeedsPerson>
      )}
      {missing.length > 0 && (
        <Missing>
          {missing.map((c) => (
            <li key={c.id}>
              <b>
                {c.name}: {c.promise?.rungName}
              </b>
              {c.promise?.lines
                .filter((l) => !l.done)
                .map((l) => (
                  <span key={l.text}>{l.text}</span>
                ))}
            </li>
          ))}
        </Missing>
      )}
      <ButtonLink href={`/dogs/${resident.residencyId}/handoff`}>
        {handoff ? 'Move, cancel or print it' : view.readyOn ? 'Choose a time' : 'Handoff page'}
      </ButtonLink>
      <p>
        <Link href={`/dogs/${resident.residencyId}/demonstration`}>Script</Link> ·{' '}
        <Link href={`/dogs/${resident.residencyId}/demonstration/after`}>What was shown, and homework</Link>
      </p>
    </section>
  )
}

const Missing = styled(List)`
  margin: 0.5rem 0 0.8rem;
  display: grid;
  gap: var(--s-3);
  li {
    border-left: 3px solid var(--rule-2);
    padding-left: 0.6rem;
  }
  b {
    display: block;
    font-weight: 640;
  }
  span {
    display: block;
    font-size: var(--t-2);
    color: var(--ink-2);
  }
  ${phone} {
    span {
      display: inline;
    }
    span:not(:last-child)::after {
      content: '. ';
    }
  }
`
