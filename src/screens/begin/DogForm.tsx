'use client'
import { reject } from '@/core/rejection'
import { useRef, useState } from 'react'
import { addDays } from '@/core/days'
import type { EpochMs } from '@/core/epochMs'
import type { Typed } from '@/core/fields'
import type { FieldSpec } from '@/core/form'
import { costOf } from '@/core/handoff/cost'
import { promisesOfTyped, typedOfPromises } from '@/core/promise/typed'
import { Choose } from '@/ui/Choose'
import { Fault } from '@/ui/fieldParts'
import { Link } from '@/ui/link'
import { FormPage } from '@/ui/Page'
import { Quiet } from '@/ui/press'
import { useWhen } from '@/ui/ways'
import type { Preset } from '@/work/page/packages'
import type { Promising } from '@/work/page/promising'
import { dated } from '../form/dated'
import { SpecForm, type SpecPart } from '../form/SpecForm'
import type { FormAction } from '../form/state'
import type { DraftSaved } from '../form/useKeeping'
import { PromiseRows } from '../promise/PromiseRows'
import type { Told } from '../told'
import { useAction } from '../useAction'

const none = 'none'

/** A dog, its days here, its words, and what its owner was promised. */
export function DogForm({
  action,
  fields,
  promising,
  booking,
}: {
  action: FormAction
  /** What is asked of the dog and its stay. They come with the page: what reads them stays in the kennel. */
  fields: readonly FieldSpec[]
  promising: Promising
  booking: Booking
}) {
  const [dogId, setDog] = useState(booking.typed['dogId']?.[0] ?? '')
  const [chosen, choose] = useState<Chosen>(() => chosenAtFirst(booking, dogId))
  const [typed, setTyped] = useState<Typed>()
  const back = booking.known.find((d) => d.id === dogId)
  return (
    <FormPage>
      <h1>New dog</h1>
      <Begun booking={booking} />
      <SpecForm
        dated={dated}
        action={action}
        fields={fields}
        values={booking.typed}
        over={(was, tries) => ({
          // Of a dog that was here before: what is known of it, until something was typed for that very dog.
          ...(back && !(was['dogId']?.[0] === dogId && was['name'] !== undefined) ? back.typed : {}),
          ...(chosen.leaves !== undefined && chosen.tries === tries ? { leavesOn: [chosen.leaves] } : {}),
        })}
        drawnAgain={(name) => (name === 'leavesOn' ? (chosen.leaves ?? '') : ofTheDog.has(name) ? dogId : '')}
        hidden={{ key: booking.key, dogId, shown: dogId }}
        keep={(now, over) => {
          setTyped(now)
          return booking.saveDraft({ key: booking.key, step: 'booking', typed: now, over })
        }}
        draftAt={booking.draftAt}
        submit="Add dog"
        shape="beside"
        before={({ errors, tries, touch }) => (
          <WasHere
            booking={booking}
            dogId={dogId}
            error={errors['dogId']}
            onChoose={(id) => {
              const dog = booking.known.find((d) => d.id === id)
              setDog(id)
              choose({ preset: dog ? presetOf(booking.presets, dog) : chosen.preset, leaves: chosen.leaves, tries })
              setTyped(undefined)
              touch()
            }}
          />
        )}
        more={(part) => (
          <Promised
            part={part}
            promising={promising}
            presets={booking.presets}
            chosen={chosen}
            typed={typed}
            dogId={dogId}
            onChoose={(to) => {
              choose({ ...to, tries: part.tries })
              setTyped(undefined)
              part.touch()
            }}
          />
        )}
      />
    </FormPage>
  )
}

/** What promises begin from, and the day its package ends; chosen when the form had been sent so often. */
interface Chosen {
  readonly preset: Preset | undefined
  readonly leaves: string | undefined
  readonly tries: number
}

/** Fields that say something of the dog itself, whatever stay it is. */
const ofTheDog: ReadonlySet<string> = new Set([
  'name',
  'owner',
  'releaseWord',
  'markerWord',
  'side',
  'caution',
  'biteHistory',
  'bornOn',
  'traits',
])

/** What a dog was promised that comes back is where its promises begin. */
function chosenAtFirst(booking: Booking, dogId: string): Chosen {
  const dog = booking.known.find((d) => d.id === dogId)
  const promised = Object.keys(booking.typed).some((name) => name.startsWith('promised.'))
  return { preset: dog && !promised ? presetOf(booking.presets, dog) : undefined, leaves: undefined, tries: 0 }
}

