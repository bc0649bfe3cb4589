'use client'
import { Link } from '@/ui/link'
import { useActionState, useRef, useState } from 'react'
import { Label } from 'react-aria-components'
import styled from 'styled-components'
import { addDays } from '@/core/days'
import { useWhen } from '@/ui/ways'
import { costOf } from '@/core/handoff/cost'
import { traitNames, traitWords } from '@/core/dog/traits'
import type { Typed } from '@/core/fields'
import { Choose } from '@/ui/Choose'
import { Field } from '@/ui/Field'
import { Fault, Wrong } from '@/ui/fieldParts'
import { Button, Quiet } from '@/ui/press'
import { useKeeping, type DraftSaved } from '../form/useKeeping'
import { DateField } from '@/ui/DateField'
import { Beside, FormPage, Pair } from '@/ui/Page'
import { Choices, Pick, Tick } from '@/ui/picks'
import { freshForm, type FormAction } from '../form/state'
import type { Told } from '../told'
import { useTold } from '../useTold'
import { promisesOfTyped, typedOfPromises } from '@/core/promise/typed'
import { PromiseRows } from '../promise/PromiseRows'
import type { Promising } from '@/work/page/promising'
import type { Preset } from '@/work/page/packages'

const none = 'none'

/** A dog, its days here, its words, and what its owner was promised. */
export function DogForm({
  action,
  promising,
  today,
  booking,
}: {
  action: FormAction
  promising: Promising
  today: string
  booking: Booking
}) {
  const { sayDay } = useWhen()
  const { curriculum } = promising
  const [state, submit, pending] = useActionState(action, freshForm)
  const values = state.tries > 0 ? state.values : booking.typed
  const was = (name: string) => values[name]?.[0]
  const form = useRef<HTMLFormElement>(null)
  const [asTyped, setTyped] = useState<Typed>()
  const { touch, said } = useKeeping(
    form,
    (typed, over) => {
      setTyped(typed)
      return booking.saveDraft({ key: booking.key, step: 'booking', typed, over })
    },
    booking.draftAt,
  )
  const [dogId, setDog] = useState(was('dogId') ?? '')
  const back = booking.known.find((d) => d.id === dogId)
  // Of a dog that was here before the form shows what is known of it, until something was typed for that very dog.
  const typedForIt = values['dogId']?.[0] === dogId && values['name'] !== undefined
  const shown: Typed = typedForIt || !back ? values : { ...values, ...back.typed }
  const has = (name: string) => shown[name]?.[0]
  // What a dog was promised that comes back is where its promises begin.
  const [preset, setPreset] = useState(
    back && !Object.keys(booking.typed).some((name) => name.startsWith('promised.'))
      ? presetOf(booking.presets, back)
      : undefined,
  )
  // What comes back from a refusal is what was typed, whatever it was begun from.
  const [presetAt, setPresetAt] = useState(0)
  const fresh = presetAt === state.tries
  const begin = preset && fresh ? typedOfPromises(curriculum, preset.promises) : values
  const whole = costOf(
    curriculum,
    preset && fresh && !asTyped ? preset.promises : promisesOfTyped(curriculum, asTyped ?? values),
  )
  /** The day its package ends, once one was chosen. */
  const [leaves, setLeaves] = useState<string>()
  return (
    <FormPage>
      <h1>New dog</h1>
      <Begun booking={booking} />
      <form ref={form} action={submit} key={state.tries} noValidate onInput={touch}>
        <input type="hidden" name="key" value={booking.key} />
        <input type="hidden" name="dogId" value={dogId} />
        <input type="hidden" name="shown" value={dogId} />
        <Wrong>{state.errors['']}</Wrong>
        <Beside>
          <div>
            {booking.known.length > 0 && (
              <Choose
                label="Was it here before?"
                value={dogId === '' ? none : dogId}
                onChange={(id) => {
                  setDog(id === none ? '' : id)
                  const again = booking.known.find((d) => d.id === id)
                  if (again) setPreset(presetOf(booking.presets, again))
                  setPresetAt(state.tries)
                  setTyped(undefined)
                  touch()
                }}
                choices={[
                  { id: none, name: 'no, it is new' },
                  ...booking.known.map((d) => ({
                    id: d.id,
                    name: `${d.name}, ${d.ownerName}’s`,
                    note: `went home ${sayDay(d.lastLeft)}; keeps its history and is tested afresh`,
                  })),
                ]}
              />
            )}
            {state.errors['dogId'] && <Fault>{state.errors['dogId']}</Fault>}
            {Object.keys(state.errors).length > 0 && !state.errors[''] && (
              <Wrong>
                {Object.keys(state.errors).length === 1
                  ? 'One thing is'
                  : `${Object.keys(state.errors).length} things are`}{' '}
                not right yet. Nothing you typed is lost.
              </Wrong>
            )}
            <Pair>
              <Field
                key={`name ${dogId}`}
                label="Name"
                name="name"
                required
                defaultValue={has('name')}
                error={state.errors['name']}
              />
              <Field label="Run number" name="run" required defaultValue={was('run')} error={state.errors['run']} />
              <Field
                key={`owner ${dogId}`}
                label="Owner"
                name="owner"
                required
                defaultValue={has('owner')}
                error={state.errors['owner']}
              />
            </Pair>
            <Pair>
              <DateField
                label="Arrives on"
                name="arrivesOn"
                onChange={touch}
                plain
                defaultValue={was('arrivesOn') ?? today}
                error={state.errors['arrivesOn']}
              />
              <DateField
                key={leaves}
                label="Goes home on"
                name="leavesOn"
                onChange={touch}
                required
                defaultValue={(fresh ? leaves : undefined) ?? was('leavesOn')}
                error={state.errors['leavesOn']}
              />
            </Pair>
            <Pair>
              <Field
                key={`release ${dogId}`}
                label="Release word"
                name="releaseWord"
                plain
                defaultValue={has('releaseWord') ?? 'Okay'}
                error={state.errors['releaseWord']}
                hint="ends a hold"
              />
              <Field
                key={`marker ${dogId}`}
                label="Marker"
                name="markerWord"
                plain
                defaultValue={has('markerWord') ?? 'Yes'}
                error={state.errors['markerWord']}
                hint="says that was it"
              />
              <Choices
                key={`side ${dogId}`}
                name="side"
                defaultValue={has('side') ?? 'not known yet'}
                orientation="horizontal"
              >
                <Label>Side</Label>
                <div>
                  <Pick value="left">left</Pick>
                  <Pick value="right">right</Pick>
                  <Pick value="not known yet">not known yet</Pick>
                </div>
              </Choices>
            </Pair>
            <Field
              key={`caution ${dogId}`}
              label="Caution at the door"
              name="caution"
              defaultValue={has('caution')}
              error={state.errors['caution']}
              hint="shown wherever somebody is sent to this dog"
            />
            <div>
              <Tick key={`bite ${dogId}`} name="biteHistory" value="yes" ticked={has('biteHistory') === 'yes'}>
                Bite history
              </Tick>
            </div>
            <Pair>
              <DateField
                key={`born ${dogId}`}
                label="Born on"
                name="bornOn"
                onChange={touch}
                defaultValue={has('bornOn')}
                error={state.errors['bornOn']}
                hint="or an estimate; under six months its ladder is another"
              />
            </Pair>
            <Traits>
              <span id="traits">Its ladder is made for a dog that is</span>
              <div role="group" aria-labelledby="traits">
                {traitNames.map((t) => (
                  <Tick key={`${t} ${dogId}`} name="traits" value={t} ticked={shown['traits']?.includes(t) ?? false}>
                    {traitWords[t]}
                  </Tick>
                ))}
              </div>
            </Traits>
          </div>
          <section>
            <h2>Promised to the owner</h2>
            <p>
              A promise is a rung held at a distraction level, in so many places with so many people on the leash. Leave
              a command at “not promised” to leave it out. Word: the owner’s own cue, when it differs from the house’s.
            </p>
            {booking.presets.length > 0 && (
              <Choose
                label="Begin from"
                value={preset?.id ?? none}
                onChange={(id) => {
                  const chosen = booking.presets.find((p) => p.id === id)
                  const arrives = form.current && new FormData(form.current).get('arrivesOn')
                  // A day that somebody typed stays as it was typed.
                  const typedDay = form.current && new FormData(form.current).get('leavesOn')
                  const mayChange = typeof typedDay !== 'string' || typedDay === '' || typedDay === leaves
                  if (chosen?.days !== undefined && mayChange && typeof arrives === 'string' && arrives !== '')
                    setLeaves(addDays(arrives, chosen.days))
                  setPreset(chosen)
                  setPresetAt(state.tries)
                  setTyped(undefined)
                  touch()
                }}
                choices={[
                  { id: none, name: 'nothing: choose below' },
                  ...booking.presets.map((p) => ({ id: p.id, name: p.name, note: p.note })),
                ]}
              />
            )}
            {state.errors['promised'] && <Fault>{state.errors['promised']}</Fault>}
            <PromiseRows
              key={`${preset?.id ?? ''} ${dogId}`}
              promising={promising}
              touch={touch}
              values={begin}
              words={shown}
              errors={state.errors}
            />
            {whole.reps > 0 && (
              <p role="status">
                All of it: about {whole.reps} reps from the start, {whole.days} days at the house’s pace.
              </p>
            )}
          </section>
        </Beside>
        <Foot>
          <Button type="submit" $now isPending={pending}>
            Add dog
          </Button>
          <span role="status">{said}</span>
        </Foot>
      </form>
    </FormPage>
  )
}

