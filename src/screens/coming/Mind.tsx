import { useState } from 'react'
import styled from 'styled-components'
import { Choose } from '@/ui/Choose'
import { Disclosed } from '@/ui/Disclosed'
import { Fault } from '@/ui/fieldParts'
import { Link } from '@/ui/link'
import { List } from '@/ui/List'
import { Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { ComingView, Minding } from '@/work/page/coming'
import type { FormAction } from '../form/state'
import { PauseForm } from '../pause/PauseForm'
import { StayForm } from '../StayForm'
import type { Told } from '../told'
import { useAction } from '../useAction'
import { Dog } from './Dog'

export interface PauseActions {
  readonly pause: FormAction
  readonly resume: (raw: unknown) => Promise<Told>
  readonly vaccinated: (raw: unknown) => Promise<Told>
}

/** Vaccinations, medicine, unanswered questions and dogs that are not worked. */
export function Mind({
  view,
  pauses,
  change,
}: {
  view: ComingView
  pauses: PauseActions | undefined
  change: FormAction | undefined
}) {
  return (
    <section aria-labelledby="mind">
      <h2 id="mind">Reminders</h2>
      {view.mind.length === 0 ? (
        <p>No medicine, no vaccination due, no question open.</p>
      ) : (
        <MindList>
          {view.mind.map((m) => (
            <MindRow key={m.resident.residencyId} mind={m} pauses={pauses} />
          ))}
        </MindList>
      )}
      {pauses && <AnyPause view={view} pause={pauses.pause} />}
      {change && <AnyStay view={view} change={change} />}
    </section>
  )
}

function MindRow({ mind: m, pauses }: { mind: Minding; pauses: PauseActions | undefined }) {
  const { sayDay } = useWhen()
  const { send, wrong, pending } = useAction()
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
                Resume training
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
            {pauses && r.kind === 'vaccination' && (
              <>
                {' '}
                <Quiet
                  isPending={pending}
                  aria-label={`${r.text} given today to ${m.resident.name}`}
                  onPress={() => send(() => pauses.vaccinated({ residencyId: id, name: r.text, due: r.on }))}
                >
                  given today
                </Quiet>
              </>
            )}
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
function AnyStay({ view, change }: { view: ComingView; change: FormAction }) {
  const { sayDay } = useWhen()
  const [dog, setDog] = useState<string | null>(null)
  const stay = view.stays.find((s) => s.residencyId === dog)
  return (
    <Disclosed says="Make a residency longer or shorter, or end it today">
      <Choose
        label="Dog"
        value={dog}
        onChange={setDog}
        choices={view.stays.map((s) => ({
          id: s.residencyId,
          name: s.name,
          note: `goes home ${sayDay(s.leavesOn)}`,
        }))}
      />
      {stay && <StayForm stay={stay} fields={view.stayFields} action={change} />}
    </Disclosed>
  )
}

function AnyPause({ view, pause }: { view: ComingView; pause: FormAction }) {
  const [dog, setDog] = useState<string | null>(null)
  const chosen = view.residents.find((r) => r.id === dog)
  return (
    <Disclosed says="Pause a dog’s training">
      <Choose label="Dog" value={dog} onChange={setDog} choices={view.residents} />
      {chosen && <PauseForm residencyId={chosen.id} fields={view.pauseFields} action={pause} />}
    </Disclosed>
  )
}

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
