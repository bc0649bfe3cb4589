'use client'
import type { ReactNode } from 'react'
import styled from 'styled-components'
import { phone } from '@/ui/theme'

/** The kennel's door: its name, the line, and what is asked. */
export function DoorPage({ kennel, children }: { kennel: string; children: ReactNode }) {
  return (
    <Page>
      <header>
        <svg viewBox="0 0 440 60" width="100%" aria-hidden="true" preserveAspectRatio="none">
          <rect x="2" y="4" width="9" height="52" fill="currentColor" />
          <path
            d="M8 20 Q190 78 392 20"
            fill="none"
            stroke="currentColor"
            strokeWidth="4"
            vectorEffect="non-scaling-stroke"
          />
        </svg>
        <p>{kennel}</p>
      </header>
      <main>{children}</main>
    </Page>
  )
}

const Page = styled.div`
  max-width: 56rem;
  margin: 0 auto;
  padding: 3rem 1.5rem;
  display: grid;
  gap: var(--s-7);
  header p {
    font:
      760 var(--t-10)/1 'Hepta Slab Variable',
      serif;
    letter-spacing: -0.02em;
    margin-top: 0.6rem;
  }
  header svg {
    height: 3.4rem;
    color: var(--held);
  }
  main,
  form {
    display: grid;
    gap: var(--s-6);
  }
  h1 {
    font-size: var(--t-6);
  }
  form > button {
    justify-self: start;
  }
  ${phone} {
    padding: 1.2rem 0.9rem;
    header p {
      font-size: var(--t-8);
    }
  }
`
