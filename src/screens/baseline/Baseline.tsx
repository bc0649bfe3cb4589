'use client'
import { useState } from 'react'
import { median } from 'simple-statistics'
import styled from 'styled-components'
import { v7 } from 'uuid'
import { sentence } from '@/core/wording'
import { mostReps } from '@/core/baseline/baseline'
import { Choose } from '@/ui/Choose'
import { Disclosed } from '@/ui/Disclosed'
import { Field } from '@/ui/Field'
import { Why } from '@/ui/Why'
import { Wrong } from '@/ui/fieldParts'
import { Button, ButtonLink, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import type { BaselineCommand } from '@/work/context/baseline'
import type { BaselineView } from '@/work/page/baseline'
import { OfficePage } from '@/ui/Page'
import { DogHead } from '../DogHead'
import type { Told } from '../told'
import { useAction } from '../useAction'
import type { ResidencyId } from '@/core/ids'

type Act = (raw: unknown) => Promise<Told>
export interface BaselineActions {
  readonly rep: Act
  readonly undo: Act
  readonly start: Act
  readonly all: Act
}

/** Every command tried once, cold: what to ask for now, and where each is to begin. */
export function Baseline({ view, actions }: { view: BaselineView; actions: BaselineActions }) {
  const { resident, commands } = view
  const firstEvening = view.today <= resident.arrivesOn
  const open = commands.filter((c) => c.step.kind === 'try' && !c.worked && !c.started)
  const [chosen, choose] = useState<string | undefined>()
  const now = open.find((c) => c.id === chosen) ?? open.find((c) => c.reps.length > 0) ?? open[0]
  const foodInSight = now?.step.kind === 'try' && now.step.foodInSight
  const done = commands
    .filter((c) => !open.includes(c))
    .sort((a, b) => Number(a.reps.length === 0) - Number(b.reps.length === 0))
  const { send, wrong, pending } = useAction()
  const waiting = done.filter((c) => c.step.kind === 'done' && !c.started && !c.worked && c.reps.length > 0)
  return (
    <Page>
      <DogHead resident={resident} title="Baseline">
        <p>
          Try each command cold and empty-handed first, then with the food in sight. Use few reps, quickly. Nothing here
          counts as passed. It only shows where to start.
        </p>
      </DogHead>
      <Wrong>{wrong}</Wrong>
      {firstEvening ? (
        <p>First evening. Take a light walk, then rest. No training yet. The baseline is for tomorrow.</p>
      ) : now ? (
        <Ask aria-label="Ask for this now">
          <p className="which">
            {now.name}, rep {now.reps.length + 1} of at most {mostReps}
          </p>
          <h2>{now.rung.name}</h2>
          <p className="how">
            <b>{foodInSight ? 'With the food in sight' : 'Cold, empty-handed'}.</b> {sentence(now.rung.words)}
          </p>
          {now.reported && now.reps.length === 0 && (
            <p>Said to be able to: {now.reported}. Not trusted until you have seen it.</p>
          )}
          <Answer
            key={`${now.id} ${now.reps.length}`}
            pending={pending}
            limit={now.rung.seconds}
            say={(answer) =>
              send(() =>
                actions.rep({
                  residencyId: resident.residencyId,
                  id: v7(),
                  command: now.id,
                  rungId: now.rung.id,
                  foodInSight,
                  ...answer,
                }),
              )
            }
          />
          <p className="so-far">
            {now.reps.length === 0
              ? 'First cue, no help.'
              : now.reps.map((r, i) => (
                  <span key={r.id}>
                    {i > 0 && ', '}
                    {r.rungName}
                    {r.foodInSight ? ' (food in sight)' : ''} {repText(r)}
                  </span>
                ))}
            {now.reps.length > 0 && (
              <>
                {' '}
                <Quiet onPress={() => send(() => actions.undo({ residencyId: resident.residencyId, command: now.id }))}>
                  Undo last trial
                </Quiet>
              </>
            )}
          </p>
        </Ask>
      ) : (
        <p>Every command was tried, or waits for another one.</p>
      )}
      {waiting.length > 0 && (
        <div>
          <Button
            isPending={pending}
            $now={!now}
            onPress={() => send(() => actions.all({ residencyId: resident.residencyId }))}
          >
            Begin {waiting.length === 1 ? 'it' : `all ${waiting.length}`} as proposed
          </Button>
        </div>
      )}
      <Cols>
        {open.length > 1 && (
          <section aria-labelledby="to-try">
            <h2 id="to-try">Still to try</h2>
            <ul>
              {open
                .filter((c) => c !== now)
                .map((c) => (
                  <li key={c.id}>
                    <Quiet onPress={() => choose(c.id)}>{c.name}</Quiet>{' '}
                    {c.reps.length > 0 && <small>{c.reps.length} reps</small>}
                  </li>
                ))}
            </ul>
          </section>
        )}
        <section aria-labelledby="found">
          <h2 id="found">Where each begins</h2>
          {done.length === 0 && <p>Nothing yet.</p>}
          <Found>
            {done.map((c) => (
              <FoundRow key={c.id} command={c} residencyId={resident.residencyId} actions={actions} />
            ))}
          </Found>
        </section>
      </Cols>
      <p>
        <ButtonLink href={`/dogs/${resident.residencyId}/reward`}>What the dog works for</ButtonLink>{' '}
        <ButtonLink href={`/dogs/${resident.residencyId}`}>Back to {resident.name}</ButtonLink>
      </p>
    </Page>
  )
}

type Rep = BaselineCommand['reps'][number]

/** A rep in a word: worked or not, in how many seconds, by the leash. */
const repText = (r: Rep): string =>
  [
    r.clean ? '✓' : '✗',
    ...(r.latencySeconds === null ? [] : [`${r.latencySeconds} s`]),
    ...(r.leashHelp ? ['leash'] : []),
  ].join(' ')

/** What its seconds and the leash say of a command. */
function howText(reps: readonly Rep[]): string {
  const seconds = reps.flatMap((r) => r.latencySeconds ?? [])
  const helped = reps.filter((r) => r.leashHelp).length
  return [
    ...(seconds.length === 0 ? [] : [`Answers in about ${median(seconds).toFixed(1)} s.`]),
    ...(helped === 0 ? [] : [`The leash helped in ${helped} of ${reps.length}.`]),
  ].join(' ')
}

interface Answered {
  readonly clean: boolean
  readonly latencySeconds: number | null
  readonly leashHelp: boolean
}

/** The cue is given by a tap, where somebody has one free; the answer takes its seconds. */
function Answer({
  pending,
  limit,
  say,
}: {
  pending: boolean
  limit: number | undefined
  say: (answer: Answered) => void
}) {
  const [cued, setCued] = useState<number | undefined>()
  const answer = (clean: boolean, leashHelp = false) =>
    say({ clean, leashHelp, latencySeconds: cued === undefined ? null : sinceTenths(cued) })
  return (
    <>
      <Answers>
        {limit !== undefined && (
          <Button isPending={pending} onPress={() => setCued(performance.now())}>
            {cued === undefined ? 'I gave the cue' : 'Cue given: the seconds run'}
          </Button>
        )}
        <Button data-strong isPending={pending} onPress={() => answer(true)}>
          Clean
        </Button>
        <Button isPending={pending} onPress={() => answer(false, true)}>
          Leash helped
        </Button>
        <Button isPending={pending} onPress={() => answer(false)}>
          Not clean
        </Button>
      </Answers>
      <p>
        {limit === undefined
          ? 'Tap at the end. Clean means that the dog stayed to the end.'
          : `Over ${limit} s is not clean. Seconds count only after the first tap.`}
      </p>
    </>
  )
}

/** Seconds since a monotonic moment, at most a minute, in tenths. */
const sinceTenths = (at: number): number => Math.min(60, Math.round((performance.now() - at) / 100) / 10)

function FoundRow({
  command: c,
  residencyId,
  actions,
}: {
  command: BaselineCommand
  residencyId: ResidencyId
  actions: BaselineActions
}) {
  const { send, wrong, pending } = useAction()
  const proposed = c.step.kind === 'done' ? c.step.start : 0
  const [rung, setRung] = useState(c.rungs[proposed]?.id ?? '')
  const higher = c.rungs.findIndex((r) => r.id === rung) > proposed
  const untried = c.reps.length === 0
  const open = c.step.kind === 'done' && !c.worked && !untried
  return (
    <li data-begun={c.started !== undefined}>
      <b>{c.name}</b>
      <span>
        {c.worked ? (
          'worked since: see the ladder'
        ) : c.started ? (
          <>
            begins at <b>{c.started.rungName}</b>
            {c.started.reason && <>: “{c.started.reason}”</>}
          </>
        ) : c.step.kind === 'done' ? (
          untried ? (
            <>{c.step.why} From the first rung.</>
          ) : (
            <>
              proposed: <b>{c.rung.name}</b>
            </>
          )
        ) : (
          ''
        )}
      </span>
      {c.step.kind === 'done' && !untried && (
        <Why>
          <p>{c.step.why}</p>
          {c.step.foodHelps !== undefined && (
            <p>
              {c.step.foodHelps
                ? 'With the food in sight the dog did it both times. The food is still part of the cue.'
                : 'Food in sight did not help.'}
            </p>
          )}
          {howText(c.reps) !== '' && <p>{howText(c.reps)}</p>}
          <p>{c.reps.map((r) => `${r.rungName}${r.foodInSight ? ' (food in sight)' : ''} ${repText(r)}`).join(', ')}</p>
        </Why>
      )}
      {open && (
        <Disclosed says={c.started ? 'change' : 'begin'} label={`${c.started ? 'Change' : 'Begin'} ${c.name}`}>
          <form
            onSubmit={(e) => {
              e.preventDefault()
              const form = new FormData(e.currentTarget)
              send(() => actions.start({ residencyId, command: c.id, rungId: rung, reason: form.get('reason') ?? '' }))
            }}
          >
            <Choose
              label="Begins at"
              value={rung}
              onChange={setRung}
              choices={c.rungs.slice(0, c.ceiling + 1).map((r, i) => ({
                id: r.id,
                name: r.name,
                note: i === proposed ? 'proposed' : i > proposed ? 'higher: say why' : '',
              }))}
            />
            <Field label="Reason" name="reason" required={higher} />
            <Button type="submit" isPending={pending}>
              Begin here
            </Button>
            <Wrong>{wrong}</Wrong>
          </form>
        </Disclosed>
      )}
    </li>
  )
}

const Page = styled(OfficePage)`
  header p:last-child {
    max-width: 66ch;
  }
`
const Ask = styled.section`
  background: var(--paper);
  border: 2px solid var(--ink);
  border-left: 12px solid var(--now);
  padding: 1rem 1.2rem;
  display: grid;
  gap: var(--s-3);
  h2 {
    font-size: var(--t-9);
  }
  .which {
    font-weight: 620;
  }
  .how {
    font-size: var(--t-5);
  }
  .so-far {
    color: var(--ink-2);
  }
`
const Answers = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s-5);
  max-width: 34rem;
  button {
    min-height: var(--touch-yard);
    font-size: var(--t-6);
  }
  button[data-strong] {
    background: var(--ink);
    color: var(--paper);
  }
`
const Cols = styled.div`
  display: grid;
  grid-template-columns: minmax(10rem, 1fr) minmax(0, 3fr);
  gap: var(--s-8);
  &:has(> section:only-child) {
    grid-template-columns: minmax(0, 1fr);
  }
  ul {
    list-style: none;
    margin: 0.3rem 0 0;
    padding: 0;
  }
  ul button {
    min-height: var(--touch-small);
  }
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
`
const Found = styled.ul`
  li {
    display: grid;
    grid-template-columns: 9rem minmax(0, 1fr) auto auto;
    gap: 0 var(--s-5);
    align-items: baseline;
    padding: 0.35rem 0;
    border-bottom: 1px solid var(--rule);
  }
  li[data-begun='true'] > b {
    color: var(--held);
  }
  form {
    display: grid;
    gap: var(--s-3);
    padding: 0.5rem 0;
    min-width: 15rem;
  }
  ${phone} {
    li {
      grid-template-columns: 6.5rem minmax(0, 1fr);
    }
  }
`
