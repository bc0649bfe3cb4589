'use client'
import { useState } from 'react'
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components'
import styled from 'styled-components'
import { againstPair } from '@/core/block/partner'
import { kits, noKit } from '@/core/curriculum/types'
import { asksForFit } from '@/core/dog/collar'
import { distanceBands, startPositions } from '@/core/facts/words'
import { levelWords } from '@/core/views/grid'
import type { Setup } from '@/device/live/session'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { useMeasures } from '@/ui/ways'
import type { BlockView } from '@/work/page/blockView'
import { bandWords } from '../bandWords'
import { HeatPart } from './HeatPart'
import { LeashPart } from './LeashPart'
import { One } from './One'

type Part = 'place' | 'level' | 'kit' | 'leash' | 'heat' | 'pay'

/** What is about: place, level and distance, kit, hands and who helps, heat, pay. A tap each; the device remembers. */
export function ConditionsForm({
  view,
  full,
  partners,
  trial,
  onChange,
}: {
  view: BlockView
  full: Setup
  partners: readonly string[]
  trial: boolean
  onChange: (change: Partial<Setup>) => void
}) {
  const measures = useMeasures()
  const [part, setPart] = useState<Part>('level')
  const [openedAt] = useState(() => Date.now())
  const other = view.others.find((o) => o.residencyId === full.secondDog)
  const parts = partsOf(view, full, other, measures)
  return (
    <Rows>
      <Tabs
        aria-label="What is about"
        selectionMode="single"
        disallowEmptySelection
        selectedKeys={[part]}
        onSelectionChange={(keys) => {
          setPart(parts.find((p) => p.id === [...keys][0])?.id ?? 'level')
        }}
      >
        {parts
          .filter((p) => !(trial && p.id === 'kit'))
          .map((p) => (
            <Tab key={p.id} id={p.id}>
              <small>{p.name}</small>
              <b>{p.now}</b>
            </Tab>
          ))}
      </Tabs>
      <Open>
        {part === 'place' && (
          <>
            <One
              label="Location"
              now={full.placeId}
              all={view.places.map((p) => ({ id: p.id, name: p.name }))}
              say={(placeId) => onChange({ placeId })}
            />
            <One
              label="Begun from"
              now={full.startPosition ?? ''}
              all={[{ id: '', name: 'from: not said' }, ...startPositions.map((p) => ({ id: p, name: p }))]}
              say={(p) => onChange({ startPosition: startPositions.find((s) => s === p) })}
            />
          </>
        )}
        {part === 'level' && (
          <>
            <One
              label="Level"
              now={String(full.level)}
              all={levelWords.map((words, i) => ({ id: String(i), name: String(i), words }))}
              say={(l) => onChange({ level: Number(l) })}
            />
            {full.level > 0 && (
              <One
                label="Distance"
                now={full.band ?? ''}
                all={distanceBands.map((b) => ({ id: b, name: measures.words(bandWords[b]) }))}
                say={(b) => onChange({ band: distanceBands.find((d) => d === b) ?? null })}
              />
            )}
            <small>{levelWords[full.level]}</small>
          </>
        )}
        {part === 'kit' && <KitPart view={view} full={full} onChange={onChange} />}
        {part === 'leash' && <LeashPart view={view} full={full} partners={partners} onChange={onChange} />}
        {part === 'heat' && <HeatPart full={full} openedAt={openedAt} onChange={onChange} />}
        {part === 'pay' && <PayPart view={view} full={full} onChange={onChange} />}
      </Open>
      {other &&
        againstPair(view.self, other).map((a) => <NeedsPerson key={a.why}>{measures.words(a.why)}</NeedsPerson>)}
    </Rows>
  )
}

interface PartProps {
  readonly view: BlockView
  readonly full: Setup
  readonly onChange: (change: Partial<Setup>) => void
}

function KitPart({ view, full, onChange }: PartProps) {
  const measures = useMeasures()
  return (
    <>
      <One
        label="Leash"
        now={full.kit}
        all={kits
          .filter((k) => !view.collars.includes(k) || k === full.kit)
          .map((k) => ({ id: k, name: k === noKit ? 'no leash' : measures.words(k) }))}
        say={(k) => {
          const kit = kits.find((x) => x === k)
          if (kit) onChange({ kit })
        }}
      />
      <One
        label="Collar"
        now={full.collar ?? ''}
        all={view.collars.map((c) => ({ id: c, name: c }))}
        say={(collar) => onChange({ collar, fitted: undefined })}
      />
    </>
  )
}

const PayPart = ({ view, full, onChange }: PartProps) => (
  <>
    <One
      label="Reward"
      now={full.feedId ?? ''}
      all={view.feeds.map((f) => ({ id: f.id ?? '', name: f.name }))}
      say={(id) => onChange({ feedId: id === '' ? null : id })}
    />
    <One
      label="Pieces"
      now={full.halved ? 'half' : 'whole'}
      all={[
        { id: 'whole', name: 'whole' },
        { id: 'half', name: 'broken in two' },
      ]}
      say={(id) => onChange({ halved: id === 'half' })}
    />
  </>
)

/** Each part with what it is now, in a word. */
function partsOf(
  view: BlockView,
  full: Setup,
  other: BlockView['others'][number] | undefined,
  measures: ReturnType<typeof useMeasures>,
): readonly { readonly id: Part; readonly name: string; readonly now: string }[] {
  return [
    { id: 'place', name: 'Location', now: view.places.find((p) => p.id === full.placeId)?.name ?? '' },
    {
      id: 'level',
      name: 'Level',
      now:
        full.level === 0
          ? '0, quiet'
          : `${full.level}, ${full.band ? measures.words(bandWords[full.band]) : 'no distance'}`,
    },
    {
      id: 'kit',
      name: 'Equipment',
      now: [measures.words(full.kit), full.collar ?? (view.collars.some(asksForFit) ? 'collar?' : '')]
        .filter((s) => s !== '')
        .join(', '),
    },
    {
      id: 'leash',
      name: 'Handler',
      now: [
        view.people.find((p) => p.id === full.personId)?.name.split(' ')[0] ?? '',
        ...(full.helper ? ['helper'] : []),
        ...(other ? [other.name] : []),
      ].join(', '),
    },
    {
      id: 'heat',
      name: 'Heat',
      now: full.temperatureC === null ? 'not read' : measures.temperature(full.temperatureC),
    },
    { id: 'pay', name: 'Reward', now: view.feeds.find((f) => f.id === full.feedId)?.name ?? '' },
  ]
}

const Rows = styled.div`
  display: grid;
  gap: var(--s-3);
`
const Tabs = styled(ToggleButtonGroup)`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  border-top: 2px solid var(--ink);
`
const Tab = styled(ToggleButton)`
  min-height: var(--touch-wide);
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: var(--ink);
  text-align: left;
  padding: 0.2rem 0.3rem;
  display: grid;
  align-content: center;
  cursor: pointer;
  small {
    font-size: var(--t-1);
  }
  b {
    font-size: var(--t-3);
    line-height: 1.1;
    overflow: hidden;
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
  }
  &[data-selected='true'] {
    border-bottom: 5px solid var(--ink);
  }
`
/** As high as the tallest of its contents, so that nothing below it jumps. */
const Open = styled.div`
  display: grid;
  gap: var(--s-2);
  align-content: start;
  min-height: 6.2rem;
  small {
    font-size: var(--t-2);
  }
`
