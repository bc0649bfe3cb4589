'use client'
import { nothingPromised } from '@/core/promise/nothingPromised'
import styled from 'styled-components'
import { findCommand } from '@/core/curriculum/lookup'
import { isByHand } from '@/core/dog/byHand'
import type { BlockItem } from '@/core/block/compose'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { useWhen } from '@/ui/ways'
import { ItsWords } from '../ItsWords'
import type { BlockView } from '@/work/page/blockView'

/**
 * All that must be known before the first rep: its words and signals, side, what was noted last time, pay and what is
 * left of it.
 */
export function Glance({ view, items }: { view: BlockView; items: readonly BlockItem[] }) {
  const when = useWhen()
  const { resident } = view
  const commands = [...new Set(items.map((i) => i.command))]
  return (
    <>
      <Words>
        <ItsWords resident={resident} />
        {commands.map((id) => (
          <div key={id}>
            <dt>{findCommand(view.curriculum, id)?.name}</dt>
            <dd>
              {isByHand(resident.traits, id) ? (
                <small>{view.signals[id] || 'the dog’s own signal'}</small>
              ) : (
                <>
                  {view.cueWords[id] ? `“${view.cueWords[id]}”` : 'no word'}
                  {view.signals[id] && <small>{view.signals[id]}</small>}
                </>
              )}
            </dd>
          </div>
        ))}
      </Words>
      {view.note && (
        <Note>
          <b>Last note:</b> {view.note.text}{' '}
          <small>
            {view.note.by}, {when.sayMoment(view.note.at, view.timeZone)}
          </small>
        </Note>
      )}
      <Facts>
        {view.plays ? (
          <>
            <b>Rewarded with play</b>, not with food.{' '}
          </>
        ) : (
          <>
            <b>{view.feeds.find((f) => f.id === null)?.name ?? 'the meal'}</b>:{' '}
            {view.mealAgainst !== ''
              ? 'not for this dog'
              : view.piecesLeft === undefined
                ? 'no food is weighed out'
                : `${view.piecesLeft} pieces left today`}
            .{' '}
          </>
        )}
        {view.blocksToday > 0 ? `Block ${view.blocksToday + 1} today.` : 'First block today.'}
        {view.allergies.length > 0 ? ` No ${view.allergies.join(', no ')}.` : ''}
        {view.mealMinutesAgo !== null && view.mealMinutesAgo < 60
          ? ` Ate ${view.mealMinutesAgo} min ago: no hard work within the hour.`
          : ''}
      </Facts>
      {view.mealAgainst !== '' && (
        <NeedsPerson>
          {resident.name} may not have the meal in the feeding plan: {view.mealAgainst}. Choose another on the food
          page.
        </NeedsPerson>
      )}
      {!resident.sideKnown && (
        <NeedsPerson>Side not known yet: ask {resident.ownerName}. On the left till then.</NeedsPerson>
      )}
      {view.lacks !== '' && view.rest === '' && (
        <NeedsPerson>
          {view.lacks === nothingPromised
            ? 'Nothing is promised for this dog yet: foundation work, and a word with the lead.'
            : `Of what was promised, ${view.lacks}: the lead decides what replaces it.`}
        </NeedsPerson>
      )}
      {view.restsUntil !== undefined && (
        <NeedsPerson>
          Resting until {when.wallClock(view.restsUntil, view.timeZone).clock} after the last block.
        </NeedsPerson>
      )}
      {view.rest !== '' && <NeedsPerson>{view.rest}</NeedsPerson>}
      {view.signsKeepComing && (
        <NeedsPerson>
          Over threshold in three blocks within a week: a behavior plan with a qualified professional first.
        </NeedsPerson>
      )}
    </>
  )
}

const Words = styled.dl`
  margin: 0;
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: var(--s-2) var(--s-5);
  border-bottom: 1px solid var(--rule);
  padding-bottom: 0.4rem;
  dt {
    font-size: var(--t-2);
  }
  dd {
    margin: 0;
    font-size: var(--t-6);
    font-weight: 700;
    line-height: 1.15;
  }
  small {
    display: block;
    font-size: var(--t-1);
    font-weight: 420;
  }
`
const Note = styled.p`
  border-left: 6px solid var(--ink);
  padding: 0.15rem 0 0.15rem 0.6rem;
  font-size: var(--t-5);
  small {
    font-size: var(--t-1);
  }
`
const Facts = styled.p`
  font-size: var(--t-3);
`
