'use client'
import { sayObjections } from '@/core/food/forbidden'
import { useState } from 'react'
import { Label } from 'react-aria-components'
import { v7 } from 'uuid'
import { lifeStageNames, lifeStages } from '@/core/food/energy'
import { foodUnits, type FoodUnit } from '@/core/food/measure'
import { massIn } from '@/core/measures'
import { Choose } from '@/ui/Choose'
import { Field } from '@/ui/Field'
import { Wrong } from '@/ui/fieldParts'
import { Choices, Pick, Tick } from '@/ui/picks'
import { Button, Quiet } from '@/ui/press'
import { useWhen } from '@/ui/ways'
import type { FoodView } from '@/work/page/food'
import type { DayFood } from '@/work/scene/food'
import type { Told } from '../told'
import { SaveBoth } from '../SaveBoth'
import { useTold } from '../useTold'

type Act = (raw: unknown) => Promise<Told>

export interface FoodActions {
  readonly weigh: Act
  readonly plan: Act
  readonly feed: Act
  readonly takeBack: Act
  readonly tenPieces: Act
}

export const kindWords = {
  weighed: 'weighed out',
  eaten: 'eaten in training',
  bowl: 'from the bowl',
  extra: 'extra',
} as const

export function TakeBack({
  label,
  id,
  view,
  actions,
}: {
  label: string
  id: string
  view: FoodView
  actions: FoodActions
}) {
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
export function TenPieces({ feed, actions }: { feed: DayFood['feed']; actions: FoodActions }) {
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
      <Wrong>{wrong}</Wrong>
    </form>
  )
}

export function FeedForm({ view, actions }: { view: FoodView; actions: FoodActions }) {
  const { send, wrong, pending } = useTold()
  const [kind, setKind] = useState<keyof typeof kindWords>('weighed')
  const [feedId, setFeed] = useState(view.plan?.feedId ?? view.feeds[0]?.id ?? '')
  const [round, setRound] = useState(0)
  const chosen = view.feeds.find((f) => f.id === feedId)
  const bad = chosen?.against ?? []
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
          note: f.against.length > 0 ? `not for this dog: ${sayObjections(f.against)}` : `tier ${f.tier}`,
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
        Log food
      </Button>
      {(wrong || bad.length > 0) && (
        <Wrong>{bad.length > 0 ? `${view.resident.name} may not have this: ${sayObjections(bad)}.` : wrong}</Wrong>
      )}
    </form>
  )
}

export function Weigh({ view, actions }: { view: FoodView; actions: FoodActions }) {
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
      <Wrong>{wrong}</Wrong>
    </form>
  )
}

export function Plan({ view, actions }: { view: FoodView; actions: FoodActions }) {
  const { sayMoment } = useWhen()
  const told = useTold()
  const { send, pending } = told
  const { plan } = view
  const { residencyId } = view.resident
  const [feedId, setFeed] = useState(plan?.feedId ?? view.feeds.find((f) => f.against.length === 0)?.id ?? '')
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
          const typed = {
            feedId,
            stage,
            factor: String(form.get('factor') ?? ''),
            vetKcal: String(form.get('vetKcal') ?? ''),
            share: String(form.get('share') ?? ''),
            goal: String(form.get('goal') ?? ''),
          }
          send(
            () => actions.plan({ ...typed, residencyId, read: JSON.stringify(view.planTyped) }),
            undefined,
            ({ from, change }) => actions.plan({ ...typed, ...(change as object), residencyId, read: from }),
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
              f.against.length > 0
                ? `not for this dog: ${sayObjections(f.against)}`
                : `${f.kcalPer100g} kcal per 100 g`,
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
          {plan ? 'Change' : 'Save feeding plan'}
        </Button>
        <SaveBoth told={told} />
      </form>
    </section>
  )
}
