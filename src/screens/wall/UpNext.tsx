'use client'
import { Link } from '@/ui/link'
import styled from 'styled-components'
import type { UpNextRow } from '@/core/views/wallView'
import type { WallPage } from '@/work/page/wall'
import { Disclosed } from '@/ui/Disclosed'
import { Why } from '@/ui/Why'
import { Wrong } from '@/ui/fieldParts'
import { ButtonLink, Quiet } from '@/ui/press'
import { narrow, phone } from '@/ui/theme'
import { May } from '../shell/may'
import type { Told } from '../told'
import { TooFew } from './TooFew'
import { Aside } from './Aside'
import { useAction } from '../useAction'

/** Design choice: more than this and nobody reads on. */
const shown = 8

interface Props {
  view: Pick<WallPage, 'upNext' | 'ring' | 'later' | 'passedOver' | 'fewBlocks'>
  /** Keeps that an owner was called; undefined for who may not. */
  tickCall: ((raw: unknown) => Promise<Told>) | undefined
  /** Keeps how too few blocks are dealt. */
  deal: (raw: unknown) => Promise<Told>
}

/** Which dog and command most needs a block now, and why. */
export function UpNext({ view, tickCall, deal }: Props) {
  const { upNext: rows, ring, later } = view
  const [first, ...rest] = rows.slice(0, shown)
  const after = [...rows.slice(shown).map((r) => ({ ...r, why: r.reason })), ...view.passedOver]
  const untested = later.filter((l) => l.untested)
  const waiting = later.filter((l) => !l.untested)
  return (
    <Rail aria-label="Up next">
      <h2>Up next</h2>
      {!first && <p>{later.length > 0 ? 'No dog can be trained right now.' : 'No dog needs training now.'}</p>}
      {first && (
        <First>
          <Who row={first} />
          <ButtonLink $now href={`/dogs/${first.residencyId}/work/${first.command}`}>
            Work {first.name}
          </ButtonLink>
          <Reason row={first} />
        </First>
      )}
      <ol start={2}>
        {rest.map((row) => (
          <li key={row.residencyId}>
            <Who row={row} />
            <Reason row={row} />
          </li>
        ))}
      </ol>
      {after.length > 0 && (
        <Passed says={`Later or skipped: ${after.length}`}>
          <ul>
            {after.map((r) => (
              <li key={r.residencyId}>
                <DogLink of={r} /> <small>{r.why}</small>
              </li>
            ))}
          </ul>
        </Passed>
      )}
      {view.fewBlocks && <TooFew few={view.fewBlocks} deal={deal} />}
      {untested.length > 0 && <BaselineFirst dogs={untested} />}
      {waiting.length > 0 && <NotNow dogs={waiting} />}
      {ring.length > 0 && <CallOwners ring={ring} tickCall={tickCall} />}
    </Rail>
  )
}

/** A dog by its run and name, as it leads to its page. */
const DogLink = ({
  of,
}: {
  of: { readonly residencyId: string; readonly runNumber: string; readonly name: string }
}) => (
  <Link href={`/dogs/${of.residencyId}`}>
    <b>{of.runNumber}</b> {of.name}
  </Link>
)

type Later = WallPage['later']

/** Dogs of which it is not known yet where each command starts. */
const BaselineFirst = ({ dogs }: { dogs: Later }) => (
  <Aside>
    <h3>Baseline first</h3>
    <ul>
      {dogs.map((l) => (
        <li key={l.residencyId}>
          <May
            to={`/dogs/${l.residencyId}/baseline`}
            instead={
              <>
                <b>{l.runNumber}</b> {l.name}
              </>
            }
          >
            <Link href={`/dogs/${l.residencyId}/baseline`}>
              <b>{l.runNumber}</b> {l.name}
            </Link>
          </May>{' '}
          <small>where does each command start?</small>
        </li>
      ))}
    </ul>
  </Aside>
)

/** Dogs that wait for something, with what. */
const NotNow = ({ dogs }: { dogs: Later }) => (
  <Aside>
    <h3>Not now</h3>
    <ul>
      {dogs.slice(0, shown).map((l) => (
        <li key={l.residencyId}>
          <DogLink of={l} /> <small>{l.why}</small>
        </li>
      ))}
    </ul>
    {dogs.length > shown && <p className="more">and {dogs.length - shown} more</p>}
  </Aside>
)

