'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { v7 } from 'uuid'
import { roundsWanted } from '@/core/reward/ranking'
import { TextLine } from '@/ui/Field'
import { Why } from '@/ui/Why'
import { Wrong } from '@/ui/fieldParts'
import { Button, ButtonLink, Quiet } from '@/ui/press'
import { percent } from '@/core/percent'
import { phone } from '@/ui/theme'
import type { RewardView } from '@/work/page/reward'
import { OfficePage } from '@/ui/Page'
import { OrderedList } from '@/ui/List'
import { DogHead } from '../DogHead'
import type { Told } from '../told'
import { useAction } from '../useAction'

type Act = (raw: unknown) => Promise<Told>
export interface RewardActions {
  readonly taste: Act
  readonly choice: Act
  readonly undo: Act
  readonly reserve: Act
  readonly toys: Act
}

const tookWords = ['at once', 'slowly', 'not'] as const

/** What a dog works for: its own meal before dinner, then better food, then toys; then two of them at a time. */
export function Reward({ view, actions }: { view: RewardView; actions: RewardActions }) {
  const { resident, ranked, pair } = view
  const { send, wrong, pending } = useAction()
  const fact = { residencyId: resident.residencyId }
  const offer =
    (stage: 'meal' | 'better' | 'toy') => (item: string, took: (typeof tookWords)[number], clear: () => void) =>
      send(() => actions.taste({ ...fact, id: v7(), stage, item, took }), clear)
  const toys = view.tastes.filter((t) => t.stage === 'toy' && t.took !== 'not').map((t) => t.item)
  const tasted = (stage: 'meal' | 'better' | 'toy') =>
    view.tastes
      .filter((t) => t.stage === stage)
      .map((t) => `${t.item}: ${t.took === 'not' ? 'not taken' : `taken ${t.took}`}`)
  return (
    <Page>
      <DogHead resident={resident} title="What the dog works for">
        <p>
          Test before dinner, when the dog is hungry, in a quiet place. Do not withhold food. The dog gets the whole
          day’s ration.
        </p>
      </DogHead>
      <Wrong>{wrong}</Wrong>
      {view.firstEvening ? (
        <p>First evening: a light walk and rest. This is for tomorrow.</p>
      ) : (
        <Steps>
          <Stage
            n={1}
            now={view.stage === 'meal'}
            title="The regular meal, before dinner"
            items={view.feeds.filter((f) => f.tier === 1).map((f) => f.name)}
            given={tasted('meal')}
            fallback="the regular food"
            pending={pending}
            onTook={offer('meal')}
          />
          <Stage
            n={2}
            now={view.stage === 'better'}
            title="Better food, when that was not taken at once"
            items={view.feeds.filter((f) => f.tier > 1).map((f) => f.name)}
            given={tasted('better')}
            fallback="a soft, smelly treat"
            pending={pending}
            onTook={offer('better')}
          />
          <Stage
            n={3}
            now={view.stage === 'toys'}
            title="Toys, the dullest first"
            items={[]}
            given={tasted('toy')}
            fallback="ball"
            pending={pending}
            onTook={offer('toy')}
          />
          <li data-now={view.stage === 'done' && pair !== undefined}>
            <h2>4. Two at a time</h2>
            <TwoAtATime
              view={view}
              act={(choice) => send(() => actions.choice({ ...fact, id: v7(), ...choice }))}
              pending={pending}
            />
          </li>
        </Steps>
      )}
      {view.tastes.length > 0 && (
        <p>
          <Quiet onPress={() => send(() => actions.undo(fact))}>Undo last answer</Quiet>
        </p>
      )}
      {view.findings.length > 0 && (
        <section aria-label="What this says">
          <h2>What this says</h2>
          {view.findings.map((f) => (
            <p key={f}>{f}</p>
          ))}
        </section>
      )}
      {ranked.length > 0 && (
        <InOrder view={view} toys={toys} reserve={(item) => send(() => actions.reserve({ ...fact, item }))} />
      )}
      {resident.traits.toys ? (
        <p>
          The curriculum is adapted to a dog that works for toys.{' '}
          <Quiet onPress={() => send(() => actions.toys({ ...fact, toys: false }))}>Food again</Quiet>
        </p>
      ) : toys.length > 0 && view.stage === 'done' && !view.worksForMeal ? (
        <p>
          <Button onPress={() => send(() => actions.toys({ ...fact, toys: true }))}>
            Adapt the curriculum to toys
          </Button>
        </p>
      ) : null}
      <p>
        <ButtonLink href={`/dogs/${resident.residencyId}/food`}>Food</ButtonLink>{' '}
        <ButtonLink href={`/dogs/${resident.residencyId}`}>Back to {resident.name}</ButtonLink>
      </p>
    </Page>
  )
}

interface Choice {
  readonly a: string
  readonly b: string
  /** Null where neither was taken. */
  readonly chosen: string | null
}

