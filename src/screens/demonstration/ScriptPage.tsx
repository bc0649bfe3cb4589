'use client'
import { Link } from '@/ui/link'
import { useRouter } from 'next/navigation'
import styled from 'styled-components'
import type { ScriptChange } from '@/core/demonstration/change'
import type { ScriptItem } from '@/core/demonstration/script'
import { ownerCalled } from '@/core/people/names'
import { Choose } from '@/ui/Choose'
import { Fault, Wrong } from '@/ui/fieldParts'
import { ButtonLink, FileLink, Quiet } from '@/ui/press'
import { narrow } from '@/ui/theme'
import { useSheets, useWhen } from '@/ui/ways'
import { OfficePage } from '@/ui/Page'
import type { DemonstrationView } from '@/work/page/demonstration'
import { DogHead } from '../DogHead'
import type { Told } from '../told'
import { useAction } from '../useAction'
import { ChangeItem, Own, type Keep } from './ChangeScript'
import { Order } from './order'
import { Outlook } from './Outlook'
import { chanceFigure, chanceRange } from '@/core/forecast/chanceText'

type Change = (raw: unknown) => Promise<Told>

/** The script of a demonstration: what is shown in which order, what is said, where to stand, what the owner hears. */
export function ScriptPage({
  view,
  change,
  mayShow,
}: {
  view: DemonstrationView
  change: Change | undefined
  mayShow: boolean
}) {
  const { sayMoment } = useWhen()
  const sheets = useSheets()
  const router = useRouter()
  const action = useAction()
  const { send, wrong, pending } = action
  const { resident, script, live } = view
  const [newest] = view.changes
  const unasked = script.leftOut.filter((l) => l.unasked)
  const keep = (next: Partial<ScriptChange>, after?: () => void) => {
    if (change)
      send(
        () => change({ residencyId: resident.residencyId, from: view.changeId, change: { ...view.change, ...next } }),
        after,
        ({ from, change: both }) => change({ residencyId: resident.residencyId, from, change: both }),
      )
  }
  return (
    <Page>
      <DogHead resident={resident} title={`Shown to ${resident.ownerName}`}>
        <p>
          {live
            ? `${sayMoment(live.fromMs, view.timeZone)}, by ${view.handler}`
            : `Not booked yet. Assumes tomorrow, shown by ${view.handler}`}
          ; {script.minutes} minutes with the owner’s turn.{' '}
          <Link href={`/dogs/${resident.residencyId}/handoff`}>Handoff</Link>
        </p>
        {view.pause !== '' && <Fault>{view.pause}</Fault>}
      </DogHead>
      <Tools>
        <Choose
          label="Location"
          value={view.placeId}
          onChange={(id) => router.replace(`/dogs/${resident.residencyId}/demonstration?place=${id}`)}
          choices={view.places}
        />
        <FileLink href={`/dogs/${resident.residencyId}/script.pdf`}>Print ({sheets.half})</FileLink>
        {mayShow && (
          <>
            <ButtonLink href={`/dogs/${resident.residencyId}/demonstration/rehearsal`}>Rehearse</ButtonLink>
            <ButtonLink href={`/dogs/${resident.residencyId}/demonstration/live`}>Start demonstration</ButtonLink>
          </>
        )}
        <ButtonLink href={`/dogs/${resident.residencyId}/demonstration/after`}>Homework</ButtonLink>
      </Tools>
      <Sides>
        <section aria-labelledby="order">
          <h2 id="order" className="unseen">
            The order
          </h2>
          <Order>
            {script.items.map((item, i) => (
              <Item
                key={item.id}
                view={view}
                item={item}
                from={script.items.slice(0, i).reduce((sum, x) => sum + x.minutes, 0)}
                pending={pending}
                keep={change && keep}
              />
            ))}
          </Order>
          <Wrong>{wrong}</Wrong>
          {script.leftOut.length > 0 && (
            <LeftOut aria-labelledby="left-out">
              <h2 id="left-out">Not shown</h2>
              <ul>
                {script.leftOut
                  .filter((l) => !l.unasked)
                  .map((l) => (
                    <li key={l.id}>
                      <b>{l.title}</b> <span>{l.why}</span>
                      {change && view.change.dropped.includes(l.id) && (
                        <Quiet
                          isPending={pending}
                          aria-label={`Put ${l.title} back`}
                          onPress={() => keep({ dropped: view.change.dropped.filter((d) => d !== l.id) })}
                        >
                          put back
                        </Quiet>
                      )}
                    </li>
                  ))}
                {unasked.length > 0 && (
                  <li>
                    <span>Neither promised nor mastered: {unasked.map((l) => l.title).join(', ')}.</span>
                  </li>
                )}
              </ul>
            </LeftOut>
          )}
          {change && <Own view={view} pending={pending} keep={keep} />}
          {newest && (
            <p className="history">
              Changed by {newest.by}, {sayMoment(newest.at, view.timeZone)}
              {view.changes.length > 1 ? `; ${view.changes.length} times in all` : ''}.
            </p>
          )}
        </section>
        <Outlook view={view} />
      </Sides>
      <Caution>
        What is shown on the day is the trainer’s decision: nothing that is not safe for dog or person. Stop at any sign
        of pain, heat or fear. On the leash throughout; off leash only in a secure enclosure, and by local law.
      </Caution>
    </Page>
  )
}