function WasHere({
  booking,
  dogId,
  error,
  onChoose,
}: {
  booking: Booking
  dogId: string
  error: string | undefined
  onChoose: (dogId: string) => void
}) {
  const { sayDay } = useWhen()
  if (booking.known.length === 0) return <>{error && <Fault>{error}</Fault>}</>
  return (
    <>
      <Choose
        label="Was this dog here before?"
        value={dogId === '' ? none : dogId}
        onChange={(id) => onChoose(id === none ? '' : id)}
        choices={[
          { id: none, name: 'no, a new dog' },
          ...booking.known.map((d) => ({
            id: d.id,
            name: `${d.name}, ${d.ownerName}’s`,
            note: `went home ${sayDay(d.lastLeft)}; keeps the history and has a new baseline`,
          })),
        ]}
      />
      {error && <Fault>{error}</Fault>}
    </>
  )
}

/** What the owner is promised, begun from a package or a dog, or from nothing. */
function Promised({
  part,
  promising,
  presets,
  chosen,
  typed,
  dogId,
  onChoose,
}: {
  part: SpecPart
  promising: Promising
  presets: readonly Preset[]
  chosen: Chosen
  /** As it was typed last; undefined while nothing was since the last choice. */
  typed: Typed | undefined
  dogId: string
  onChoose: (to: Pick<Chosen, 'preset' | 'leaves'>) => void
}) {
  const { curriculum } = promising
  const place = useRef<HTMLDivElement>(null)
  // What comes back from a refusal is what was typed, whatever it was begun from.
  const preset = chosen.tries === part.tries ? chosen.preset : undefined
  const whole = costOf(
    curriculum,
    preset && !typed ? preset.promises : promisesOfTyped(curriculum, typed ?? part.values),
  )
  return (
    <div ref={place}>
      <h2>Promised to the owner</h2>
      <p>
        A promise is a rung mastered at a distraction level, in so many locations with so many handlers. Leave a command
        at “not promised” to leave it out. Word: the owner’s own cue, when it differs from the kennel’s.
      </p>
      {presets.length > 0 && (
        <Choose
          label="Begin from"
          value={chosen.preset?.id ?? none}
          onChange={(id) => {
            const to = presets.find((p) => p.id === id)
            onChoose({ preset: to, leaves: leavesWith(to, chosen, place.current?.closest('form')) })
          }}
          choices={[
            { id: none, name: 'nothing: choose below' },
            ...presets.map((p) => ({ id: p.id, name: p.name, note: p.note })),
          ]}
        />
      )}
      {part.errors['promised'] && <Fault>{part.errors['promised']}</Fault>}
      <PromiseRows
        key={`${chosen.preset?.id ?? ''} ${dogId}`}
        promising={promising}
        touch={part.touch}
        values={preset ? typedOfPromises(curriculum, preset.promises) : part.values}
        words={part.values}
        errors={part.errors}
      />
      {whole.reps > 0 && (
        <p role="status">
          All of it: about {whole.reps} reps from the start, {whole.days} days at the kennel’s pace.
        </p>
      )}
    </div>
  )
}

/** The day a stay ends by its package; one that somebody typed stays as it was typed. */
function leavesWith(
  preset: Preset | undefined,
  { leaves }: Chosen,
  form: HTMLFormElement | null | undefined,
): string | undefined {
  const typed = form && new FormData(form)
  const [arrives, has] = [typed?.get('arrivesOn'), typed?.get('leavesOn')]
  const mayChange = typeof has !== 'string' || has === '' || has === leaves
  return preset?.days !== undefined && mayChange && typeof arrives === 'string' && arrives !== ''
    ? addDays(arrives, preset.days)
    : leaves
}

/** Bookings that were begun and not finished; one that is thrown away can be taken back while this page stands. */
function Begun({ booking }: { booking: Booking }) {
  const { send, wrong, pending } = useAction()
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
          <Quiet isPending={pending} aria-label={`Discard ${b.name}`} onPress={() => discard(b.key, b.name)}>
            Discard
          </Quiet>
        </span>
      ))}{' '}
      {gone && (
        <Quiet
          isPending={pending}
          onPress={() =>
            send(
              async () => {
                const saved = await booking.saveDraft({ key: gone.key, step: 'booking', typed: gone.typed })
                return saved.ok ? { ok: true } : reject('not-written', 'Your changes were not saved. Try again.')
              },
              () => setGone(undefined),
            )
          }
        >
          Restore {gone.name}
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
  readonly draftAt: EpochMs | null
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
