'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { kits } from '@/core/curriculum/types'
import { wornText } from '@/core/evidence/kit'
import { Choose } from '@/ui/Choose'
import { ButtonLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useMeasures } from '@/ui/ways'
import type { ResidencyId } from '@/core/ids'

interface Side {
  readonly kit: string
  readonly collar: string
}
const sideNames = ['Used so far', 'Next down']

/** Chooses what to compare: a rung that was passed, and two leashes, each with its own collar. */
export function CompareKit({
  residencyId,
  command,
  rungs,
  collars,
}: {
  residencyId: ResidencyId
  command: string
  rungs: readonly { readonly id: string; readonly name: string }[]
  /** What this house puts on this dog. */
  collars: readonly string[]
}) {
  const { words } = useMeasures()
  const [rung, setRung] = useState(rungs[0]?.id ?? '')
  const [sides, setSides] = useState<readonly [Side, Side]>([
    { kit: '1.8 m leash', collar: collars[0] ?? '' },
    { kit: '1.8 m leash', collar: collars[1] ?? '' },
  ])
  const change = (i: number, to: Partial<Side>) =>
    setSides(([a, b]) => (i === 0 ? [{ ...a, ...to }, b] : [a, { ...b, ...to }]))
  const query = new URLSearchParams([
    ['rung', rung],
    ...sides.map(({ kit }) => ['kit', kit]),
    ...sides.map(({ collar }) => ['collar', collar]),
  ])
  const alike = wornText(sides[0]) === wornText(sides[1])
  return (
    <>
      <p>
        What works on one piece of equipment only is not trained. Work the same rung on both, two sets each in turns,
        and change nothing else.
      </p>
      <Row>
        <Choose label="Rung" value={rung} onChange={setRung} choices={rungs} />
        {sides.map(({ kit, collar }, i) => (
          <Pair key={sideNames[i]} role="group" aria-label={sideNames[i]}>
            <Choose
              label={sideNames[i] ?? ''}
              value={kit}
              onChange={(to) => change(i, { kit: to })}
              choices={kits.filter((k) => !collars.includes(k)).map((k) => ({ id: k, name: words(k) }))}
            />
            <Choose
              label="on its"
              value={collar}
              onChange={(to) => change(i, { collar: to })}
              choices={collars.map((c) => ({ id: c, name: c }))}
            />
          </Pair>
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

const Pair = styled.div`
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