/** Owners to be called, and a button for who did. */
function CallOwners({ ring, tickCall }: Pick<WallPage, 'ring'> & Pick<Props, 'tickCall'>) {
  const { send, wrong, pending } = useAction()
  return (
    <Aside data-person="true">
      <h3>Call owners</h3>
      <Wrong>{wrong}</Wrong>
      <ul>
        {ring.map((r) => (
          <li key={r.residencyId}>
            <DogLink of={r} />{' '}
            <small>
              {r.called !== '' && `${r.called}; `}
              {r.daysLeft === 0 ? 'goes home today' : `goes home in ${r.daysLeft} ${r.daysLeft === 1 ? 'day' : 'days'}`}
              : {r.reason}
            </small>
            <Why>{r.why}</Why>
            {tickCall && (
              <Quiet
                isPending={pending}
                aria-label={`${r.called === '' ? 'Mark as called' : 'Undo'}: ${r.name}’s owner`}
                onPress={() => send(() => tickCall({ residencyId: r.residencyId, called: r.called === '' }))}
              >
                {r.called === '' ? 'Mark as called' : 'Undo'}
              </Quiet>
            )}
          </li>
        ))}
      </ul>
    </Aside>
  )
}

const Who = ({ row }: { row: UpNextRow }) => (
  <Name href={`/dogs/${row.residencyId}/work/${row.command}`}>
    <b>{row.runNumber}</b> <span>{row.name}</span>
    <small>
      {row.commandName}, {row.rungName}
    </small>
    {row.yours && <small>Needs a second handler. You qualify.</small>}
    {row.biteHistory && <small className="bite">bite history</small>}
  </Name>
)

const Reason = ({ row }: { row: UpNextRow }) => (
  <Because>
    <span>{row.reason}</span>
    {row.why !== '' && <Why>{row.why}</Why>}
  </Because>
)

const Passed = styled(Disclosed)`
  font-size: var(--t-2);
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  small {
    color: var(--ink-2);
  }
  a {
    text-decoration: none;
  }
`

const Rail = styled.aside`
  padding: 0.9rem 1.25rem 2rem 1rem;
  border-left: 1.5px solid var(--ink);
  min-height: calc(100dvh - 3.6rem);
  display: flex;
  flex-direction: column;
  gap: var(--s-4);
  background: var(--paper);
  h2 {
    font-size: var(--t-5);
  }
  ol {
    margin: 0;
    padding: 0;
    list-style: none;
    display: grid;
  }
  li {
    border-top: 1px solid var(--rule);
    padding: 0.35rem 0;
  }
  .more {
    font-size: var(--t-1);
    color: var(--ink-2);
  }
  ${narrow} {
    border-left: 0;
    border-bottom: 1.5px solid var(--ink);
    min-height: 0;
    display: grid;
    grid-template-columns: minmax(14rem, 1fr) 2fr;
    padding: 0.7rem 1.25rem;
    h2 {
      grid-column: 1 / -1;
    }
    ol {
      grid-template-columns: 1fr 1fr;
      gap: var(--s-8);
      align-content: start;
    }
    ol li {
      border-top: 0;
      padding: 0;
    }
    ol li:nth-child(n + 3) {
      display: none;
    }
    ol ~ .more {
      display: none;
    }
  }
  ${phone} {
    display: flex;
    padding: 0.8rem 0.9rem;
    ol {
      grid-template-columns: 1fr;
      gap: var(--s-3);
    }
    ol li:nth-child(n + 3) {
      display: block;
    }
    ol ~ .more {
      display: block;
    }
    li {
      border-top: 1px solid var(--rule);
      padding: 0.35rem 0;
    }
  }
`
const First = styled.div`
  border-left: 6px solid var(--now);
  padding-left: 0.7rem;
  display: grid;
  gap: var(--s-2);
  justify-items: start;
`
const Name = styled(Link)`
  text-decoration: none;
  display: grid;
  grid-template-columns: auto 1fr;
  column-gap: var(--s-3);
  align-items: baseline;
  line-height: 1.2;
  b {
    font:
      700 var(--t-5)/1 'Hepta Slab Variable',
      serif;
  }
  span {
    font-weight: 640;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  small {
    grid-column: 1 / -1;
    font-size: var(--t-2);
  }
  .bite {
    color: var(--person);
    font-weight: 640;
  }
  &:hover span {
    text-decoration: underline;
  }
`
const Because = styled.div`
  font-size: var(--t-1);
  color: var(--ink-2);
  button {
    min-height: 0;
    margin: -0.3rem 0;
    padding: 0.3rem 0.25rem;
  }
  b {
    color: var(--person);
    font-weight: 620;
  }
`
