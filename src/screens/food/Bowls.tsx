'use client'
import { objectionsText } from '@/core/food/forbidden'
import { Link } from '@/ui/link'
import styled from 'styled-components'
import { v7 } from 'uuid'
import { foodText, foodShortText } from '@/core/food/measure'
import { Fault } from '@/ui/fieldParts'
import { Button, ButtonLink, FileLink, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useWays, useWhen } from '@/ui/ways'
import { OfficePage } from '@/ui/Page'
import type { BowlRow, BowlsView } from '@/work/page/food'
import type { Told } from '../told'
import { useAction } from '../useAction'
import { PlacedBox } from '@/ui/Placed'
import { List } from '@/ui/List'

type Act = (raw: unknown) => Promise<Told>

/** The feeding list, run by run; in the evening, what is still owed to whom. No dog ends a day unfed. */
export function Bowls({ view, give, weighOut }: { view: BowlsView; give: Act; weighOut: Act }) {
  const { sayMinute, sayDay } = useWhen()
  const owed = view.rows.filter((r) => r.owed > 0)
  const unknown = view.rows.filter((r) => r.missing !== '')
  return (
    <Page>
      <header>
        <h1>Feeding</h1>
        <p>
          {sayDay(view.today)}. {view.house.meals.map((m) => `${m.name} ${sayMinute(m.at)}`).join(', ')}.{' '}
          {view.rows.length === 0
            ? 'No dogs are here.'
            : owed.length === 0 && unknown.length === 0
              ? 'Every dog has had the whole day’s ration.'
              : `${owed.length} ${owed.length === 1 ? 'dog has' : 'dogs have'} food left to feed.` +
                `${unknown.length > 0 ? ` ${unknown.length} can’t be calculated yet.` : ''}`}
        </p>
        {view.house.caution && <p>{view.house.caution}</p>}
        <Prints>
          <FileLink href="/bowls/list.pdf">Feeding list as PDF</FileLink>
          <ButtonLink href="/bowls/print">Print page</ButtonLink>
        </Prints>
      </header>
      <Rows>
        {view.rows.map((r) => (
          <Bowl key={r.resident.residencyId} row={r} give={give} weighOut={weighOut} />
        ))}
      </Rows>
    </Page>
  )
}

function Bowl({ row, give, weighOut }: { row: BowlRow; give: Act; weighOut: Act }) {
  const { resident, food } = row
  const { send, wrong, pending } = useAction()
  const { unit } = useWays()
  const short = (grams: number) => foodShortText(grams, unit)
  const full = food ? Math.min(100, 100 - (row.owed / food.ledger.rationGrams) * 100) : 0
  return (
    <li data-owed={row.owed > 0}>
      <b className="run">{resident.runNumber}</b>
      <div>
        <Link href={`/dogs/${resident.residencyId}/food`}>{resident.name}</Link>
        {row.paused !== '' && <em>{row.paused}</em>}
        {row.against.length > 0 && food && (
          <em>
            do not give {food.feed.name}: {objectionsText(row.against)}
          </em>
        )}
        {row.allergies.length > 0 && <em>no {row.allergies.join(', no ')}</em>}
        {row.medicines.length > 0 && <span>medicine: {row.medicines.join('; ')}</span>}
        {(resident.biteHistory || resident.caution) && (
          <em>
            {resident.biteHistory ? 'Bite history. ' : ''}
            {resident.caution}
          </em>
        )}
      </div>
      <Dish aria-hidden="true">
        <PlacedBox $width={full} />
      </Dish>
      <div className="figures">
        {food ? (
          <>
            <b>{row.owed > 0 ? `${foodText(row.owed, unit, food.feed.cupGrams)} left to feed` : 'fed'}</b>
            <span>
              of {short(food.ledger.rationGrams)} {food.feed.name};{' '}
              {food.fed.eatenGrams >= 1 ? short(food.fed.eatenGrams) : 'nothing'} in training
              {food.fed.weighedGrams > 0 ? ` of ${short(food.fed.weighedGrams)} weighed out` : ''}{' '}
              {food.ledger.trainingGrams - food.fed.weighedGrams >= 1 && row.owed > 0 && row.against.length === 0 && (
                <Quiet
                  isPending={pending}
                  aria-label={
                    `weigh out ${short(food.ledger.trainingGrams - food.fed.weighedGrams)}: ` + `${resident.name}`
                  }
                  onPress={() => send(() => weighOut({ residencyId: resident.residencyId, id: v7() }))}
                >
                  weigh out {short(food.ledger.trainingGrams - food.fed.weighedGrams)}
                </Quiet>
              )}
            </span>
          </>
        ) : (
          <>
            <b>?</b>
            <span>{row.missing}</span>
          </>
        )}
      </div>
      <div>
        {food && row.against.length === 0 ? (
          row.owed > 0 && (
            <Button
              isPending={pending}
              onPress={() => send(() => give({ residencyId: resident.residencyId, id: v7() }))}
              aria-label={`Bowl given: ${resident.name}`}
            >
              Bowl given
            </Button>
          )
        ) : (
          <ButtonLink href={`/dogs/${resident.residencyId}/food`}>
            {food ? 'Choose a meal' : 'Add feeding plan'}
          </ButtonLink>
        )}
        {wrong && <Fault>{wrong}</Fault>}
      </div>
    </li>
  )
}

const Page = styled(OfficePage)`
  header {
    display: grid;
    gap: var(--s-3);
  }
  header p {
    color: var(--ink-2);
  }
`
const Prints = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-4);
`
const Rows = styled(List)`
  border-top: 3px solid var(--ink);
  li {
    display: grid;
    grid-template-columns: 2.6rem minmax(0, 1.4fr) 9rem minmax(0, 1.3fr) 8.5rem;
    gap: var(--s-1) var(--s-6);
    align-items: center;
    padding: 0.45rem 0;
    border-bottom: 1px solid var(--rule);
  }
  .run {
    font:
      760 var(--t-6)/1 'Hepta Slab Variable',
      serif;
  }
  a {
    font:
      640 var(--t-5)/1.2 'Hepta Slab Variable',
      serif;
    text-decoration: none;
  }
  em {
    display: block;
    font-style: normal;
    font-weight: 620;
    color: var(--person);
    font-size: var(--t-2);
  }
  span {
    display: block;
    color: var(--ink-2);
    font-size: var(--t-2);
  }
  li[data-owed='false'] .figures b {
    color: var(--held);
  }
  ${phone} {
    li {
      grid-template-columns: 2.4rem minmax(0, 1fr) auto;
    }
    li > :nth-child(3) {
      grid-column: 2 / -1;
      order: 3;
    }
    li > :nth-child(4) {
      grid-column: 2;
      order: 4;
    }
    li > :nth-child(5) {
      order: 2;
      grid-row: 1;
      grid-column: 3;
    }
  }
`
const Dish = styled.div`
  height: 1.3rem;
  border: 2px solid var(--ink);
  border-top: 0;
  border-radius: 0 0 12px 12px;
  overflow: hidden;
  > div {
    height: 100%;
    background: var(--held);
  }
`
