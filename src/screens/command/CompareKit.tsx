'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { kits } from '@/core/curriculum/types'
import { Choose } from '@/ui/Choose'
import { ButtonLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useMeasures } from '@/ui/ways'

/** Chooses what to compare: a rung that was passed, and two leashes, each with its own collar. */
export function CompareKit({
  residencyId,
  command,
  rungs,
  collars,
}: {
  residencyId: string
  command: string
  rungs: readonly { readonly id: string; readonly name: string }[]
  /** What this house puts on this dog. */
  collars: readonly string[]
}) {
  const { words } = useMeasures()
  const [rung, setRung] = useState(rungs[0]?.id ?? '')
  const [leashes, setLeashes] = useState(['1.8 m leash', '1.8 m leash'] as const)
  const [worn, setWorn] = useState([collars[0] ?? '', collars[1] ?? ''] as const)
  const put = <T,>(pair: readonly [T, T], i: 0 | 1, value: T): readonly [T, T] =>
    i === 0 ? [value, pair[1]] : [pair[0], value]
  const query = new URLSearchParams([
    ['rung', rung],
    ...leashes.map((k) => ['kit', k]),
    ...worn.map((c) => ['collar', c]),
  ])
  const alike = leashes[0] === leashes[1] && worn[0] === worn[1]
  return (
    <>
      <p>
        What works on one piece of kit only is not trained: the same rung on both, two sets each in turns, nothing else
        changed.
      </p>
      <Row>
        <Choose label="Rung" value={rung} onChange={setRung} choices={rungs} />
        {([0, 1] as const).map((i) => (
          <Side key={i} role="group" aria-label={i === 0 ? 'Used so far' : 'Next down'}>
            <Choose
              label={i === 0 ? 'Used so far' : 'Next down'}
              value={leashes[i]}
              onChange={(k) => setLeashes(put(leashes, i, k) as typeof leashes)}
              choices={kits.filter((k) => !collars.includes(k)).map((k) => ({ id: k, name: words(k) }))}
            />
            <Choose
              label="on its"
              value={worn[i]}
              onChange={(c) => setWorn(put(worn, i, c))}
              choices={collars.map((c) => ({ id: c, name: c }))}
            />
          </Side>
        ))}
        {alike ? (
          <span>Choose two that differ.</span>
        ) : (
          <ButtonLink href={`/dogs/${residencyId}/work/${command}?${query.toString()}`}>Work both in turns</ButtonLink>
        )}
      </Row>
    </>
  )
}

const Side = styled.div`
  display: grid;
  gap: var(--s-2);
`
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
