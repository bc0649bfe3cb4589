import { useState } from 'react'
import styled from 'styled-components'
import { Choose } from '@/ui/Choose'
import { DateField } from '@/ui/DateField'
import { Disclosed } from '@/ui/Disclosed'
import { Field } from '@/ui/Field'
import { Fault, Wrong } from '@/ui/fieldParts'
import { Link } from '@/ui/link'
import { List } from '@/ui/List'
import { Button, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { ComingView, Minding } from '@/work/page/coming'
import type { Told } from '../told'
import { useTold } from '../useTold'
import { Dog } from './Dog'

export type ChangeStay = (raw: unknown) => Promise<Told>

export interface PauseActions {
  readonly pause: (raw: unknown) => Promise<Told>
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
  change: ChangeStay | undefined
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
      {pauses && <PauseForm view={view} pauses={pauses} />}
      {change && <AnyStay view={view} change={change} />}
    </section>
  )
}

function MindRow({ mind: m, pauses }: { mind: Minding; pauses: PauseActions | undefined }) {
  const { sayDay } = useWhen()
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
function AnyStay({ view, change }: { view: ComingView; change: ChangeStay }) {
  const { sayDay } = useWhen()
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
            () =>
              change({
                residencyId: dog,
                leavesOn: form.get('leavesOn'),
                reason: form.get('reason'),
                was: was?.leavesOn,
              }),
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
    <Disclosed says="Pause a dog’s training">
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
          Pause training
        </Button>
      </PauseFields>
      <Wrong>{wrong}</Wrong>
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
