'use client'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import styled from 'styled-components'
import { v7 } from 'uuid'
import { lifeStageNames, lifeStages } from '@/core/food/energy'
import { foodUnits, sayFood, type FoodUnit } from '@/core/food/measure'
import { massIn, sayMass } from '@/core/measures'
import { Choose } from '@/ui/Choose'
import { Field } from '@/ui/Field'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { Why } from '@/ui/Why'
import { Fault } from '@/ui/fieldParts'
import { Button, ButtonLink, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { sayDay } from '@/ui/when'
import { useWhen } from '@/ui/ways'
import type { DayFood } from '@/work/scene/food'
import type { FoodView } from '@/work/page/food'
import { Choices, Pick, Tick } from '@/ui/picks'
import { Label } from 'react-aria-components'
import { OfficePage } from '@/ui/Page'
import { DogHead } from '../DogHead'
import type { Told } from '../told'
import { useTold } from '../useTold'
import { Placed, PlacedBox } from '@/ui/Placed'

const WeightChart = dynamic(() => import('./WeightChart'), { ssr: false, loading: () => <p>Drawing …</p> })

type Act = (raw: unknown) => Promise<Told>
export interface FoodActions {
  readonly weigh: Act
  readonly plan: Act
  readonly feed: Act
  readonly takeBack: Act
  readonly tenPieces: Act
}

const kcal = (k: number) => `${Math.round(k)} kcal`

/** One dog's food: what its day holds, what of it is paid in training, what is still owed. */
export function Food({ view, actions, mayDecide }: { view: FoodView; actions: FoodActions; mayDecide: boolean }) {
  const { resident, day } = view
  return (
    <Page>
      <DogHead resident={resident} title="Food" />
      {view.allergies.length > 0 && <NeedsPerson>Allergic to {view.allergies.join(', ')}.</NeedsPerson>}
      {view.caution && <p className="caution">{view.caution}</p>}
      {day ? <Day day={day} view={view} actions={actions} /> : <p>{view.missing} Its day cannot be reckoned yet.</p>}
      <Cols>
        <section aria-labelledby="weight">
          <h2 id="weight">Weight</h2>
          {view.weights.length === 0 ? (
            <p>Not weighed yet.</p>
          ) : (
            <p>
              {sayMass(view.weights.at(-1)?.kg ?? 0, view.unit)} on {sayDay(view.weights.at(-1)?.day ?? view.today)}
              {view.plan?.goalKg ? `; goal ${sayMass(view.plan.goalKg, view.unit)}` : ''}.{' '}
              {mayDecide && view.weights.length > 1 && (
                <TakeBack
                  label="Take the last weighing back"
                  id={view.weights.at(-1)?.id ?? ''}
                  view={view}
                  actions={actions}
                />
              )}
            </p>
          )}
          {view.weights.length > 1 && (
            <WeightChart weights={view.weights} goalKg={view.plan?.goalKg ?? null} unit={view.unit} />
          )}
          <Weigh view={view} actions={actions} />
        </section>
        {mayDecide && <Plan key={view.plan?.at ?? 0} view={view} actions={actions} />}
      </Cols>
      <p>
        <ButtonLink href="/bowls">All bowls</ButtonLink>{' '}
        <ButtonLink href={`/dogs/${resident.residencyId}`}>To the dog</ButtonLink>
      </p>
    </Page>
  )
}

function Day({ day, view, actions }: { day: DayFood; view: FoodView; actions: FoodActions }) {
  const { wallClock } = useWhen()
  const { ledger, energy, fed, feed } = day
  const grams = (g: number) => sayFood(g, view.unit, feed.cupGrams)
  const part = (g: number) => Math.max(0, Math.min(100, (g / ledger.rationGrams) * 100))
  return (
    <section aria-labelledby="today">
      <h2 id="today">Today</h2>
      <Trough>
        <PlacedBox $width={part(fed.eatenGrams)} data-kind="eaten" />
        <PlacedBox $width={part(fed.bowlGrams)} data-kind="bowl" />
        <Placed $left={part(ledger.trainingGrams)} />
      </Trough>
      <Figures>
        <div>
          <dt>Ration</dt>
          <dd>
            {grams(ledger.rationGrams)}{' '}
            <small>
              of {feed.name}, {kcal(energy.daily)} a day
            </small>
          </dd>
        </div>
        <div>
          <dt>For training</dt>
          <dd>
            {grams(ledger.trainingGrams)}{' '}
            <small>
              {ledger.repsToPay === undefined
                ? 'not in pieces'
                : `pays for ${ledger.repsToPay} reps, ${ledger.piecesLeft} left`}
            </small>
          </dd>
        </div>
        <div>
          <dt>Eaten in blocks</dt>
          <dd>
            {grams(fed.eatenGrams)}{' '}
            <small>
              {fed.eatenGrams > 0 && fed.eatenGrams === day.paidGrams
                ? `${day.paidReps} paid reps, a piece each`
                : fed.weighedGrams > 0
                  ? `of ${grams(fed.weighedGrams)} weighed out`
                  : ''}
            </small>
          </dd>
        </div>
        <div>
          <dt>From the bowl</dt>
          <dd>{grams(fed.bowlGrams)}</dd>
        </div>
        <div data-owed={ledger.owedGrams >= 5}>
          <dt>Still owed</dt>
          <dd>{grams(ledger.owedGrams)}</dd>
        </div>
        <div>
          <dt>Extras</dt>
          <dd>
            {kcal(fed.extraKcal)}{' '}
            <small>
              {ledger.extrasLeft >= 0
                ? `${kcal(ledger.extrasLeft)} left of the tenth`
                : `${kcal(-ledger.extrasLeft)} over the tenth`}
            </small>
          </dd>
        </div>
      </Figures>
      <Why label="how this is reckoned">
        <p>
          At rest 70 × {sayMass(view.weights.at(-1)?.kg ?? 0, 'kg')}^0.75 = {kcal(energy.resting)};{' '}
          {energy.from === 'vet'
            ? `the vet’s figure: ${kcal(energy.daily)}`
            : `times ${energy.factor.toFixed(2)}` +
              (view.plan?.factor ? ', the house’s own factor ' : ` (${view.plan?.stage ?? ''}) `) +
              `= ${kcal(energy.daily)}`}
          .
        </p>
        <p>
          {feed.name}: {feed.kcalPer100g} kcal in 100 g
          {feed.kcalPerPiece === null ? '' : `, ${feed.kcalPerPiece} kcal a piece`}. Extras come off the ration up to a
          tenth of the day. What is not earned goes into the bowl: the whole ration is always eaten. Factors are
          WSAVA/AAHA guidelines; the vet’s figure wins.
        </p>
      </Why>
      {feed.kcalPerPiece === null && <TenPieces feed={feed} actions={actions} />}
      <FeedForm view={view} actions={actions} />
      {day.rows.length > 0 && (
        <Rows aria-label="Fed today">
          {day.rows.map((r) => (
            <li key={r.id}>
              <span>{wallClock(r.at, view.timeZone).clock}</span> <b>{kindWords[r.kind]}</b> {grams(r.grams)}{' '}
              {r.feedName}
              {r.note && `, ${r.note}`} <small>{r.by}</small>{' '}
              <TakeBack
                label={`Take back: ${kindWords[r.kind]} ${grams(r.grams)}`}
                id={r.id}
                view={view}
                actions={actions}
              />
            </li>
          ))}
        </Rows>
      )}
    </section>
  )
}

const kindWords = { weighed: 'weighed out', eaten: 'eaten in training', bowl: 'from the bowl', extra: 'extra' } as const

function TakeBack({ label, id, view, actions }: { label: string; id: string; view: FoodView; actions: FoodActions }) {
  const { send, pending } = useTold()
  return (
    <Quiet
      aria-label={label}
      isPending={pending}
      onPress={() => send(() => actions.takeBack({ residencyId: view.resident.residencyId, targetId: id }))}
    >
      take back
    </Quiet>
  )
}

/** Asked once where nobody knows the energy of a piece: without it what is paid cannot be counted. */
function TenPieces({ feed, actions }: { feed: DayFood['feed']; actions: FoodActions }) {
  const { send, wrong, pending } = useTold()
  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault()
        const grams = new FormData(e.currentTarget).get('grams')
        send(() => actions.tenPieces({ feedId: feed.id, grams: String(grams ?? '') }))
      }}
    >
      <Field
        label={`Weigh ten pieces of ${feed.name}, grams`}
        name="grams"
        type="number"
        plain
        hint="once: then what is paid is counted"
      />
      <Button type="submit" isPending={pending}>
        Keep it
      </Button>
      {wrong !== '' && (
        <div role="alert">
          <Fault>{wrong}</Fault>
        </div>
      )}
    </form>
  )
}

