'use client'
import { useState, type ReactNode } from 'react'
import styled from 'styled-components'
import type { Disruption } from '@/core/demonstration/disruptions'
import { Press } from '@/ui/press'

/** What may come between, by name; one that is tapped says what is done then, and offers it. */
export function Ways({
  name,
  ways,
  act,
}: {
  name: string
  ways: readonly Disruption[]
  act: (way: Disruption) => ReactNode
}) {
  const [open, setOpen] = useState<string>()
  const way = ways.find((w) => w.id === open)
  return (
    <section aria-label={name}>
      {way ? (
        <Said>
          <b>{way.name}</b>
          <ul>
            {way.does.map((d) => (
              <li key={d}>{d}</li>
            ))}
          </ul>
          <Row>
            {act(way)}
            <Way onPress={() => setOpen(undefined)}>Something else</Way>
          </Row>
        </Said>
      ) : (
        <>
          <Name>{name}</Name>
          <Row>
            {ways.map((w) => (
              <Way key={w.id} onPress={() => setOpen(w.id)}>
                {w.name}
              </Way>
            ))}
          </Row>
        </>
      )}
    </section>
  )
}

const Name = styled.p`
  font-weight: 660;
`
const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s-3);
`
const Said = styled.div`
  border-left: 6px solid var(--person);
  padding-left: 0.7rem;
  ul {
    margin: 0.2rem 0 0.5rem;
    padding-left: 1.1rem;
  }
`
export const Way = styled(Press)`
  min-height: var(--touch);
  padding: 0 0.7rem;
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  background: none;
  color: var(--ink);
  cursor: pointer;
`
