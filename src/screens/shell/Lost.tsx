'use client'
import styled from 'styled-components'
import { Button, ButtonLink } from '@/ui/parts'

/** Nothing is kept under this address. */
export function Lost() {
  return (
    <Page>
      <h1>Nothing here by that address</h1>
      <p>
        The dog, command or handoff may have been from another kennel’s link, or the address was cut short. Nothing was
        changed.
      </p>
      <ButtonLink href="/">To the wall</ButtonLink>
    </Page>
  )
}

/** The page could not be made; what was recorded is safe. */
export function Broken({ retry }: { retry: () => void }) {
  return (
    <Page>
      <h1>This page could not be made</h1>
      <p>What was recorded is kept. Try again; if it stays so, restart Kibou and read its log.</p>
      <Button onPress={retry}>Try again</Button>
    </Page>
  )
}

const Page = styled.div`
  max-width: 38rem;
  margin: 5rem auto;
  padding: 0 1.5rem;
  display: grid;
  gap: 1rem;
  justify-items: start;
  h1 {
    font-size: 2rem;
  }
`
