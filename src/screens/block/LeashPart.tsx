import { useState } from 'react'
import { ToggleButtonGroup } from 'react-aria-components'
import styled from 'styled-components'
import { againstPair } from '@/core/block/partner'
import type { Setup } from '@/device/live/session'
import { Chip, ChipRow } from '@/ui/chips'
import { Press } from '@/ui/press'
import { useMeasures } from '@/ui/ways'
import type { BlockView } from '@/work/page/blockView'
import { One } from './One'

/** Who is on the leash, who helps, and which other dog is about. */
export function LeashPart({
  view,
  full,
  partners,
  onChange,
}: {
  view: BlockView
  full: Setup
  partners: readonly string[]
  onChange: (change: Partial<Setup>) => void
}) {
  const measures = useMeasures()
  const [choosingDog, setChoosingDog] = useState(false)
  const shown = view.others.filter((o) => partners.includes(o.residencyId) || o.residencyId === full.secondDog)
  if (choosingDog)
    return (
      <Many
        aria-label="Second dog"
        selectionMode="single"
        selectedKeys={full.secondDog === null ? [] : [full.secondDog]}
        onSelectionChange={(keys) => {
          const id = [...keys][0]
          onChange({ secondDog: id === undefined ? null : String(id) })
          setChoosingDog(false)
        }}
      >
        {view.others.map((o) => {
          const no = againstPair(view.self, o).find((a) => a.refuse)
          return (
            <Chip
              key={o.residencyId}
              id={o.residencyId}
              isDisabled={no !== undefined}
              aria-label={`${o.runNumber} ${o.name}${no ? `: ${measures.words(no.why)}` : ''}`}
            >
              {o.runNumber} {o.name}
            </Chip>
          )
        })}
      </Many>
    )
  return (
    <>
      <One
        label="Handler"
        now={full.personId}
        all={view.people.map((p) => ({ id: p.id, name: p.name.split(' ')[0] ?? p.name }))}
        say={(personId) => onChange({ personId })}
      />
      <ChipRow>
        <Chip isSelected={full.helper} onChange={(helper) => onChange({ helper })}>
          A helper
        </Chip>
        {shown.map((o) => (
          <Chip
            key={o.residencyId}
            isSelected={full.secondDog === o.residencyId}
            isDisabled={againstPair(view.self, o).some((a) => a.refuse)}
            onChange={(on) => onChange({ secondDog: on ? o.residencyId : null })}
          >
            {o.runNumber} {o.name}
          </Chip>
        ))}
        <Chip as={Press} onPress={() => setChoosingDog(true)}>
          {shown.length > 0 ? 'Another dog' : 'A second dog'}
        </Chip>
      </ChipRow>
    </>
  )
}

const Many = styled(ToggleButtonGroup)`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(6.4rem, 1fr));
  gap: var(--s-2);
`
