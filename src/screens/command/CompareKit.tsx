'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { kits } from '@/core/curriculum/types'
import { Choose } from '@/ui/Choose'
import { ButtonLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useMeasures } from '@/ui/ways'

/** Chooses what to compare: a rung that was passed, and the piece of kit to come down to. */
export function CompareKit({
  residencyId,
  command,
  rungs,
}: {
  residencyId: string
  command: string
  rungs: readonly { readonly id: string; readonly name: string }[]
}) {
  const { words } = useMeasures()
  const [rung, setRung] = useState(rungs[0]?.id ?? '')
  const [from, setFrom] = useState<string>('1.8 m leash')
  const [to, setTo] = useState<string>('flat collar')
  const choices = (other: string) => kits.filter((k) => k !== other).map((k) => ({ id: k, name: words(k) }))
  const query = new URLSearchParams([
    ['rung', rung],
    ['kit', from],
    ['kit', to],
  ])
  return (
    <>
      <p>
        What works on one piece of kit only is not trained: the same rung on both, two sets each in turns, nothing else
        changed.
      </p>
      <Row>
        <Choose label="Rung" value={rung} onChange={setRung} choices={rungs} />
        <Choose label="Used so far" value={from} onChange={setFrom} choices={choices(to)} />
        <Choose label="Next down" value={to} onChange={setTo} choices={choices(from)} />
        <ButtonLink href={`/dogs/${residencyId}/work/${command}?${query.toString()}`}>Work both in turns</ButtonLink>
      </Row>
    </>
  )
}

const Row = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 14rem) repeat(2, minmax(0, 12rem)) max-content;
  gap: var(--s-4);
  align-items: end;
  margin: 0.5rem 0 1rem;
  ${phone} {
    grid-template-columns: 1fr 1fr;
    > :first-child,
    > :last-child {
      grid-column: 1 / -1;
    }
  }
`
