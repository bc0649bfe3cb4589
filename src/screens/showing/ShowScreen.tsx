'use client'
import { Link } from '@/ui/link'
import { memo, useState } from 'react'
import styled from 'styled-components'
import { disruptions } from '@/core/demonstration/disruptions'
import { itemResult, sameSpot, spotsOf } from '@/core/demonstration/record'
import { askingPerson, ownerCalled, ownersOwn } from '@/core/people/names'
import { capitalized } from '@/core/wording'
import type { Outbox } from '@/device/outbox'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { ThumbPad } from '@/ui/ThumbPad'
import { useWhen } from '@/ui/ways'
import type { ShowingView } from '@/work/page/showing'
import { Bottom, Plain, YardNow } from '../yard/bottom'
import { KeptHere, Page, Strip, usePrefs, YardDoor, type YardMemory } from '../yard/frame'
import { Before } from './Before'
import { End } from './End'
import { ItemInHand } from './ItemInHand'
import { useShow } from './useShow'

const nothingLater = () => Promise.resolve()

/** The address under which it is kept on the device. */
export const showAddress = (view: Pick<ShowingView, 'what' | 'resident'>): string =>
  `/dogs/${view.resident.residencyId}/demonstration/${view.what === 'rehearsal' ? 'rehearsal' : 'live'}`

/** A rehearsal or a demonstration, run on a phone by one thumb: waits only for the device’s own memory to open. */
export function ShowScreen({ view }: { view: ShowingView }) {
  return (
    <YardDoor fetchLater={nothingLater} ways={view.ways} head={<Top view={view} outbox={undefined} title="" />}>
      {(outbox, memory) => <InHand view={view} outbox={outbox} memory={memory} />}
    </YardDoor>
  )
}

const Top = memo(function Top({
  view,
  outbox,
  title,
  part,
}: {
  view: ShowingView
  outbox: Outbox | undefined
  title: string
  part?: string
}) {
  const { resident } = view
  return (
    <>
      <Strip>
        <Link
          href={`/dogs/${resident.residencyId}/demonstration`}
          aria-label={`Back to the script of ${resident.name}`}
        >
          ←
        </Link>
        <h1>
          <b>{resident.runNumber}</b> {resident.name} <span>{title}</span>
          {part !== undefined && <small> {part}</small>}
        </h1>
        <KeptHere address={showAddress(view)} outbox={outbox} />
      </Strip>
      {(resident.biteHistory || resident.caution !== '' || view.twoPeople) && (
        <NeedsPerson>{askingPerson({ ...resident, twoPeople: view.twoPeople })}</NeedsPerson>
      )}
    </>
  )
})

function InHand({ view, outbox, memory }: { view: ShowingView; outbox: Outbox; memory: YardMemory }) {
  const show = useShow(view, outbox)
  const [prefs] = usePrefs(memory)
  const { live, session } = show
  const { record, spot } = live
  const [goesOn, setGoesOn] = useState(false)
  const owner = ownerCalled(view.resident.ownerName)
  if (!record)
    return (
      <Page>
        <Top view={view} outbox={outbox} title={view.what === 'rehearsal' ? 'Rehearsal' : 'Demonstration'} />
        <Before view={view} onBegin={(at) => session.begin(at)} />
      </Page>
    )
  if (live.asks && record.status !== 'done')
    return (
      <Page>
        <Top view={view} outbox={outbox} title={view.what === 'rehearsal' ? 'Rehearsal' : 'Demonstration'} />
        <Join view={view} show={show} />
      </Page>
    )
  if (record.status === 'done' || !spot)
    return (
      <Page>
        <Top view={view} outbox={outbox} title="The end" />
        <End view={view} show={show} />
      </Page>
    )
  if (record.status === 'stopped' && !goesOn)
    return (
      <Page>
        <Top view={view} outbox={outbox} title="Stopped" />
        <Stopped view={view} why={record.why} onGo={() => setGoesOn(true)} onAnew={() => session.anew()} />
      </Page>
    )
  const spots = spotsOf(record)
  const at = spots.findIndex((s) => sameSpot(s, spot))
  const ofTurn = record.items.length
  return (
    <Page>
      <Top
        view={view}
        outbox={outbox}
        title={
          spot.turn === 'owner'
            ? capitalized(`${ownersOwn(owner)} turn`)
            : view.what === 'rehearsal'
              ? 'Rehearsal'
              : 'Your turn'
        }
        part={`${(at % ofTurn) + 1} of ${ofTurn}${live.beside ? ' · second observer' : ''}`}
      />
      <Peg aria-hidden="true">
        {spots
          .filter((s) => s.turn === spot.turn)
          .map((s) => (
            <i key={s.itemId} data-now={sameSpot(s, spot)} data-came={itemResult(record, s) ?? 'no'} />
          ))}
      </Peg>
      <ItemInHand
        key={`${spot.turn} ${spot.itemId}`}
        view={view}
        show={show}
        prefs={prefs}
        onStop={(why) => {
          setGoesOn(false)
          session.leave('stopped', why)
        }}
      />
    </Page>
  )
}

