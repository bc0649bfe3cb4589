'use client'
import styled from 'styled-components'

/** Nothing is kept under this address. Made of plain parts: this file is sent along with every page. */
export function Lost() {
  return (
    <Page>
      <h1>Nothing here by that address</h1>
      <p>
        The dog, command or handoff may have been from another kennel’s link, or the address was cut short. Nothing was
        changed.
      </p>
      <a href="/">Go to the wall</a>
    </Page>
  )
}

/** The page could not be made; what was recorded is safe. */
export function Broken({ retry }: { retry: () => void }) {
  return (
    <Page>
      <h1>This page could not be made</h1>
      <p>Everything recorded is saved. Try again. If that does not help, restart Kibou and read its log.</p>
      <button type="button" onClick={retry}>
        Try again
      </button>
    </Page>
  )
}

const Page = styled.div`
  max-width: 38rem;
  margin: 5rem auto;
  padding: 0 1.5rem;
  display: grid;
  gap: var(--s-6);
  justify-items: start;
  h1 {
    font-size: var(--t-9);
  }
  a,
  button {
    min-height: var(--touch);
    display: inline-grid;
    place-items: center;
    padding: 0 1.1rem;
    border: 1.5px solid var(--ink);
    border-radius: 4px;
    background: none;
    font-weight: 620;
    text-decoration: none;
    cursor: pointer;
  }
`
