'use client'
import { useState, useSyncExternalStore } from 'react'
import styled from 'styled-components'
import { wayFields } from '@/core/house/sections'
import { proposedWays, timeZones } from '@/core/house/proposed'
import type { HouseWays } from '@/core/measures'
import { Choose } from '@/ui/Choose'
import { phone } from '@/ui/theme'

const nothingChanges = () => () => undefined

/** How a new house measures and reads: proposed from what the browser says of itself, and all to be chosen. */
export function HouseWaysFields() {
  // Only the browser knows where it is: until it has woken, a plain house is drawn.
  const language = useSyncExternalStore(
    nothingChanges,
    () => navigator.language,
    () => '',
  )
  const here = useSyncExternalStore(
    nothingChanges,
    () => Intl.DateTimeFormat().resolvedOptions().timeZone,
    () => '',
  )
  const [chosen, setChosen] = useState<Partial<Record<keyof HouseWays | 'timeZone', string>>>({})
  const zone = chosen.timeZone ?? here
  const ways: Readonly<Record<keyof HouseWays, string>> = { ...proposedWays(language), ...chosen }
  return (
    <Ways aria-labelledby="ways">
      <h2 id="ways">Units and formats of this kennel</h2>
      <p>Proposed from this browser; all of it can be changed later in Settings.</p>
      <div>
        <Choose
          label="Time zone"
          name="timeZone"
          value={zone === '' ? null : zone}
          onChange={(timeZone) => setChosen({ ...chosen, timeZone })}
          choices={timeZones(zone).map((id) => ({ id, name: id.replaceAll('_', ' ') }))}
        />
        {wayFields.map(({ name, label, choices }) => (
          <Choose
            key={name}
            label={label}
            name={name}
            value={ways[name]}
            onChange={(v) => setChosen({ ...chosen, [name]: v })}
            choices={choices}
          />
        ))}
      </div>
    </Ways>
  )
}

const Ways = styled.section`
  h2 {
    font-size: var(--t-5);
  }
  > div {
    display: grid;
    grid-template-columns: repeat(4, minmax(0, 1fr));
    gap: var(--s-5);
    margin-top: 0.5rem;
  }
  ${phone} {
    > div {
      grid-template-columns: repeat(2, minmax(0, 1fr));
    }
  }
`