function Join({ view, show }: { view: ShowingView; show: ReturnType<typeof useShow> }) {
  const { sayMoment } = useWhen()
  const { record } = show.live
  const place = view.places.find((p) => p.id === record?.placeId)?.name ?? ''
  const { next } = record ?? {}
  const title = record?.items.find((i) => i.id === next?.itemId)?.title
  return (
    <>
      <h2>Begun on another device</h2>
      <p>
        {record && sayMoment(record.from, view.timeZone)}
        {place && `, ${place}`}. {title ? `Next there: ${title}.` : 'Every item is done.'}
      </p>
      <Bottom>
        <ThumbPad
          keys={[
            { id: 'on', name: 'Go on here', first: true },
            { id: 'beside', name: 'Score as second observer' },
          ]}
          thumb="right"
          over={false}
          on={undefined}
          onKey={(id) => show.session.join(id === 'beside')}
        />
        <p>
          <b>Go on here</b> takes it over. <b>Score as second observer</b> is for a second pair of eyes. Both records
          are kept, and yours does not change what the dog has mastered.
        </p>
        <Plain onPress={() => show.session.anew()}>Leave it, and start a new one</Plain>
      </Bottom>
    </>
  )
}

function Stopped({
  view,
  why,
  onGo,
  onAnew,
}: {
  view: ShowingView
  why: string
  onGo: () => void
  onAnew: () => void
}) {
  const reason = disruptions.find((b) => b.name === why)
  return (
    <>
      <h2>{why === '' ? 'Stopped' : why}</h2>
      <ul>
        {reason?.does.map((d) => (
          <li key={d}>{d}</li>
        ))}
      </ul>
      <p>Everything shown is saved. You can go on from here on any phone, today or another day.</p>
      <Bottom>
        {reason?.pauses === true && (
          <Link href={`/dogs/${view.resident.residencyId}`}>Pause training on {view.resident.name}’s page</Link>
        )}
        <Plain onPress={onAnew}>Leave it, and start a new one</Plain>
        <YardNow onPress={onGo}>Continue</YardNow>
      </Bottom>
    </>
  )
}

/** The items of the turn as pegs on a cord: what worked is tied, what did not hangs open. */
const Peg = styled.div`
  display: flex;
  align-items: center;
  border-bottom: 3px solid var(--held);
  padding: 0 0.2rem;
  height: 0.9rem;
  margin-top: -0.3rem;
  i {
    flex: 1;
    height: 0.7rem;
    position: relative;
    &::after {
      content: '';
      position: absolute;
      left: calc(50% - 0.3rem);
      bottom: -0.42rem;
      width: 0.62rem;
      height: 0.62rem;
      border: 2.5px solid var(--ink);
      border-radius: 50%;
      background: var(--paper);
    }
  }
  i[data-came='first']::after,
  i[data-came='later']::after {
    background: var(--held);
  }
  i[data-came='not']::after,
  i[data-came='left']::after {
    border-radius: 0;
    background: var(--person);
  }
  i[data-now='true']::after {
    width: 0.95rem;
    height: 0.95rem;
    bottom: -0.58rem;
    left: calc(50% - 0.47rem);
    border-color: var(--ink);
    background: var(--now);
  }
`
