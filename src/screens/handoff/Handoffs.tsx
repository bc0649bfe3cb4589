'use client'
import { Link } from '@/ui/link'
import styled from 'styled-components'
import { FileLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { HandoffRow, HandoffsView } from '@/work/page/handoff'
import { List } from '@/ui/List'
import { OfficePage } from '@/ui/Page'
import type { Told } from '../told'
import { May } from '../shell/may'
import { Booklets } from './Booklets'
import { Over } from './Over'
import { counted } from '@/core/wording'

/** Who is ready to be shown, when, by whom. */
export function Handoffs({
  rows,
  timeZone,
  over,
  anew,
  deeds,
}: HandoffsView & {
  deeds: Readonly<Record<'say' | 'give', (raw: unknown) => Promise<Told>>> | undefined
}) {
  const isOver = new Set(over.map((o) => o.id))
  const booked = rows.filter((r) => r.live && !isOver.has(r.live.id))
  const ready = rows.filter((r) => !r.live && r.readyOn)
  const rest = rows.filter((r) => !r.live && !r.readyOn)
  return (
    <Page>
      <h1>Handoffs</h1>
      <May to="/handoffs/match">
        <p>
          <Link href="/handoffs/match">Match all: times for every dog at once</Link>
        </p>
      </May>
      <Over over={over} timeZone={timeZone} say={deeds?.say} />
      <Booklets anew={anew} give={deeds?.give} />
      <Group title="Booked" empty="Nothing is booked.">
        {booked.map((r) => (
          <Row key={r.resident.residencyId} row={r} timeZone={timeZone} />
        ))}
      </Group>
      <Group title="Ready, no time chosen" empty="No dog is waiting for a time.">
        {ready.map((r) => (
          <Row key={r.resident.residencyId} row={r} timeZone={timeZone} />
        ))}
      </Group>
      <Group title="Not ready yet" empty="Every resident is ready.">
        {rest.map((r) => (
          <Row key={r.resident.residencyId} row={r} timeZone={timeZone} />
        ))}
      </Group>
    </Page>
  )
}

function Group({ title, empty, children }: { title: string; empty: string; children: readonly React.ReactNode[] }) {
  return (
    <section>
      <h2>
        {title} <span>{children.length}</span>
      </h2>
      {children.length === 0 ? <p>{empty}</p> : <Rows>{children}</Rows>}
    </section>
  )
}

function Row({ row, timeZone }: { row: HandoffRow; timeZone: string }) {
  const { sayMoment, sayDay } = useWhen()
  const { resident, live } = row
  return (
    <li>
      <Link href={`/dogs/${resident.residencyId}/handoff`}>
        <b>{resident.runNumber}</b> <span>{resident.name}</span>
      </Link>
      <span>{resident.ownerName}</span>
      <span>
        {live ? (
          <>
            <strong>{sayMoment(live.fromMs, timeZone)}</strong>, {live.personName}
          </>
        ) : row.readyOn ? (
          `ready since ${sayDay(row.readyOn)}`
        ) : row.lacks !== '' ? (
          <em>{row.lacks}</em>
        ) : (
          <Notches met={row.met} of={row.promises} />
        )}
      </span>
      <span>
        {live && !row.readyOn ? (
          <em>no longer ready: tell the owner</em>
        ) : row.daysLeft === 0 ? (
          'home today'
        ) : (
          `home in ${counted(row.daysLeft, 'day')}`
        )}
      </span>
      <span>
        {live && (
          <FileLink href={`/handoffs/${live.id}/invitation.ics`} download>
            Invitation
          </FileLink>
        )}
      </span>
    </li>
  )
}

/** Promises met as pegs on a cord, with the count beside it. */
function Notches({ met, of }: { met: number; of: number }) {
  return (
    <Cord>
      <svg width={Math.max(1, of) * 14 + 6} height="14" aria-hidden="true">
        <line x1="2" x2={of * 14 + 2} y1="8" y2="8" stroke="var(--rule-2)" strokeDasharray="1 3" />
        {met > 0 && <line x1="2" x2={met * 14 + 2} y1="8" y2="8" stroke="var(--held)" strokeWidth="3.5" />}
        {Array.from({ length: of }, (_, i) => (
          <line
            key={i}
            x1={(i + 1) * 14 + 2}
            x2={(i + 1) * 14 + 2}
            y1="2"
            y2="10"
            stroke={i < met ? 'var(--held)' : 'var(--rule-2)'}
            strokeWidth="1.5"
          />
        ))}
      </svg>
      {met} of {of} promises met
    </Cord>
  )
}

const Page = styled(OfficePage)`
  gap: var(--s-8);
  h2 {
    font-size: var(--t-5);
    border-bottom: 1.5px solid var(--ink);
    padding-bottom: 0.25rem;
    span {
      font-weight: 420;
      color: var(--ink-2);
    }
  }
  section > p {
    padding: 0.6rem 0;
    color: var(--ink-2);
  }
`
const Rows = styled(List)`
  li {
    display: grid;
    grid-template-columns: 11rem 11rem minmax(0, 1fr) 12rem 7rem;
    align-items: center;
    gap: var(--s-5);
    border-bottom: 1px solid var(--rule);
    min-height: var(--touch);
  }
  a > b {
    font:
      700 var(--t-6)/1 'Hepta Slab Variable',
      serif;
    margin-right: 0.3rem;
  }
  a > span {
    font-weight: 620;
  }
  li > a {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    padding: 0.5rem 0;
  }
  em {
    font-style: normal;
    color: var(--person);
    font-weight: 620;
  }
  li > span > a {
    min-height: var(--touch-small);
  }
  ${phone} {
    li {
      grid-template-columns: 1fr 1fr;
      padding: 0.5rem 0;
      gap: var(--s-1) var(--s-4);
    }
    li > :nth-child(3) {
      grid-column: 1 / -1;
    }
  }
`
const Cord = styled.span`
  display: inline-flex;
  align-items: center;
  gap: var(--s-3);
`