function Item({
  view,
  item,
  from,
  pending,
  keep,
}: {
  view: DemonstrationView
  item: ScriptItem
  from: number
  pending: boolean
  keep: Keep | undefined
}) {
  const chance = view.outlook.items.find((o) => o.itemId === item.id)
  return (
    <li>
      <time>{from} min</time>
      <div>
        <h3>{item.title}</h3>
        <p className="shows">{item.shows}</p>
        {item.short !== '' && <p className="short">{item.short}</p>}
        <dl>
          {item.says !== '' && (
            <>
              <dt>Say</dt>
              <dd>
                {item.says}
                {item.signal !== '' && item.signal !== 'none' && !item.says.includes(item.signal) && (
                  <small>; signal: {item.signal}</small>
                )}
              </dd>
            </>
          )}
          {item.walk !== '' && (
            <>
              <dt>You</dt>
              <dd>{item.walk}</dd>
            </>
          )}
          {item.ifFails !== '' && (
            <>
              <dt>If not</dt>
              <dd>{item.ifFails}</dd>
            </>
          )}
          {item.tellOwner !== '' && (
            <>
              <dt className="owner">Tell {ownerCalled(view.resident.ownerName)}</dt>
              <dd className="owner">
                {item.tellOwner}{' '}
                {item.ownerStands !== undefined && item.ownerStands !== '' && <small>{item.ownerStands}</small>}
              </dd>
            </>
          )}
        </dl>
        {keep && <ChangeItem view={view} item={item} pending={pending} keep={keep} />}
      </div>
      <p className="chance">
        {chance && (
          <>
            <b>{chanceFigure(chance.chance)}</b>
            <small>{chanceRange(chance.low, chance.high)}</small>
          </>
        )}
      </p>
    </li>
  )
}

const Page = styled(OfficePage)`
  display: block;
  margin: 0 auto;
  .history {
    color: var(--ink-2);
    font-size: var(--t-2);
    margin-top: var(--s-5);
  }
`
const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: var(--s-5);
  margin: var(--s-5) 0;
  > :first-child {
    width: 16rem;
    max-width: 60vw;
  }
`
const Sides = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 20rem;
  gap: var(--s-8);
  align-items: start;
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
    > aside {
      order: -1;
    }
  }
`
const LeftOut = styled.section`
  border-top: 1.5px solid var(--ink);
  margin-top: var(--s-3);
  padding-top: var(--s-3);
  h2 {
    font-size: var(--t-5);
  }
  ul {
    margin: 0.3rem 0 0.6rem;
    padding: 0;
    list-style: none;
  }
  li {
    padding: 0.15rem 0;
  }
  span {
    color: var(--ink-2);
  }
`
const Caution = styled.p`
  border-top: 1px solid var(--rule-2);
  padding-top: 0.6rem;
  margin-top: var(--s-6);
  max-width: 60rem;
  color: var(--ink-2);
`
