'use client'
import { useEffect, useState } from 'react'
import styled from 'styled-components'
import { proposedWays, timeZones } from '@/core/house/proposed'
import { plainWays, type HouseWays } from '@/core/measures'
import { Choose } from '@/ui/Choose'
import { phone } from '@/ui/theme'

type Key = keyof HouseWays
const asked: readonly {
  readonly key: Key
  readonly label: string
  readonly choices: readonly (readonly [string, string])[]
}[] = [
  {
    key: 'clock',
    label: 'Clock',
    choices: [
      ['24', '24 hours'],
      ['12', '12 hours'],
    ],
  },
  {
    key: 'week',
    label: 'The week begins on',
    choices: [
      ['monday', 'Monday'],
      ['sunday', 'Sunday'],
    ],
  },
  {
    key: 'dates',
    label: 'Dates',
    choices: [
      ['day-first', 'day first'],
      ['month-first', 'month first'],
    ],
  },
  {
    key: 'unit',
    label: 'Weights in',
    choices: [
      ['kg', 'kg'],
      ['lb', 'lb'],
    ],
  },
  {
    key: 'lengths',
    label: 'Lengths in',
    choices: [
      ['m', 'm'],
      ['ft', 'ft'],
    ],
  },
  {
    key: 'temperatures',
    label: 'Temperatures in',
    choices: [
      ['C', '°C'],
      ['F', '°F'],
    ],
  },
  {
    key: 'paper',
    label: 'Paper',
    choices: [
      ['A', 'A4, cards A6'],
      ['Letter', 'Letter, index cards'],
    ],
  },
]

/** How a new house measures and reads: proposed from what the browser says of itself, and all to be chosen. */
export function HouseWaysFields() {
  const [ways, setWays] = useState<Readonly<Record<Key, string>>>(plainWays)
  const [zone, setZone] = useState('')
  useEffect(() => {
    // Only the browser knows where it is: what the server drew is changed once it has woken.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setWays(proposedWays(navigator.language))
    setZone(Intl.DateTimeFormat().resolvedOptions().timeZone)
  }, [])
  return (
    <Ways aria-labelledby="ways">
      <h2 id="ways">How this house measures and reads</h2>
      <p>Proposed from this browser; all of it can be changed later on the page of the house.</p>
      <div>
        <Choose
          label="Time zone"
          name="timeZone"
          value={zone === '' ? null : zone}
          onChange={setZone}
          choices={timeZones(zone).map((id) => ({ id, name: id.replaceAll('_', ' ') }))}
        />
        {asked.map(({ key, label, choices }) => (
          <Choose
            key={key}
            label={label}
            name={key}
            value={ways[key]}
            onChange={(v) => setWays({ ...ways, [key]: v })}
            choices={choices.map(([id, name]) => ({ id, name }))}
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