function FeedForm({ view, actions }: { view: FoodView; actions: FoodActions }) {
  const { send, wrong, pending } = useTold()
  const [kind, setKind] = useState<keyof typeof kindWords>('weighed')
  const [feedId, setFeed] = useState(view.plan?.feedId ?? view.feeds[0]?.id ?? '')
  const [round, setRound] = useState(0)
  const chosen = view.feeds.find((f) => f.id === feedId)
  const bad = chosen?.forbidden ?? []
  const scoop = chosen?.cupGrams
  const [unit, setUnit] = useState<FoodUnit>(view.unit === 'lb' ? (scoop ? 'cup' : 'oz') : 'g')
  return (
    <form
      key={round}
      noValidate
      onSubmit={(e) => {
        e.preventDefault()
        const form = new FormData(e.currentTarget)
        send(
          () =>
            actions.feed({
              residencyId: view.resident.residencyId,
              id: v7(),
              kind,
              feedId,
              grams: String(form.get('grams') ?? ''),
              unit,
              note: String(form.get('note') ?? ''),
            }),
          () => setRound(round + 1),
        )
      }}
    >
      <Choose
        label="What"
        value={kind}
        onChange={(k) => {
          if (k in kindWords) setKind(k as keyof typeof kindWords)
        }}
        choices={Object.entries(kindWords).map(([id, name]) => ({ id, name }))}
      />
      <Choose
        label="Feed"
        value={feedId}
        onChange={setFeed}
        choices={view.feeds.map((f) => ({
          id: f.id,
          name: f.name,
          note: f.forbidden.length > 0 ? `not for this dog: ${f.forbidden.join(', ')}` : `tier ${f.tier}`,
        }))}
      />
      <Field label="Amount" name="grams" type="number" required plain />
      <Choose
        label="In"
        value={unit}
        onChange={(u) => setUnit(foodUnits.find((f) => f === u) ?? 'g')}
        choices={[
          { id: 'g', name: 'grams' },
          { id: 'oz', name: 'ounces' },
          ...(scoop ? [{ id: 'cup', name: 'cups', note: `${scoop} g each` }] : []),
        ]}
      />
      <Field label="Note" name="note" plain maxLength={120} />
      <Button type="submit" isPending={pending} isDisabled={bad.length > 0}>
        Write down
      </Button>
      {(wrong || bad.length > 0) && (
        <div role="alert">
          <Fault>{bad.length > 0 ? `${view.resident.name} may not have this: ${bad.join(', ')}.` : wrong}</Fault>
        </div>
      )}
    </form>
  )
}

