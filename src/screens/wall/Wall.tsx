'use client'
import { Link } from '@/ui/link'
import { useRouter } from 'next/navigation'
import { useEffect, useMemo, useState, type KeyboardEvent, type MouseEvent } from 'react'
import styled from 'styled-components'
import { standingWords } from '@/core/promise/standing'
import { sortRows, type WallSort } from '@/core/views/wall'
import type { Packed } from '@/core/views/wallCells'
import { ButtonLink } from '@/ui/press'
import { narrow, phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { WallPage } from '@/work/page/wall'
import { rowsHtml } from './rows'
import { UpNext } from './UpNext'
import { May } from '../shell/may'

/** A wall that hangs in the office keeps up with what the tablets send. */
const freshEveryMs = 60_000

const heads: readonly { readonly id: WallSort; readonly name: string; readonly className: string }[] = [
  { id: 'run', name: 'Run, dog', className: 'who' },
  { id: 'days', name: 'Days', className: 'days' },
  { id: 'chance', name: 'Ready', className: 'days' },
]

/**
 * All residents against the curriculum, with who needs a block beside it. A plain table: it hangs in the office, and a
 * phone that opens it for what is next has nothing of it to wake. On a phone it is folded away.
 */
export function Wall({
  view,
  sort,
  descending,
  ever,
}: {
  view: Packed<WallPage>
  sort: WallSort
  descending: boolean
  /** Some dog was or will be here, though none is today. */
  ever: boolean
}) {
  const router = useRouter()
  useEffect(() => {
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible') router.refresh()
    }, freshEveryMs)
    return () => clearInterval(timer)
  }, [router])
  const [open, setOpen] = useState(false)
  const rows = useMemo(() => rowsHtml(sortRows(view.rows, sort, descending), view.commands), [view, sort, descending])
  if (view.rows.length === 0) return <EmptyWall ever={ever} />
  return (
    <Screen>
      <Board>
        <Top>
          <h1>Wall</h1>
          <Unfold aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'Fold it away' : `Show all ${view.rows.length} dogs`}
          </Unfold>
          <Legend toldMinute={view.toldMinute} />
          {view.bad !== '' && <Bad>{view.bad}</Bad>}
          {view.trouble !== '' && (
            <Bad>
              {view.trouble} <Link href="/house#backup">What can be done</Link>
            </Bad>
          )}
        </Top>
        <Scroller data-open={open}>
          <Grid aria-label="Residents against the curriculum">
            <thead>
              <tr>
                {heads.map((h) => (
                  <th key={h.id} scope="col" className={h.className} aria-sort={sortOf(h.id, sort, descending)}>
                    <Link href={sortAddress(h.id, sort, descending)} replace scroll={false}>
                      {h.name}
                      <span aria-hidden="true">{h.id !== sort ? '' : descending ? ' ↑' : ' ↓'}</span>
                    </Link>
                  </th>
                ))}
                {view.commands.map((c) => (
                  <th key={c.id} scope="col">
                    {c.name}
                  </th>
                ))}
              </tr>
            </thead>
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
      <UpNext view={view} />
    </Screen>
  )
}

const sortOf = (id: WallSort, sort: WallSort, descending: boolean) =>
  id !== sort ? 'none' : descending ? 'descending' : 'ascending'
const sortAddress = (id: WallSort, sort: WallSort, descending: boolean) =>
  `/?sort=${id}${id === sort && !descending ? '&down=1' : ''}` as const

/** Where a plain click on a dog leads, without loading the page anew; undefined for any other click. */
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

function Legend({ toldMinute }: { toldMinute: number | undefined }) {
  const { sayMinute } = useWhen()
  const at = toldMinute === undefined ? '' : `, as of ${sayMinute(toldMinute)}`
  return (
    <Key>
      <span>taut: fresh</span>
      <span>sagging: going stale</span>
      <span>thick: proofed in more places</span>
      <span>ring: rung in hand</span>
      <span>bar: promised</span>
      <span>figures: rungs, then places</span>
      <span>
        ready: chance to be ready when it goes home{at}; ↑ ↓ since yesterday{' '}
        <May to="/forecasts">
          <Link href="/forecasts">how good they were</Link>
        </May>
      </span>
      <span className="unseen">Words used: {standingWords.join(', ')}</span>
    </Key>
  )
}

