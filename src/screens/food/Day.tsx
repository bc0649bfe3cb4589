'use client'
import styled from 'styled-components'
import { foodText } from '@/core/food/measure'
import { massText } from '@/core/measures'
import { Placed, PlacedBox } from '@/ui/Placed'
import { Why } from '@/ui/Why'
import { useWhen } from '@/ui/ways'
import type { FoodView } from '@/work/page/food'
import type { DayFood } from '@/work/context/food'
import { List } from '@/ui/List'
import { fedKindWords } from '@/core/food/fed'
import { FeedForm, TakeBack, TenPieces, type FoodActions } from './forms'

const kcal = (k: number) => `${Math.round(k)} kcal`

/** What a dog’s day holds, in its trough and in figures, with what was fed and what may be. */
export function Day({ day, view, actions }: { day: DayFood; view: FoodView; actions: FoodActions }) {
  const { wallClock } = useWhen()
  const { ledger, energy, fed, feed } = day
  const grams = (g: number) => foodText(g, view.unit, feed.cupGrams)
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
                : `enough for ${ledger.repsToPay} reps, ${ledger.piecesLeft} left`}
            </small>
          </dd>
        </div>
        <div>
          <dt>Eaten in blocks</dt>
          <dd>
            {grams(fed.eatenGrams)}{' '}
            <small>
              {fed.eatenGrams > 0 && fed.eatenGrams === day.paidGrams
                ? `${day.paidReps} ${day.paidReps === 1 ? 'piece' : 'pieces'} given`
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
          <dt>Left to feed</dt>
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
      <Why label="how this is calculated">
        <p>
          At rest 70 × {massText(view.weights.at(-1)?.kg ?? 0, 'kg')}^0.75 = {kcal(energy.resting)};{' '}
          {energy.from === 'vet'
            ? `the vet’s figure: ${kcal(energy.daily)}`
            : `times ${energy.factor.toFixed(2)}` +
              (view.plan?.factor ? ', the kennel’s own factor ' : ` (${view.plan?.stage ?? ''}) `) +
              `= ${kcal(energy.daily)}`}
          .
        </p>
        <p>
          {feed.name}: {feed.kcalPer100g} kcal per 100 g
          {feed.kcalPerPiece === null ? '' : `, ${feed.kcalPerPiece} kcal a piece`}. Extras come off the ration up to a
          tenth of the day. What is not earned goes into the bowl: the whole ration is always eaten. Factors are
          WSAVA/AAHA guidelines; the vet’s figure wins.
        </p>
      </Why>
      {feed.kcalPerPiece === null && <TenPieces feed={feed} view={view} actions={actions} />}
      <FeedForm view={view} actions={actions} />
      {day.rows.length > 0 && (
        <Rows aria-label="Fed today">
          {day.rows.map((r) => (
            <li key={r.id}>
              <span>{wallClock(r.at, view.timeZone).clock}</span> <b>{fedKindWords[r.kind]}</b> {grams(r.grams)}{' '}
              {r.feedName}
              {r.note && `, ${r.note}`} <small>{r.by}</small>{' '}
              <TakeBack
                label={`Undo: ${fedKindWords[r.kind]} ${grams(r.grams)}`}
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

const Rows = styled(List)`
  li {
    padding: 0.3rem 0;
    border-bottom: 1px solid var(--rule);
  }
  small {
    color: var(--ink-2);
  }
`