/** Bookings that were begun and not finished; one that is thrown away can be taken back while this page stands. */
function Begun({ booking }: { booking: Booking }) {
  const { send, wrong, pending } = useTold()
  const [gone, setGone] = useState<{ readonly key: string; readonly name: string; readonly typed: Typed }>()
  if (booking.others.length === 0 && !gone) return null
  const discard = (key: string, name: string) =>
    send(async () => {
      const done = await booking.discard(key)
      if (done.ok && done.typed) setGone({ key, name, typed: done.typed })
      return done
    })
  return (
    <p>
      {booking.others.length > 0 && 'Begun and not finished: '}
      {booking.others.map((b, i) => (
        <span key={b.key}>
          {i > 0 && ', '}
          <Link href={`/dogs/new?key=${b.key}`}>{b.name}</Link> ({b.by}){' '}
          <Quiet isPending={pending} aria-label={`Throw away ${b.name}`} onPress={() => discard(b.key, b.name)}>
            throw away
          </Quiet>
        </span>
      ))}{' '}
      {gone && (
        <Quiet
          isPending={pending}
          onPress={() =>
            send(
              async () => {
                const kept = await booking.saveDraft({ key: gone.key, step: 'booking', typed: gone.typed })
                return kept.ok ? { ok: true } : { ok: false, reason: 'It could not be kept.', errors: {} }
              },
              () => setGone(undefined),
            )
          }
        >
          Take {gone.name} back
        </Quiet>
      )}
      {wrong !== '' && <Fault>{wrong}</Fault>}
    </p>
  )
}

