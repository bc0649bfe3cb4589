'use client'
import { useRouter } from 'next/navigation'
import { useMemo } from 'react'
import styled from 'styled-components'
import { ButtonLink } from '@/ui/press'
import { narrow, phone } from '@/ui/theme'
import type { LockedWall as View } from '@/work/page/lockedWall'
import { Grid } from './Grid'
import { GridHead } from './GridHead'
import { Legend } from './Legend'
import { rowsHtml } from './rows'
import { useFresh } from './useFresh'

/** The wall on a tablet that hangs there, locked: to be read from across the room. A passcode opens it. */
export function LockedWall({ wall }: { wall: View }) {
  const router = useRouter()
  useFresh(router.refresh)
  const rows = useMemo(() => rowsHtml(wall.rows, wall.commands, { linked: false }), [wall])
  return (
    <Page>
      <header>
        <h1>{wall.kennel}</h1>
        <ButtonLink href="/sign-in?to=%2F">Unlock</ButtonLink>
        <Legend toldMinute={wall.toldMinute} />
      </header>
      <main>
        {wall.rows.length === 0 ? (
          <p>No dog is here today.</p>
        ) : (
          <Scroller tabIndex={0} role="region" aria-label="Wall">
            <Grid aria-label="Residents against the curriculum">
              <GridHead commands={wall.commands} />
              <tbody dangerouslySetInnerHTML={{ __html: rows }} />
            </Grid>
          </Scroller>
        )}
        {wall.upNext.length > 0 && (
          <Next aria-label="Up next">
            <h2>Up next</h2>
            <ol>
              {wall.upNext.map((r) => (
                <li key={r.runNumber}>
                  <b>{r.runNumber}</b> <strong>{r.name}</strong>
                  {r.biteHistory && <em> bite history</em>}
                  <span>{r.work}</span>
                  <small>{r.reason}</small>
                </li>
              ))}
            </ol>
          </Next>
        )}
      </main>
    </Page>
  )
}

const Page = styled.div`
  header {
    display: flex;
    align-items: center;
    flex-wrap: wrap;
    gap: var(--s-1) var(--s-7);
    padding: 0.5rem 1.25rem 0.4rem;
    border-bottom: 3px solid var(--ink);
    > a {
      margin-left: auto;
    }
    > p {
      flex: 0 0 100%;
    }
  }
  h1 {
    font-size: var(--t-7);
  }
  main {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 15.5rem;
    align-items: start;
    padding: 0.4rem 0 2rem 1.25rem;
    ${narrow} {
      grid-template-columns: minmax(0, 1fr);
    }
  }
  ${phone} {
    header,
    main {
      padding-inline: 0.9rem;
    }
  }
`
const Scroller = styled.div`
  position: relative;
  overflow-x: auto;
  ${phone} {
    overflow: visible;
  }
`
const Next = styled.section`
  padding: 0.35rem 1rem 0;
  ol {
    padding: 0;
    list-style: none;
    display: grid;
    gap: var(--s-4);
    margin-top: var(--s-3);
  }
  li > b {
    font:
      700 var(--t-5) / 1 'Hepta Slab Variable',
      serif;
  }
  em {
    font-style: normal;
    font-weight: 660;
    color: var(--person);
  }
  span,
  small {
    display: block;
    line-height: 1.25;
  }
  small {
    color: var(--ink-2);
  }
  ${narrow} {
    order: -1;
    padding-left: 0;
  }
`
