'use client'
import { useRef } from 'react'
import { v7 } from 'uuid'
import { Tick } from '@/ui/picks'
import { Quiet } from '@/ui/press'
import { useWhen } from '@/ui/ways'
import type { FoodView } from '@/work/page/food'
import type { DayFood } from '@/work/context/food'
import { SpecForm } from '../form/SpecForm'
import { useJustKept } from '../form/useJustKept'
import type { FormAction } from '../form/state'
import type { Told } from '../told'
import { useAction } from '../useAction'

type Act = (raw: unknown) => Promise<Told>

export interface FoodActions {
  readonly weigh: FormAction
  readonly plan: FormAction
  readonly feed: FormAction
  readonly takeBack: Act
  readonly tenPieces: FormAction
}

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
  const { send, pending } = useAction()
  return (
    <Quiet
      aria-label={label}
      isPending={pending}
      onPress={() => send(() => actions.takeBack({ residencyId: view.resident.residencyId, targetId: id }))}
    >
      undo
    </Quiet>
  )
}

/** Asked once where nobody knows the energy of a piece: without it what is given cannot be counted. */
export const TenPieces = ({ feed, view, actions }: { feed: DayFood['feed']; view: FoodView; actions: FoodActions }) => (
  <SpecForm
    action={actions.tenPieces}
    fields={view.tenPiecesFields}
    values={{}}
    hidden={{ feedId: feed.id }}
    submit="Save weight of ten"
    shape="line"
  />
)

export function FeedForm({ view, actions }: { view: FoodView; actions: FoodActions }) {
  // The same food sent again, where no answer came, is the same fact; what is logged next is another.
  const id = useRef<string>(undefined)
  const log: FormAction = async (before, form) => {
    form.set('id', (id.current ??= v7()))
    const after = await actions.feed(before, form)
    if (Object.keys(after.errors).length === 0) id.current = undefined
    return after
  }
  return (
    <SpecForm
      action={log}
      fields={view.logFields}
      values={{}}
      hidden={{ residencyId: view.resident.residencyId }}
      submit="Log food"
      isMain={false}
    />
  )
}

export const Weigh = ({ view, actions }: { view: FoodView; actions: FoodActions }) => (
  <SpecForm
    action={actions.weigh}
    fields={view.weighFields}
    values={{}}
    hidden={{ residencyId: view.resident.residencyId }}
    submit="Save weight"
    isMain={false}
    more={({ errors }) =>
      errors['right'] && (
        <div>
          <Tick name="right" value="yes">
            This is right
          </Tick>
        </div>
      )
    }
  />
)

export function Plan({ view, actions }: { view: FoodView; actions: FoodActions }) {
  const { sayMoment } = useWhen()
  const { plan } = view
  const [keep, justKept] = useJustKept(actions.plan)
  return (
    <section aria-labelledby="plan">
      <h2 id="plan">Feeding plan</h2>
      {plan ? (
        <p>
          Decided by {plan.by}, {sayMoment(plan.at, view.timeZone)}.
        </p>
      ) : (
        <p>Proposed from age and sex. Change what the vet or the owner says.</p>
      )}
      <SpecForm
        key={plan?.at ?? 0}
        action={keep}
        justKept={justKept}
        fields={view.planFields}
        values={plan ? view.planTyped : {}}
        read={view.planTyped}
        hidden={{ residencyId: view.resident.residencyId }}
        submit={plan ? 'Change' : 'Save feeding plan'}
        done="Saved."
        isMain={!plan}
      />
    </section>
  )
}