/** A booking as far as it was typed, here or on another device. */
export interface Booking {
  readonly key: string
  readonly typed: Typed
  readonly saveDraft: (raw: unknown) => Promise<DraftSaved>
  /** When the draft that it is drawn from was saved; null for none. */
  readonly draftAt: number | null
  readonly others: readonly { readonly key: string; readonly name: string; readonly by: string }[]
  readonly known: readonly {
    readonly id: string
    readonly name: string
    readonly ownerName: string
    readonly lastLeft: string
    /** What is known of it, as this form types it. */
    readonly typed: Typed
  }[]
  /** What its promises can begin from. */
  readonly presets: readonly Preset[]
  readonly discard: (key: string) => Promise<Told & { readonly typed?: Typed }>
}

/** What this dog was promised when it was here last. */
const presetOf = (presets: readonly Preset[], dog: Booking['known'][number]): Preset | undefined =>
  presets.find((p) => p.dogId === dog.id)

/** In sight however far one has come. */
const Foot = styled.div`
  position: sticky;
  bottom: 0;
  display: flex;
  gap: var(--s-6);
  align-items: center;
  padding: 0.6rem 0;
  background: var(--ground);
  border-top: 1.5px solid var(--ink);
  > button {
    flex: none;
  }
`
const Traits = styled.div`
  display: grid;
  gap: var(--s-2);
  > span {
    font-size: var(--t-2);
    font-weight: 560;
    color: var(--ink-2);
  }
  > div {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-2) var(--s-7);
  }
`
