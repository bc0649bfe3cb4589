'use client'
import Link from 'next/link'
import { useActionState, useRef, useState } from 'react'
import { Label } from 'react-aria-components'
import styled from 'styled-components'
import { sayRun } from '@/core/curriculum/lookup'
import type { Command, Curriculum } from '@/core/curriculum/types'
import { addDays } from '@/core/days'
import { costOf, sayCost } from '@/core/handoff/cost'
import type { HouseGround } from '@/core/handoff/possible'
import { usualPromise, type OwnerPromise } from '@/core/promise/ownerPromise'
import { traitNames, traitWords } from '@/core/dog/traits'
import type { Typed } from '@/core/fields'
import { levelWords } from '@/core/views/grid'
import { Choose } from '@/ui/Choose'
import { Field } from '@/ui/Field'
import { Fault } from '@/ui/fieldParts'
import { Button, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useKeeping } from '../form/useKeeping'
import { DateField } from '@/ui/DateField'
import { Beside, FormPage, Pair } from '@/ui/Page'
import { Choices, Pick, Tick } from '@/ui/picks'
import { freshForm, type FormAction } from '../form/state'
import type { Told } from '../told'
import { useTold } from '../useTold'
import type { Preset } from '@/work/page/packages'

/** A dog, its days here, its words, and what its owner was promised. */
export function DogForm({
  action,
  curriculum,
  ground,
  today,
  usual,
  booking,
}: {
  action: FormAction
  curriculum: Curriculum
  /** What this house has to keep promises with. */
  ground: HouseGround
  today: string
  /** Places and people that a promise has where nobody says otherwise. */ usual: {
    readonly places: number
    readonly people: number
  }
  booking: Booking
}) {
  const [state, submit, pending] = useActionState(action, freshForm)
  const values = state.tries > 0 ? state.values : booking.typed
  const was = (name: string) => values[name]?.[0]
  const form = useRef<HTMLFormElement>(null)
  const [asTyped, setTyped] = useState<Typed>()
  const { touch, said } = useKeeping(form, async (typed) => {
    setTyped(typed)
    return (await booking.saveDraft({ key: booking.key, step: 'booking', typed })).ok
  })
  const [dogId, setDog] = useState(was('dogId') ?? '')
  const back = booking.known.find((d) => d.id === dogId)
  // What a dog was promised that comes back is where its promises begin.
  const [preset, setPreset] = useState(
    back && !Object.keys(booking.typed).some((name) => name.startsWith('rung.'))
      ? presetOf(booking.presets, back)
      : undefined,
  )
  // What comes back from a refusal is what was typed, whatever it was begun from.
  const [presetAt, setPresetAt] = useState(0)
  const fresh = presetAt === state.tries
  const begin = preset && fresh ? typedFrom(curriculum, preset.promises) : values
  const whole = costOf(
    curriculum,
    preset && fresh && !asTyped ? preset.promises : promisesIn(curriculum, asTyped ?? values),
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
        {state.errors[''] && (
          <div role="alert">
            <Fault>{state.errors['']}</Fault>
          </div>
        )}
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
                    note: `went home ${d.lastLeft}; keeps its history and is tested afresh`,
                  })),
                ]}
              />
            )}
            {state.errors['dogId'] && <Fault>{state.errors['dogId']}</Fault>}
            {Object.keys(state.errors).length > 0 && !state.errors[''] && (
              <div role="alert">
                <Fault>
                  {Object.keys(state.errors).length === 1
                    ? 'One thing is'
                    : `${Object.keys(state.errors).length} things are`}{' '}
                  not right yet. Nothing you typed is lost.
                </Fault>
              </div>
            )}
            <Pair>
              <Field
                key={`name ${dogId}`}
                label="Name"
                name="name"
                required
                defaultValue={back?.name ?? was('name')}
                error={state.errors['name']}
              />
              <Field label="Run number" name="run" required defaultValue={was('run')} error={state.errors['run']} />
              <Field
                key={`owner ${dogId}`}
                label="Owner"
                name="owner"
                required
                defaultValue={back?.ownerName ?? was('owner')}
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
                label="Release word"
                name="releaseWord"
                plain
                defaultValue={was('releaseWord') ?? 'Okay'}
                error={state.errors['releaseWord']}
                hint="ends a hold"
              />
              <Field
                label="Marker"
                name="markerWord"
                plain
                defaultValue={was('markerWord') ?? 'Yes'}
                error={state.errors['markerWord']}
                hint="says that was it"
              />
              <Choices name="side" defaultValue={was('side') ?? 'not known yet'} orientation="horizontal">
                <Label>Side</Label>
                <div>
                  <Pick value="left">left</Pick>
                  <Pick value="right">right</Pick>
                  <Pick value="not known yet">not known yet</Pick>
                </div>
              </Choices>
            </Pair>
            <Field
              label="Caution at the door"
              name="caution"
              defaultValue={was('caution')}
              error={state.errors['caution']}
              hint="shown wherever somebody is sent to this dog"
            />
            <div>
              <Tick name="biteHistory" value="yes" ticked={was('biteHistory') === 'yes'}>
                Bite history
              </Tick>
            </div>
            <Pair>
              <DateField
                label="Born on"
                name="bornOn"
                onChange={touch}
                defaultValue={was('bornOn')}
                error={state.errors['bornOn']}
                hint="or an estimate; under six months its ladder is another"
              />
            </Pair>
            <Traits>
              <span id="traits">Its ladder is made for a dog that is</span>
              <div role="group" aria-labelledby="traits">
                {traitNames.map((t) => (
                  <Tick key={t} name="traits" value={t} ticked={values['traits']?.includes(t) ?? false}>
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
                  if (chosen?.days !== undefined && typeof arrives === 'string' && arrives !== '')
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
            {state.errors['promises'] && <Fault>{state.errors['promises']}</Fault>}
            <List>
              {curriculum.commands.map((c) => (
                <PromiseRow
                  key={`${preset?.id} ${c.id}`}
                  command={c}
                  usual={usual}
                  touch={touch}
                  rungs={begin[`rung.${c.id}`]}
                  level={begin[`level.${c.id}`]?.[0]}
                  places={begin[`places.${c.id}`]?.[0]}
                  people={begin[`people.${c.id}`]?.[0]}
                  word={was(`cue.${c.id}`)}
                  errors={state.errors}
                  say={(promise) => sayCost(curriculum, promise, ground)}
                />
              ))}
            </List>
            {whole.reps > 0 && (
              <p role="status">
                All of it: about {whole.reps} reps from the start, {whole.days} days at the house’s pace.
              </p>
            )}
          </section>
        </Beside>
        <Foot>
          <Button type="submit" $now isDisabled={pending}>
            Add dog
          </Button>
          <span role="status">{said}</span>
        </Foot>
      </form>
    </FormPage>
  )
}

const none = 'none'

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
          <Quiet isDisabled={pending} aria-label={`Throw away ${b.name}`} onPress={() => discard(b.key, b.name)}>
            throw away
          </Quiet>
        </span>
      ))}{' '}
      {gone && (
        <Quiet
          isDisabled={pending}
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
  readonly saveDraft: (raw: unknown) => Promise<{ readonly ok: boolean }>
  readonly others: readonly { readonly key: string; readonly name: string; readonly by: string }[]
  readonly known: readonly {
    readonly id: string
    readonly name: string
    readonly ownerName: string
    readonly lastLeft: string
  }[]
  /** What its promises can begin from. */
  readonly presets: readonly Preset[]
  readonly discard: (key: string) => Promise<Told & { readonly typed?: Typed }>
}

function PromiseRow({
  command,
  usual,
  touch,
  rungs,
  level,
  places,
  people,
  word,
  errors,
  say,
}: {
  command: Command
  usual: { readonly places: number; readonly people: number }
  touch: () => void
  rungs: readonly string[] | undefined
  level: string | undefined
  places: string | undefined
  people: string | undefined
  word: string | undefined
  errors: Readonly<Record<string, string>>
  say: (promise: OwnerPromise) => { readonly says: string; readonly no: string }
}) {
  const [chosen, setChosen] = useState(command.runs.map((_, i) => rungs?.[i] ?? none))
  const [atLevel, setLevel] = useState(level ?? '0')
  const [in_, setIn] = useState({ places: places ?? String(usual.places), people: people ?? String(usual.people) })
  const promises = chosen.flatMap((rungId): OwnerPromise[] =>
    rungId === none
      ? []
      : [{ rungId, level: Number(atLevel), places: Number(in_.places) || 1, people: Number(in_.people) || 1 }],
  )
  const error =
    errors[`promises.${command.id}`] ??
    errors[`promises.${command.id}.places`] ??
    errors[`promises.${command.id}.people`] ??
    errors[`cueWords.${command.id}`]
  const told = promises.map(say)
  return (
    <li
      onInput={(e) => {
        if (!(e.target instanceof HTMLInputElement)) return
        const { name, value } = e.target
        const [what] = name.split('.')
        if (what === 'places' || what === 'people') setIn({ ...in_, [what]: value })
      }}
    >
      <b>{command.name}</b>
      <Rungs>
        {command.runs.map((run, i) => (
          <div key={run.id}>
            <input type="hidden" name={`rung.${command.id}`} value={chosen[i]} />
            <Choose
              label={`${sayRun(command, run)} up to`}
              value={chosen[i] ?? none}
              onChange={(id) => {
                setChosen(chosen.map((was, n) => (n === i ? id : was)))
                touch()
              }}
              choices={[
                { id: none, name: 'not promised' },
                ...run.rungs.map((r) => ({ id: r.id, name: r.name, note: r.criterion.words })),
              ]}
            />
          </div>
        ))}
      </Rungs>
      <input type="hidden" name={`level.${command.id}`} value={atLevel} />
      <Choose
        label="Level"
        value={atLevel}
        onChange={(l) => {
          setLevel(l)
          touch()
        }}
        choices={levelWords.map((words, i) => ({ id: String(i), name: String(i), note: words }))}
      />
      <Field
        label="Places"
        name={`places.${command.id}`}
        type="number"
        defaultValue={places ?? String(usual.places)}
        plain
      />
      <Field
        label="People"
        name={`people.${command.id}`}
        type="number"
        defaultValue={people ?? String(usual.people)}
        plain
      />
      <Field label="Word" plain name={`cue.${command.id}`} defaultValue={word ?? ''} />
      {told.map((t) => (
        <Cost key={t.says}>{t.no === '' ? t.says : <Fault>{t.no}</Fault>}</Cost>
      ))}
      {error && <Fault>{error}</Fault>}
    </li>
  )
}

/** What this dog was promised when it was here last. */
const presetOf = (presets: readonly Preset[], dog: Booking['known'][number]): Preset | undefined =>
  presets.find((p) => p.dogId === dog.id)

/** Promises as the fields of this form. */
const typedFrom = (curriculum: Curriculum, promises: readonly OwnerPromise[]): Typed =>
  Object.fromEntries(
    curriculum.commands.flatMap((c) => {
      const own = c.runs.map((run) => promises.find((p) => run.rungs.some((r) => r.id === p.rungId)))
      const first = own.find((p) => p !== undefined)
      return [
        [`rung.${c.id}`, own.map((p) => p?.rungId ?? none)],
        ...(first
          ? ([
              [`level.${c.id}`, [String(first.level)]],
              [`places.${c.id}`, [String(first.places)]],
              [`people.${c.id}`, [String(first.people)]],
            ] as const)
          : []),
      ]
    }),
  )

/** The other way round: what these fields promise, as far as they are whole. */
const promisesIn = (curriculum: Curriculum, typed: Typed): readonly OwnerPromise[] =>
  curriculum.commands.flatMap((c) =>
    (typed[`rung.${c.id}`] ?? []).flatMap((rungId): OwnerPromise[] =>
      rungId === none
        ? []
        : [
            {
              rungId,
              level: Number(typed[`level.${c.id}`]?.[0] ?? 0),
              places: Number(typed[`places.${c.id}`]?.[0]) || usualPromise.places,
              people: Number(typed[`people.${c.id}`]?.[0]) || usualPromise.people,
            },
          ],
    ),
  )

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
`
const Cost = styled.p`
  grid-column: 2 / -1;
  font-size: var(--t-2);
  color: var(--ink-2);
`
const Rungs = styled.div`
  display: grid;
  gap: var(--s-3);
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
const List = styled.ul`
  && {
    list-style: none;
    padding: 0;
    margin-top: 0.6rem;
  }
  li {
    display: grid;
    grid-template-columns: 5.4rem minmax(8.6rem, 1fr) 4.4rem 3.6rem 3.6rem 6.4rem;
    gap: var(--s-3);
    align-items: end;
    padding: 0.5rem 0;
    border-bottom: 1px solid var(--rule);
  }
  b {
    padding-bottom: 0.7rem;
  }
  ${phone} {
    li {
      grid-template-columns: 1fr 1fr;
    }
    li > b,
    li > div:nth-of-type(1) {
      grid-column: 1 / -1;
      padding: 0;
    }
  }
`