function Weigh({ view, actions }: { view: FoodView; actions: FoodActions }) {
  const { send, wrong, pending } = useTold()
  const [unit, setUnit] = useState(view.unit)
  const [round, setRound] = useState(0)
  return (
    <form
      key={round}
      noValidate
      onSubmit={(e) => {
        e.preventDefault()
        const form = new FormData(e.currentTarget)
        send(
          () =>
            actions.weigh({
              residencyId: view.resident.residencyId,
              weight: String(form.get('weight') ?? ''),
              unit,
              right: form.get('right') === 'yes',
            }),
          () => setRound(round + 1),
        )
      }}
    >
      <Field label="Weighed today" name="weight" type="number" plain required />
      <Choices value={unit} onChange={(u) => setUnit(u === 'lb' ? 'lb' : 'kg')} orientation="horizontal">
        <Label>In</Label>
        <div>
          <Pick value="kg">kg</Pick>
          <Pick value="lb">lb</Pick>
        </div>
      </Choices>
      {wrong && (
        <div>
          <Tick name="right" value="yes">
            It is right
          </Tick>
        </div>
      )}
      <Button type="submit" isPending={pending}>
        Keep the weight
      </Button>
      {wrong && (
        <div role="alert">
          <Fault>{wrong}</Fault>
        </div>
      )}
    </form>
  )
}