function EmptyWall({ ever }: { ever: boolean }) {
  if (ever)
    return (
      <Empty>
        <h1>No dog is here today</h1>
        <p>
          <Link href="/dogs">Those that went home</Link> are kept, and <Link href="/coming">those to come</Link> known.
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
      <p>
        The wall shows every resident’s commands as lines. Begin with somebody to hold the leash, then the first dog.
      </p>
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
const Bad = styled.p`
  color: var(--person);
  font-size: var(--t-2);
`
const Key = styled.p`
  display: flex;
  gap: 0 var(--s-6);
  font-size: var(--t-1);
  color: var(--ink-2);
  flex-wrap: wrap;
  ${phone} {
    display: none;
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
const Grid = styled.table`
  border-collapse: collapse;
  width: 100%;
  font-size: var(--t-3);
  thead th {
    text-align: left;
    font:
      560 var(--t-1)/1.2 'Hepta Slab Variable',
      serif;
    padding: 0.3rem 0.25rem;
    border-bottom: 1.5px solid var(--ink);
    white-space: nowrap;
    &.days {
      text-align: right;
    }
  }
  thead a {
    display: block;
    text-underline-offset: 0.2em;
  }
  ${phone} {
    display: block;
    thead {
      position: absolute;
      clip-path: inset(50%);
    }
    tbody {
      display: block;
    }
  }
  /* A row is drawn by the thousand: its parts are plain elements, and their looks stand here. */
  tbody tr {
    position: relative;
    border-bottom: 1px solid var(--rule);
    &:hover {
      background: var(--paper);
    }
    th,
    td {
      padding: 0.22rem 0.25rem;
      vertical-align: middle;
      text-align: left;
      font-weight: inherit;
    }
    .days {
      text-align: right;
      line-height: 1.1;
      b {
        font-size: var(--t-5);
        font-weight: 660;
        display: block;
      }
      &.ready b {
        font-size: var(--t-3);
        white-space: nowrap;
      }
      b.late {
        color: var(--person);
      }
      small {
        font-size: var(--t-1);
        color: var(--ink-2);
        white-space: nowrap;
      }
    }
    .aside {
      opacity: 0.75;
    }
    ${phone} {
      display: grid;
      grid-template-columns: repeat(6, minmax(0, 1fr));
      gap: var(--s-1) var(--s-3);
      padding: 0.6rem 0;
      td,
      th {
        display: block;
        padding: 0;
      }
      .who {
        grid-column: span 3;
      }
      .days {
        grid-column: span 1;
      }
      .days + .days {
        grid-column: span 2;
      }
      .command {
        grid-column: span 3;
        padding-top: 0.35rem;
      }
      .command.aside {
        display: none;
      }
    }
  }
  /* The link is the dog's name, and the whole row answers to it. */
  .who a {
    text-decoration: none;
    &::after {
      content: '';
      position: absolute;
      inset: 0;
    }
    &:focus-visible {
      outline: none;
      &::after {
        outline: 3px solid var(--focus);
        outline-offset: -3px;
      }
    }
    display: grid;
    grid-template-columns: 1.9rem 6.1rem;
    column-gap: var(--s-1);
    line-height: 1.1;
    .name {
      font-weight: 640;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      font-size: var(--t-4);
    }
    small {
      grid-column: 2;
      font-size: var(--t-1);
      color: var(--ink-2);
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    small.ready {
      color: var(--held);
      font-weight: 660;
    }
  }
  .run-number {
    grid-row: span 2;
    font:
      700 var(--t-6)/1 'Hepta Slab Variable',
      serif;
    align-self: center;
  }
  .who small.bite {
    color: var(--person);
    font-weight: 660;
  }
  .strand {
    display: flex;
    flex-wrap: wrap;
    align-items: flex-start;
    column-gap: var(--s-1);
    width: 5.95rem;
    line-height: 1.05;
    b {
      font-weight: 560;
      font-size: var(--t-1);
      letter-spacing: -0.04em;
      /* The longest figures, 11/12, stay on the line’s own row. */
      margin-right: -1rem;
      padding-top: 0.05rem;
    }
    .word {
      flex: 0 0 100%;
      font-size: var(--t-1);
      color: var(--ink);
      white-space: nowrap;
      margin-top: -0.15rem;
      em {
        font-style: normal;
        color: var(--ink-2);
      }
      .person,
      &.person {
        color: var(--person);
        font-weight: 620;
      }
      &.quiet {
        color: var(--ink-2);
      }
    }
    .label {
      display: none;
    }
    ${phone} {
      width: auto;
      .label {
        display: inline;
        font-weight: 620;
      }
      .word {
        white-space: normal;
      }
    }
  }
  .nothing {
    display: block;
    width: 1.2rem;
    border-top: 1px solid var(--rule-2);
    .label {
      display: none;
    }
    ${phone} {
      display: none;
    }
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
