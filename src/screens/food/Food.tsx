'use client'
import { objectionsText } from '@/core/food/forbidden'
import dynamic from 'next/dynamic'
import styled from 'styled-components'
import { massText } from '@/core/measures'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { OfficePage } from '@/ui/Page'
import { ButtonLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { FoodView } from '@/work/page/food'
import { DogHead } from '../DogHead'
import { Day } from './Day'
import { Plan, TakeBack, Weigh, type FoodActions } from './forms'

const WeightChart = dynamic(() => import('./WeightChart'), { ssr: false, loading: () => <p>Drawing …</p> })

/** One dog's food: what its day holds, what of it is paid in training, what is still owed. */
export function Food({ view, actions, mayDecide }: { view: FoodView; actions: FoodActions; mayDecide: boolean }) {
  const { sayDay } = useWhen()
  const { resident, day } = view
  return (
    <Page>
      <DogHead resident={resident} title="Food" />
      {view.allergies.length > 0 && <NeedsPerson>Allergic to {view.allergies.join(', ')}.</NeedsPerson>}
      {view.mealAgainst.length > 0 && (
        <NeedsPerson>
          {resident.name} may not have the meal in the feeding plan: {objectionsText(view.mealAgainst)}. Choose another
          meal below. {view.mealAgainst.map((o) => o.why).join(' ')}
        </NeedsPerson>
      )}
      {view.caution && <p className="caution">{view.caution}</p>}
      {day ? (
        <Day day={day} view={view} actions={actions} />
      ) : (
        <p>{view.missing} Today’s ration can’t be calculated.</p>
      )}
      <Cols>
        <section aria-labelledby="weight">
          <h2 id="weight">Weight</h2>
          {view.weights.length === 0 ? (
            <p>Not weighed yet.</p>
          ) : (
            <p>
              {massText(view.weights.at(-1)?.kg ?? 0, view.unit)} on {sayDay(view.weights.at(-1)?.day ?? view.today)}
              {view.plan?.goalKg ? `; goal ${massText(view.plan.goalKg, view.unit)}` : ''}.{' '}
              {mayDecide && view.weights.length > 1 && (
                <TakeBack label="Undo last weighing" id={view.weights.at(-1)?.id ?? ''} view={view} actions={actions} />
              )}
            </p>
          )}
          {view.weights.length > 1 && (
            <WeightChart weights={view.weights} goalKg={view.plan?.goalKg ?? null} unit={view.unit} />
          )}
          <Weigh view={view} actions={actions} />
        </section>
        {mayDecide && <Plan view={view} actions={actions} />}
      </Cols>
      <p>
        <ButtonLink href="/bowls">All feeding</ButtonLink>{' '}
        <ButtonLink href={`/dogs/${resident.residencyId}`}>Back to {resident.name}</ButtonLink>
      </p>
    </Page>
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