function Plan({ view, actions }: { view: FoodView; actions: FoodActions }) {
  const { sayMoment } = useWhen()
  const { send, wrong, pending } = useTold()
  const { plan } = view
  const [feedId, setFeed] = useState(plan?.feedId ?? view.feeds.find((f) => f.forbidden.length === 0)?.id ?? '')
  const [stage, setStage] = useState<string>(plan?.stage ?? view.suggestedStage)
  const show = (n: number | null | undefined) => (n === null || n === undefined ? '' : String(Number(n.toFixed(2))))
  return (
    <section aria-labelledby="plan">
      <h2 id="plan">How it is fed</h2>
      {plan ? (
        <p>
          Decided by {plan.by}, {sayMoment(plan.at, view.timeZone)}.
        </p>
      ) : (
        <p>Proposed from its age and sex; change what the vet or the owner says.</p>
      )}
      <form
        noValidate
        onSubmit={(e) => {
          e.preventDefault()
          const form = new FormData(e.currentTarget)
          send(() =>
            actions.plan({
              residencyId: view.resident.residencyId,
              feedId,
              stage,
              factor: String(form.get('factor') ?? ''),
              vetKcal: String(form.get('vetKcal') ?? ''),
              share: String(form.get('share') ?? ''),
              goal: String(form.get('goal') ?? ''),
            }),
          )
        }}
      >
        <Choose
          label="Its meal"
          value={feedId === '' ? null : feedId}
          onChange={setFeed}
          choices={view.feeds.map((f) => ({
            id: f.id,
            name: f.name,
            note:
              f.forbidden.length > 0 ? `not for this dog: ${f.forbidden.join(', ')}` : `${f.kcalPer100g} kcal in 100 g`,
          }))}
        />
        <Choose
          label="Stage of life"
          value={stage}
          onChange={setStage}
          choices={lifeStageNames.map((s) => ({
            id: s,
            name: s,
            note: `${lifeStages[s]} times the resting need${s === view.suggestedStage ? '; by its age and sex' : ''}`,
          }))}
        />
        <Field label="Other factor" name="factor" defaultValue={show(plan?.factor)} hint="instead of the stage’s" />
        <Field
          label="Vet’s figure, kcal a day"
          name="vetKcal"
          defaultValue={show(plan?.vetKcal)}
          hint="wins over everything"
        />
        <Field
          label="Share for training, %"
          name="share"
          defaultValue={String(Math.round((plan?.trainingShare ?? 0.5) * 100))}
          plain
        />
        <Field
          label={`Goal, ${view.unit}`}
          name="goal"
          defaultValue={plan?.goalKg ? show(massIn(plan.goalKg, view.unit)) : ''}
        />
        <Button type="submit" isPending={pending} $now={!plan}>
          {plan ? 'Change' : 'Feed it so'}
        </Button>
        {wrong && (
          <div role="alert">
            <Fault>{wrong}</Fault>
          </div>
        )}
      </form>
    </section>
  )
}

const Page = styled(OfficePage)`
  gap: var(--s-7);
  section {
    display: grid;
    gap: var(--s-5);
    align-content: start;
    grid-template-columns: minmax(0, 1fr);
  }
  .caution {
    border-left: 4px solid var(--ink);
    padding-left: 0.7rem;
  }
  form {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(10rem, 1fr));
    gap: var(--s-5);
    align-items: start;
    > button[type='submit'] {
      margin-top: 1.35rem;
      min-height: var(--touch);
    }
  }
  form > div[role='alert'] {
    grid-column: 1 / -1;
  }
`
const Cols = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: var(--s-9);
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
`
const Trough = styled.div`
  position: relative;
  display: flex;
  height: 1.5rem;
  border: 2px solid var(--ink);
  border-top: 0;
  border-radius: 0 0 14px 14px;
  overflow: visible;
  background: var(--paper);
  > div {
    height: 100%;
  }
  > div:first-child {
    border-bottom-left-radius: 11px;
  }
  [data-kind='eaten'] {
    background: var(--held);
  }
  [data-kind='bowl'] {
    background: repeating-linear-gradient(135deg, var(--held) 0 4px, var(--paper) 4px 8px);
  }
  > i {
    position: absolute;
    top: -0.5rem;
    bottom: 0;
    border-left: 2px dashed var(--ink);
  }
`
const Figures = styled.dl`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(10rem, 1fr));
  gap: var(--s-4) var(--s-7);
  margin: 0;
  dt {
    color: var(--ink-2);
    font-size: var(--t-2);
  }
  dd {
    margin: 0;
    font-size: var(--t-7);
    font-weight: 640;
  }
  small {
    display: block;
    font-size: var(--t-2);
    font-weight: 420;
    color: var(--ink-2);
  }
  [data-owed='true'] dd {
    border-bottom: 4px solid var(--now);
    display: inline-block;
  }
`
const Rows = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  li {
    padding: 0.3rem 0;
    border-bottom: 1px solid var(--rule);
  }
  small {
    color: var(--ink-2);
  }
`
