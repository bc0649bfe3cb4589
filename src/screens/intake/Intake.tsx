'use client'
import { mostPhotoBytes } from '@/core/intake/photo'
import { Link } from '@/ui/link'
import { useRef, useState } from 'react'
import styled from 'styled-components'
import { daysBetween } from '@/core/days'
import type { Typed } from '@/core/fields'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { Wrong } from '@/ui/fieldParts'
import { Button, ButtonLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import { OfficePage } from '@/ui/Page'
import type { IntakeStep, IntakeView } from '@/work/page/intake'
import type { FormAction } from '../form/state'
import { dated } from '../form/dated'
import { SpecForm } from '../form/SpecForm'
import type { DraftSaved } from '../form/useKeeping'
import { Promises } from '../promise/PromiseRows'
import type { Promising } from '@/work/page/promising'
import { OrderedList } from '@/ui/List'
import type { EpochMs } from '@/core/epochMs'

/** A dog at the door: one step at a time, on a cord whose knots are tied as steps are kept. */
export function Intake({
  view,
  stepId,
  promising,
  keep,
  saveDraft,
}: {
  view: IntakeView
  stepId: string
  /** Where promises are the step. */
  promising: Promising | undefined
  keep: FormAction
  saveDraft: (raw: unknown) => Promise<DraftSaved>
}) {
  const { sayMoment, sayDay } = useWhen()
  const { resident, steps } = view
  const at = Math.max(
    0,
    steps.findIndex((s) => s.id === stepId),
  )
  const step = steps[at]
  const first = steps.find((s) => !s.kept)
  if (!step) return null
  return (
    <Page>
      <header>
        <p>
          <b>{resident.runNumber}</b> <Link href={`/dogs/${resident.residencyId}`}>{resident.name}</Link>,{' '}
          {resident.ownerName}’s; here {sayDay(resident.arrivesOn)} to {sayDay(resident.leavesOn)},{' '}
          {lengthText(daysBetween(resident.arrivesOn, resident.leavesOn))}
        </p>
        <h1>Intake</h1>
      </header>
      {(resident.biteHistory || resident.caution) && (
        <NeedsPerson>
          {resident.biteHistory ? 'Bite history. ' : ''}
          {resident.caution}
        </NeedsPerson>
      )}
      <Cord aria-label="Steps of the intake">
        {steps.map((s) => (
          <li key={s.id} data-kept={s.kept} data-now={s === first}>
            <Link
              href={`/dogs/${resident.residencyId}/intake?step=${s.id}`}
              aria-current={s === step ? 'step' : undefined}
            >
              {s.title}
            </Link>
            <span>{s.draft ? 'begun' : s.kept ? 'saved' : s.fromBefore ? 'from last time' : 'open'}</span>
          </li>
        ))}
      </Cord>
      <section aria-labelledby="step">
        <h2 id="step">{step.title}</h2>
        <p>{step.intro}</p>
        {step.draft && (
          <p className="draft">
            Typed by {step.draft.by}, {sayMoment(step.draft.at, view.timeZone)}, not saved for good yet.
          </p>
        )}
        {step.fromBefore && !step.draft && <p className="draft">From an earlier residency. Check it and save it.</p>}
        {step.id === 'arrival' && <Photo view={view} />}
        {step.id === 'consents' && (
          <p>
            {view.devices.length === 0
              ? 'This kennel uses no device.'
              : `Devices of this kennel: ` +
                `${view.devices.map((d) => (d.policy === '' ? d.name : `${d.name} (${d.policy})`)).join('; ')}. ` +
                `None without the owner’s signature.`}
          </p>
        )}
        <StepForm
          key={step.id}
          view={view}
          step={step}
          last={at === steps.length - 1}
          promising={promising}
          keep={keep}
          saveDraft={saveDraft}
        />
      </section>
    </Page>
  )
}

/** The length of a package as it is sold: in weeks, and days where they are not whole. */
const lengthText = (days: number): string =>
  days % 7 === 0 ? `${days / 7} ${days === 7 ? 'week' : 'weeks'}` : `${days} ${days === 1 ? 'day' : 'days'}`

function StepForm({
  view,
  step,
  last,
  promising,
  keep,
  saveDraft,
}: {
  view: IntakeView
  step: IntakeStep
  last: boolean
  promising: Promising | undefined
  keep: FormAction
  saveDraft: (raw: unknown) => Promise<DraftSaved>
}) {
  const id = view.resident.residencyId
  const asTyped = (typed: Typed, over: number | null) => {
    const { residencyId: _r, step: _s, ...rest } = typed
    return saveDraft({ key: id, step: step.id, typed: rest, read: step.read, over })
  }
  return (
    <SpecForm
      dated={dated}
      action={keep}
      fields={step.fields}
      values={step.values}
      read={step.read}
      draftAt={step.draft?.at ?? null}
      keep={asTyped}
      hidden={{ residencyId: id, step: step.id }}
      submit={last ? 'Save, and go to the dog' : 'Save and continue'}
      more={promising && ((part) => <Promises promising={promising} {...part} />)}
    >
      <ButtonLink href={`/dogs/${id}`}>Later</ButtonLink>
    </SpecForm>
  )
}

function Photo({ view }: { view: IntakeView }) {
  const { residencyId } = view.resident
  const input = useRef<HTMLInputElement>(null)
  const [at, setAt] = useState(view.photoAt)
  const [wrong, setWrong] = useState('')
  const send = async (file: File) => {
    const most = mostPhotoBytes / 1e6
    if (file.size > mostPhotoBytes)
      return setWrong(`The picture has ${Math.round(file.size / 1e6)} MB; ${most} are the most. Nothing else is lost.`)
    const body = new FormData()
    body.set('photo', file)
    try {
      const answer = await fetch(`/dogs/${residencyId}/photo`, { method: 'POST', body })
      const reply = (await answer.json()) as { error?: string; at?: EpochMs }
      setWrong(answer.ok ? '' : (reply.error ?? 'That did not work.'))
      if (answer.ok) setAt(reply.at)
    } catch {
      setWrong('No connection: the picture was not sent.')
    }
  }
  return (
    <PhotoBox>
      {at === undefined ? (
        <span aria-hidden="true" />
      ) : (
        <img src={`/dogs/${residencyId}/photo?at=${at}`} alt={`${view.resident.name}`} width={120} height={120} />
      )}
      <div>
        <input
          ref={input}
          type="file"
          accept="image/*"
          aria-label="Photo"
          hidden
          onChange={(e) => {
            const f = e.target.files?.[0]
            if (f) void send(f)
          }}
        />
        <Button onPress={() => input.current?.click()}>{at === undefined ? 'Add a photo' : 'Another photo'}</Button>
        <Wrong>{wrong}</Wrong>
      </div>
    </PhotoBox>
  )
}

const Page = styled(OfficePage)`
  header p {
    color: var(--ink-2);
  }
  > section {
    display: grid;
    gap: var(--s-5);
    grid-template-columns: minmax(0, 1fr);
  }
  > section > p {
    color: var(--ink-2);
    max-width: 66ch;
  }
  .draft {
    border-left: 3px solid var(--ink);
    padding-left: 0.6rem;
  }
`
const Cord = styled(OrderedList)`
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  li {
    position: relative;
    display: grid;
    gap: var(--s-1);
    padding-top: 1.3rem;
    padding-right: 0.6rem;
  }
  li::before {
    content: '';
    position: absolute;
    left: 0;
    right: 0;
    top: 0.5rem;
    border-top: 2px dashed var(--rule-2);
  }
  li[data-kept='true']::before {
    border-top: 5px solid var(--held);
    top: 0.38rem;
  }
  li::after {
    content: '';
    position: absolute;
    left: 0;
    top: 0.12rem;
    width: 0.85rem;
    height: 0.85rem;
    border-radius: 50%;
    border: 3px solid var(--rule-2);
    background: var(--ground);
  }
  li[data-kept='true']::after {
    border-color: var(--held);
    background: var(--held);
  }
  li[data-now='true']::after {
    background: var(--now);
    border-color: var(--ink);
  }
  a {
    text-decoration: none;
    min-height: var(--touch-small);
  }
  a[aria-current='step'] {
    font-weight: 700;
    text-decoration: underline;
  }
  span {
    font-size: var(--t-1);
    color: var(--ink-2);
  }
  ${phone} {
    grid-auto-flow: row;
    grid-template-columns: 1fr 1fr;
    gap: var(--s-4) 0;
  }
`
const PhotoBox = styled.div`
  display: flex;
  gap: var(--s-6);
  align-items: center;
  img,
  > span {
    width: 7.5rem;
    height: 7.5rem;
    object-fit: cover;
    border: 2px solid var(--ink);
    border-radius: 4px;
    background: repeating-linear-gradient(135deg, var(--paper) 0 8px, var(--ground) 8px 16px);
  }
`
