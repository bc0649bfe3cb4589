'use client'
import styled from 'styled-components'
import { percent } from '@/core/percent'
import { counted } from '@/core/wording'
import { Link } from '@/ui/link'
import { List } from '@/ui/List'
import { OfficePage } from '@/ui/Page'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { MatchingView, ProposedVisit } from '@/work/page/matching'
import { Span } from './Span'

/** What keeps a dog without a time, and what would help. */
const why: Readonly<Record<NonNullable<ProposedVisit['because']>, string>> = {
  'no-times': 'Nobody has asked the owner yet.',
  'too-soon': 'The owner can come only too soon to be asked, or for less than it takes. Call, and ask for other times.',
  'after-home': 'The owner can come only after the dog goes home. Ask for earlier days, or make the stay longer.',
  'not-likely':
    'Not likely to be ready on any day that the owner can come. Ask for later days, or make the stay longer.',
  'no-trainer': 'No trainer is free when the owner can come. Ask for other times.',
  'no-ground': 'No location is free when the owner can come. Ask for other times.',
  full: 'Others have every time that would suit. Ask for more times.',
  'pinned-broken': 'The time that was agreed cannot be kept. Ask for another.',
}

/** A time for every dog that has none: what to offer whom, and whom to ask for more times. */
export function Matching({ view }: { view: MatchingView }) {
  const found = view.visits.filter((v) => v.because === undefined)
  const without = view.visits.filter((v) => v.because !== undefined)
  return (
    <OfficePage>
      <header>
        <p>
          <Link href="/handoffs">Handoffs</Link>
        </p>
        <h1>Match all</h1>
        <p>
          A time for every dog that has none, found for all of them at once. Offer each owner any of theirs: whatever
          they pick, all of it can be kept. Nothing is booked here.
        </p>
      </header>
      <section aria-labelledby="found">
        <h2 id="found">Times to offer</h2>
        {found.length === 0 && <p>No dog has a time yet.</p>}
        {view.rehearsalsMissed > 0 && (
          <p>{counted(view.rehearsalsMissed, 'rehearsal')} on the day before: no trainer has half an hour left.</p>
        )}
        <Rows>
          {found.map((v) => (
            <Row key={v.dogs[0]?.residencyId} visit={v} view={view} />
          ))}
        </Rows>
      </section>
      {without.length > 0 && (
        <section aria-labelledby="without">
          <h2 id="without">No time yet</h2>
          <Rows>
            {without.map((v) => (
              <Row key={v.dogs[0]?.residencyId} visit={v} view={view} />
            ))}
          </Rows>
        </section>
      )}
    </OfficePage>
  )
}

function Row({ visit, view }: { visit: ProposedVisit; view: MatchingView }) {
  const { sayMoment, sayDay } = useWhen()
  const home = view.days[visit.home]
  return (
    <li>
      <div>
        {visit.dogs.map((d, i) => (
          <b key={d.residencyId}>
            {i > 0 && ' and '}
            <Link href={`/dogs/${d.residencyId}/handoff`}>
              {d.run} {d.name}
            </Link>
          </b>
        ))}
        <small>
          {visit.ownerName}: {visit.said === '' ? 'times not known' : visit.said}
        </small>
      </div>
      <Span visit={visit} view={view} />
      {visit.because === undefined ? (
        <ol>
          {visit.hours.map((h) => (
            <li key={h.fromMs}>
              <strong>{sayMoment(h.fromMs, view.timeZone)}</strong> {h.personName}, {h.placeName}
            </li>
          ))}
        </ol>
      ) : (
        <p>
          {visit.because === 'no-times' && visit.heldUntil !== ''
            ? `What the owner said held until ${sayDay(visit.heldUntil)}. Ask again.`
            : why[visit.because]}
        </p>
      )}
      <small>
        {visit.because === undefined &&
          `${visit.chance >= 1 ? 'Ready' : `${percent(visit.chance)} ready by then`}` +
            `${visit.minutes > 60 ? `; ${visit.minutes} min` : ''}. `}
        {home !== undefined && `Goes home ${sayDay(home)}.`}
      </small>
    </li>
  )
}

const Rows = styled(List)`
  > li {
    display: grid;
    grid-template-columns: 14rem minmax(0, 1fr) 26rem;
    gap: var(--s-1) var(--s-5);
    align-items: center;
    padding: var(--s-4) 0;
    border-bottom: 1px solid var(--rule);
  }
  small {
    display: block;
    color: var(--ink-2);
    font-size: var(--t-1);
    font-weight: 400;
    overflow-wrap: anywhere;
  }
  > li > small {
    grid-column: 3;
  }
  ol {
    margin: 0;
    padding-left: 1.2rem;
  }
  p {
    margin: 0;
  }
  ${phone} {
    > li {
      grid-template-columns: minmax(0, 1fr);
    }
    > li > small {
      grid-column: 1;
    }
  }
`
