'use client'
import { Link } from '@/ui/link'
import { useRouter } from 'next/navigation'
import { useMemo, useState, type KeyboardEvent, type MouseEvent } from 'react'
import styled from 'styled-components'
import { sortRows, type WallSort } from '@/core/views/wallView'
import type { Packed } from '@/core/views/wallCells'
import { ButtonLink } from '@/ui/press'
import { narrow, phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { WallPage } from '@/work/page/wall'
import { Grid } from './Grid'
import { GridHead } from './GridHead'
import { Legend } from './Legend'
import { rowsHtml } from './rows'
import { useFresh } from './useFresh'
import type { Told } from '../told'
import { UpNext } from './UpNext'
import { May } from '../shell/may'

/**
 * All residents against the curriculum, with who needs a block beside it. A plain table: it hangs in the office, and a
 * phone that opens it for what is next has nothing of it to wake. On a phone it is folded away.
 */
export function Wall({
  view,
  sort,
  descending,
  ever,
  tickCall,
  deal,
}: {
  view: Packed<WallPage>
  sort: WallSort
  descending: boolean
  /** Some dog was or will be here, though none is today. */
  ever: boolean
  tickCall: ((raw: unknown) => Promise<Told>) | undefined
  deal: (raw: unknown) => Promise<Told>
}) {
  const { sayDay } = useWhen()
  const router = useRouter()
  useFresh(router.refresh)
  const [open, setOpen] = useState(false)
  const rows = useMemo(() => rowsHtml(sortRows(view.rows, sort, descending), view.commands), [view, sort, descending])
  if (view.rows.length === 0) return <EmptyWall ever={ever} />
  return (
    <Screen>
      {(view.bad !== '' || view.warningToLead !== '' || view.worn.length > 0) && (
        <Bad>
          {view.bad !== '' && <p>{view.bad}</p>}
          {view.warningToLead !== '' && (
            <p>
              {view.warningToLead} <Link href="/house#backup">What can be done</Link>
            </p>
          )}
          {view.worn.map((w) => (
            <p key={w.residencyId}>
              <Link href={`/dogs/${w.residencyId}#yard`}>{w.name}</Link> wore a {w.collar} on {sayDay(w.day)}, against
              policy. {w.against}
            </p>
          ))}
        </Bad>
      )}
      <Board>
        <Top>
          <h1>Wall</h1>
          <Unfold aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'Hide the dogs' : `Show all ${view.rows.length} dogs`}
          </Unfold>
          <Legend toldMinute={view.toldMinute}>
            {' '}
            <May to="/forecasts">
              <Link href="/forecasts">forecast accuracy</Link>
            </May>
          </Legend>
        </Top>
        <Scroller data-open={open}>
          <Grid aria-label="Residents against the curriculum">
            <GridHead
              commands={view.commands}
              sortOf={(id) => sortOf(id, sort, descending)}
              draw={(id, name) => (
                <Link href={sortAddress(id, sort, descending)} replace scroll={false}>
                  {name}
                  <span aria-hidden="true">{id !== sort ? '' : descending ? ' ↑' : ' ↓'}</span>
                </Link>
              )}
            />
            <tbody
              onKeyDown={toNextDog}
              onClick={(e) => {
                const to = followed(e)
                if (to) router.push(to)
              }}
              dangerouslySetInnerHTML={{ __html: rows }}
            />
          </Grid>
        </Scroller>
      </Board>
      <UpNext view={view} tickCall={tickCall} deal={deal} />
    </Screen>
  )
}

const sortOf = (id: WallSort, sort: WallSort, descending: boolean) =>
  id !== sort ? 'none' : descending ? 'descending' : 'ascending'
const sortAddress = (id: WallSort, sort: WallSort, descending: boolean) =>
  `/?sort=${id}${id === sort && !descending ? '&down=1' : ''}` as const

/** Where a plain click on a dog leads, without loading the page again; undefined for any other click. */
function followed(e: MouseEvent<HTMLElement>): `/dogs/${string}` | undefined {
  const link = e.target instanceof Element ? e.target.closest('a') : null
  const residencyId = link?.getAttribute('href')?.replace(/^\/dogs\//, '')
  if (residencyId === undefined || e.button !== 0 || e.metaKey || e.ctrlKey || e.shiftKey || e.altKey) return undefined
  e.preventDefault()
  return `/dogs/${residencyId}`
}

/** Arrow keys go from dog to dog. */
function toNextDog(e: KeyboardEvent<HTMLElement>): void {
  const by = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0
  if (by === 0) return
  const dogs = [...e.currentTarget.querySelectorAll<HTMLElement>('a')]
  const next = dogs[dogs.findIndex((d) => d === document.activeElement) + by]
  if (!next) return
  e.preventDefault()
  next.focus()
}

function EmptyWall({ ever }: { ever: boolean }) {
  if (ever)
    return (
      <Empty>
        <h1>No dog is here today</h1>
        <p>
          <Link href="/dogs">Those that went home</Link> and <Link href="/coming">those to come</Link> are here, too.
        </p>
        <div>
          <May to="/dogs/new">
            <ButtonLink $now href="/dogs/new">
              Add a dog
            </ButtonLink>
          </May>
        </div>
      </Empty>
    )
  return (
    <Empty>
      <h1>No dog is here yet</h1>
      <p>The wall shows every resident’s commands as lines. Add a handler first, then the first dog.</p>
      <div>
        <May to="/people/new">
          <ButtonLink $now href="/people/new">
            Add a person
          </ButtonLink>{' '}
        </May>
        <May to="/dogs/new">
          <ButtonLink href="/dogs/new">Add a dog</ButtonLink>
        </May>
      </div>
    </Empty>
  )
}

const Screen = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 15.5rem;
  align-items: start;
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
  }
`
const Board = styled.section`
  padding: 0.9rem 0.5rem 2rem 1.25rem;
  min-width: 0;
  ${narrow} {
    order: 2;
  }
  ${phone} {
    padding: 0.8rem 0.9rem;
    overflow-x: clip;
  }
`
const Top = styled.div`
  display: flex;
  align-items: baseline;
  gap: 0 var(--s-8);
  margin-bottom: 0.4rem;
  flex-wrap: wrap;
  h1 {
    font-size: var(--t-7);
  }
`
/** Above all that it may touch, on a phone too. */
const Bad = styled.div`
  grid-column: 1 / -1;
  padding: 0.7rem 1.25rem 0;
  color: var(--person);
  font-size: var(--t-2);
  ${phone} {
    padding: 0.6rem 0.9rem;
  }
`
/** What is there for ears only lies within it, so that it makes no page wider. */
const Scroller = styled.div`
  position: relative;
  overflow-x: auto;
  ${phone} {
    overflow: visible;
    &[data-open='false'] {
      display: none;
    }
  }
`
const Unfold = styled.button.attrs({ type: 'button' })`
  display: none;
  ${phone} {
    display: block;
    min-height: var(--touch);
    border: 0;
    background: none;
    text-decoration: underline;
    text-underline-offset: 0.2em;
    cursor: pointer;
  }
`
const Empty = styled.div`
  max-width: 40rem;
  margin: 5rem auto;
  padding: 0 1.5rem;
  display: grid;
  gap: var(--s-6);
  h1 {
    font-size: var(--t-9);
  }
`