/** Two things held out at once, and which of them was taken. */
function TwoAtATime({
  view: { pair, items },
  act,
  pending,
}: {
  view: RewardView
  act: (choice: Choice) => void
  pending: boolean
}) {
  return pair ? (
    <>
      <p>
        Hold both out at the same height, {pair.left} in the left hand, {pair.right} in the right. What does the dog
        take first?
      </p>
      <Pair>
        {[pair.left, pair.right].map((item) => (
          <Button key={item} isPending={pending} onPress={() => act({ a: pair.left, b: pair.right, chosen: item })}>
            {item}
          </Button>
        ))}
        <Button isPending={pending} onPress={() => act({ a: pair.left, b: pair.right, chosen: null })}>
          neither
        </Button>
      </Pair>
    </>
  ) : (
    <p>
      {items.length < 2
        ? 'Two things that the dog took are needed first.'
        : `Every pair was held out ${roundsWanted} times.`}
    </p>
  )
}

/** What was taken first, the most wanted first, and what is kept for training. */
const InOrder = ({
  view,
  toys,
  reserve,
}: {
  view: RewardView
  toys: readonly string[]
  reserve: (item: string) => void
}) => (
  <section aria-labelledby="ranked">
    <h2 id="ranked">In order</h2>
    <Ranks>
      {view.ranked.map((r) => (
        <li key={r.item}>
          <b>{r.item}</b>
          <svg viewBox="0 0 100 8" aria-hidden="true" preserveAspectRatio="none">
            <rect width={r.strength * 100} height="8" fill="var(--held)" />
          </svg>
          <span>
            {percent(r.strength)}; taken first {r.wins} of {r.trials}
          </span>
          {toys.includes(r.item) &&
            (view.reserved === r.item ? (
              <em>kept for training only</em>
            ) : (
              <Quiet aria-label={`Keep ${r.item} for training only`} onPress={() => reserve(r.item)}>
                keep for training only
              </Quiet>
            ))}
        </li>
      ))}
    </Ranks>
    <Why>
      <p>
        The share is how often it would be taken first beside an average thing, by the Bradley–Terry model of paired
        comparison (1952), with half a choice won and half lost added to each so that few trials do not say too much. A
        model and not plain counts, because not everything was held out against everything.
      </p>
    </Why>
  </section>
)

function Stage({
  n,
  now,
  title,
  items,
  given,
  fallback,
  pending,
  onTook,
}: {
  n: number
  now: boolean
  title: string
  items: readonly string[]
  given: readonly string[]
  fallback: string
  pending: boolean
  onTook: (item: string, took: (typeof tookWords)[number], clear: () => void) => void
}) {
  const [item, setItem] = useState(items[0] ?? fallback)
  return (
    <li data-now={now}>
      <h2>
        {n}. {title}
      </h2>
      {given.length > 0 && <p>{given.join('; ')}.</p>}
      <Offer>
        <TextLine label="Offered" value={item} onChange={setItem} list={`items-${n}`} maxLength={60} />
        <datalist id={`items-${n}`}>
          {items.map((i) => (
            <option key={i} value={i} />
          ))}
        </datalist>
        <div role="group" aria-label={`How the dog took the reward, ${title}`}>
          {tookWords.map((t) => (
            <Button
              key={t}
              isPending={pending}
              isDisabled={item.trim() === ''}
              onPress={() => onTook(item, t, () => undefined)}
            >
              {t === 'not' ? 'not taken' : `taken ${t}`}
            </Button>
          ))}
        </div>
      </Offer>
    </li>
  )
}

const Page = styled(OfficePage)`
  h2 {
    font-size: var(--t-5);
  }
  header p:last-child {
    max-width: 66ch;
  }
  section {
    display: grid;
    gap: var(--s-2);
    justify-items: start;
  }
`
const Steps = styled(OrderedList)`
  li {
    padding: 0.7rem 0 0.9rem 1rem;
    border-left: 4px solid var(--rule-2);
    display: grid;
    gap: var(--s-3);
  }
  li[data-now='true'] {
    border-left-color: var(--now);
    background: var(--paper);
  }
`
const Offer = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-4) var(--s-6);
  align-items: end;
  label {
    font-size: var(--t-2);
    font-weight: 560;
    color: var(--ink-2);
  }
  > div[role='group'] {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-3);
  }
  button {
    min-height: var(--touch);
  }
`
const Pair = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-5);
  button {
    min-height: var(--touch-wide);
    min-width: 8rem;
    font-size: var(--t-5);
  }
`
const Ranks = styled(OrderedList)`
  width: 100%;
  li {
    display: grid;
    grid-template-columns: 10rem 10rem minmax(0, 1fr) auto;
    gap: var(--s-5);
    align-items: center;
    padding: 0.3rem 0;
    border-bottom: 1px solid var(--rule);
  }
  svg {
    height: 0.6rem;
    width: 100%;
    background: var(--rule);
  }
  em {
    font-style: normal;
    color: var(--held);
    font-weight: 640;
  }
  ${phone} {
    li {
      grid-template-columns: 1fr 1fr;
    }
  }
`
