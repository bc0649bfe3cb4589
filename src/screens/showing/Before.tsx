'use client'
import { Link } from '@/ui/link'
import { useState } from 'react'
import styled from 'styled-components'
import { disruptions } from '@/core/demonstration/disruptions'
import { occasionKey } from '@/core/demonstration/outlook'
import { ownerCalled, ownersOwn } from '@/core/people/names'
import { useWhen } from '@/ui/ways'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { Choose } from '@/ui/Choose'
import type { ShowingView } from '@/work/page/showing'
import { chanceFigure } from '@/core/forecast/chanceText'
import { Bottom, YardNow } from '../yard/bottom'
import { Ways } from './Ways'
import { May } from '../shell/may'
import type { PlaceId } from '@/core/ids'

/** Before it is begun: where, who shows it, what the dog is likely to do; and what to do on a bad day. */
export function Before({
  view,
  onBegin,
}: {
  view: ShowingView
  onBegin: (at: { readonly placeId: PlaceId; readonly leashHolder: string }) => void
}) {
  const { sayMoment } = useWhen()
  const [placeId, setPlace] = useState(view.placeId)
  const [who, setWho] = useState(view.people.find((p) => p.id === view.leashHolder)?.id ?? view.people[0]?.id ?? '')
  const { resident, items } = view
  const rehearsal = view.what === 'rehearsal'
  const owner = ownerCalled(resident.ownerName)
  const asked = items.filter((i) => i.rungs.length > 0)
  const whole = view.chances[occasionKey(placeId, who)]?.whole
  if (view.people.length === 0)
    return (
      <>
        <h2>No handlers yet</h2>
        <May to="/people/new">
          <Link href="/people/new">Add a person</Link>
        </May>
      </>
    )
  return (
    <>
      <Head>
        <h2>{rehearsal ? 'Once from end to end' : `${resident.name} for ${resident.ownerName}`}</h2>
        <p>
          {rehearsal
            ? 'The whole script, once, with a second handler.'
            : view.from === undefined
              ? 'No time is booked.'
              : `${sayMoment(view.from, view.timeZone)}.`}{' '}
          {typeof whole === 'number' && (
            <>
              All {asked.length} work the first time: <b>{chanceFigure(whole)}</b> likely.
            </>
          )}
        </p>
      </Head>
      {view.gone && (
        <NeedsPerson>
          {resident.name} has gone home. What you record is saved, marked as outside the residency.
        </NeedsPerson>
      )}
      {view.pause !== '' && <NeedsPerson>{view.pause}</NeedsPerson>}
      {asked.length === 0 ? (
        <p>
          <b>No promise is mastered yet.</b> There is no dog’s turn to show: the equipment and the questions can be gone
          through.
        </p>
      ) : (
        <List>
          {items.map((i) => (
            <li key={i.id}>
              {i.title}
              {i.seconds !== undefined && `, ${i.seconds}\u00a0s`}
            </li>
          ))}
        </List>
      )}
      {!rehearsal && (
        <Ways
          name="Not as planned?"
          ways={disruptions.filter((b) => b.when !== 'during')}
          act={(way) =>
            way.then === 'stop' && (
              <Link href={`/dogs/${resident.residencyId}${way.pauses ? '' : '/handoff'}`}>
                {way.pauses ? `${resident.name}’s page` : 'Move the booking'}
              </Link>
            )
          }
        />
      )}
      <Bottom>
        <Two>
          <Choose label="Where" value={placeId} onChange={setPlace} choices={view.places} />
          <Choose
            label={rehearsal ? 'Second handler' : 'Shown by'}
            value={who}
            onChange={setWho}
            choices={view.people}
          />
        </Two>
        <YardNow onPress={() => onBegin({ placeId, leashHolder: who })} isDisabled={placeId === '' || who === ''}>
          {rehearsal ? 'Begin the rehearsal' : `Begin: your turn, then ${ownersOwn(owner)}`}
        </YardNow>
      </Bottom>
    </>
  )
}

const Head = styled.div`
  h2 {
    font-size: var(--t-7);
  }
`
const List = styled.ol`
  margin: 0;
  padding-left: 1.6rem;
  columns: 2;
  font-size: var(--t-3);
  min-height: 0;
  li {
    break-inside: avoid;
  }
`
const Two = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: var(--s-4);
`
