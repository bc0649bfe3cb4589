'use client'
import { Suspense, useState, useSyncExternalStore, type ReactNode } from 'react'
import styled from 'styled-components'
import { phone, phoneQuery } from './theme'

const subscribe = (changed: () => void) => {
  const query = window.matchMedia(phoneQuery)
  query.addEventListener('change', changed)
  return () => query.removeEventListener('change', changed)
}
/** Whether there is a phone's width only; false on the server, which cannot know. */
const usePhone = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => window.matchMedia(phoneQuery).matches,
    () => false,
  )

/**
 * A part of a page with its heading: there at a desk, folded away on a phone until it is asked for. `late`: its content
 * is not even made on a phone before that. It wakes by itself, so that a long page does not wake in one breath.
 */
export function Fold({
  id,
  title,
  note,
  late = false,
  start = false,
  children,
}: {
  id: string
  title: string
  /** What is in it, for who decides whether to open it. */
  note?: string | undefined
  late?: boolean
  /** Open on a phone too, to begin with. */
  start?: boolean
  children: ReactNode
}) {
  const [open, setOpen] = useState(start)
  const small = usePhone()
  return (
    <Root aria-labelledby={id}>
      <h2 id={id}>
        <span className="desk">{title}</span>
        <button type="button" aria-expanded={open} aria-controls={`${id}-in`} onClick={() => setOpen(!open)}>
          {title} {note && <small>{note}</small>} <i aria-hidden="true">{open ? '▴' : '▾'}</i>
        </button>
      </h2>
      <div id={`${id}-in`} data-open={open}>
        <Suspense>{late && small && !open ? null : children}</Suspense>
      </div>
    </Root>
  )
}

const Root = styled.section`
  min-width: 0;
  margin-top: var(--s-5);
  ${phone} {
    margin-top: 0;
  }
  > h2 > button {
    display: none;
  }
  ${phone} {
    > h2 > .desk {
      display: none;
    }
    > h2 > button {
      display: flex;
      align-items: baseline;
      gap: var(--s-3);
      width: 100%;
      min-height: var(--touch);
      padding: 0.5rem 0;
      border: 0;
      border-top: 1.5px solid var(--ink);
      background: none;
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    > h2 small {
      flex: 1;
      font:
        400 var(--t-2)/1.2 'Atkinson Hyperlegible Next Variable',
        sans-serif;
      color: var(--ink-2);
    }
    > h2 i {
      margin-left: auto;
    }
    > [data-open='false'] {
      display: none;
    }
  }
`
