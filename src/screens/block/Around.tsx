'use client'
import { useState } from 'react'
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components'
import styled from 'styled-components'
import { Press } from '@/ui/press'
import { asksForFit } from '@/core/dog/collar'
import { heatFor, usualHumidity } from '@/core/dog/heat'
import { celsiusFrom, degreesIn } from '@/core/measures'
import { againstPair } from '@/core/block/partner'
import { levelWords } from '@/core/views/grid'
import { kits, noKit } from '@/core/curriculum/types'
import { distanceBands, startPositions } from '@/core/facts/words'
import { NeedsPerson } from '@/ui/NeedsPerson'
import type { BlockView } from '@/work/page/block'
import { Chip, Chips } from '@/ui/chips'
import { bandWords } from '../bandWords'
import type { Setup } from '@/device/live/session'
import { useMeasures } from '@/ui/ways'

const exercise = [
  { id: 'none', name: 'exercise: not said', ms: undefined },
  { id: '0', name: 'just now', ms: 0 },
  { id: '60', name: '1 h ago', ms: 3_600_000 },
  { id: '180', name: '3 h ago', ms: 3 * 3_600_000 },
] as const

type Part = 'place' | 'level' | 'kit' | 'leash' | 'heat' | 'pay'

/** What is about: place, level and distance, kit, hands and who helps, heat, pay. A tap each; the device remembers. */
export function Around({
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
  const [choosingDog, setChoosingDog] = useState(false)
  const [openedAt] = useState(() => Date.now())
  const other = view.others.find((o) => o.residencyId === full.secondDog)
  const shown = view.others.filter((o) => partners.includes(o.residencyId) || o.residencyId === full.secondDog)
  const parts: readonly { id: Part; name: string; now: string }[] = [
    { id: 'place', name: 'Place', now: view.places.find((p) => p.id === full.placeId)?.name ?? '' },
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
      name: 'Kit',
      now: [measures.words(full.kit), full.collar ?? (view.collars.some(asksForFit) ? 'collar?' : '')]
        .filter((s) => s !== '')
        .join(', '),
    },
    {
      id: 'leash',
      name: 'Leash',
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
    { id: 'pay', name: 'Pay', now: view.feeds.find((f) => f.id === full.feedId)?.name ?? '' },
  ]
  return (
    <Rows>
      <Tabs
        aria-label="What is about"
        selectionMode="single"
        disallowEmptySelection
        selectedKeys={[part]}
        onSelectionChange={(keys) => {
          setPart(parts.find((p) => p.id === [...keys][0])?.id ?? 'level')
          setChoosingDog(false)
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
              label="Place"
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
        {part === 'kit' && (
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
        )}
        {part === 'leash' && !choosingDog && (
          <>
            <One
              label="On the leash"
              now={full.personId}
              all={view.people.map((p) => ({ id: p.id, name: p.name.split(' ')[0] ?? p.name }))}
              say={(personId) => onChange({ personId })}
            />
            <Group>
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
            </Group>
          </>
        )}
        {part === 'leash' && choosingDog && (
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
        )}
        {part === 'heat' && (
          <>
            <Group>
              <Step
                label="degrees"
                value={
                  full.temperatureC === null ? null : Math.round(degreesIn(full.temperatureC, measures.temperatures))
                }
                unit={`°${measures.temperatures}`}
                start={Math.round(degreesIn(15, measures.temperatures))}
                by={1}
                least={Math.round(degreesIn(-30, measures.temperatures))}
                most={Math.round(degreesIn(50, measures.temperatures))}
                onChange={(degrees) =>
                  onChange({
                    temperatureC:
                      degrees === null ? null : Math.round(celsiusFrom(degrees, measures.temperatures) * 10) / 10,
                  })
                }
              />
              <Step
                label="humidity"
                value={full.humidity}
                unit="%"
                start={usualHumidity}
                by={5}
                least={0}
                most={100}
                onChange={(humidity) => onChange({ humidity })}
              />
            </Group>
            <One
              label="Exercise"
              now={
                full.exercisedAt === undefined
                  ? 'none'
                  : (exercise.find((e) => e.ms !== undefined && openedAt - e.ms === full.exercisedAt)?.id ?? '')
              }
              all={exercise.map((e) => ({ id: e.id, name: e.name }))}
              say={(id) => {
                const ms = exercise.find((e) => e.id === id)?.ms
                onChange({ exercisedAt: ms === undefined ? undefined : openedAt - ms })
              }}
            />
          </>
        )}
        {part === 'pay' && (
          <One
            label="Pay"
            now={full.feedId ?? ''}
            all={view.feeds.map((f) => ({ id: f.id ?? '', name: f.name }))}
            say={(id) => onChange({ feedId: id === '' ? null : id })}
          />
        )}
      </Open>
      {other &&
        againstPair(view.self, other).map((a) => <NeedsPerson key={a.why}>{measures.words(a.why)}</NeedsPerson>)}
    </Rows>
  )
}

/** What the heat says about work here; nothing when it is fine or nobody looked. */
export function HeatWarning({
  view,
  full,
}: {
  view: BlockView
  full: Pick<Setup, 'placeId' | 'temperatureC' | 'humidity'>
}) {
  const measures = useMeasures()
  const heat = heatFor(
    full.temperatureC,
    full.humidity,
    view.places.find((p) => p.id === full.placeId)?.indoors ?? false,
    view.resident.traits,
    view.today,
  )
  if (!heat || heat.say === 'fine') return null
  const lower = heat.because.length > 0 ? ` Lower for this dog: ${heat.because.join(', ')}.` : ''
  return (
    <NeedsPerson>
      {heat.say === 'stop' ? 'Too hot for work outdoors' : 'Heat: short, shade, water'}: heat index{' '}
      {measures.temperature(heat.indexC)},{' '}
      {heat.say === 'stop'
        ? `stop from ${measures.temperature(heat.stopFrom)}`
        : `care from ${measures.temperature(heat.careFrom)}`}
      .{lower} The index was made for people: stop sooner if in doubt. Collapse, vomiting, glassy eyes: shade, water,
      vet.
    </NeedsPerson>
  )
}

function One({
  label,
  now,
  all,
  say,
}: {
  label: string
  now: string
  all: readonly { id: string; name: string; words?: string }[]
  say: (id: string) => void
}) {
  return (
    <Chips
      aria-label={label}
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[now]}
      onSelectionChange={(keys) => {
        const id = [...keys][0]
        if (id !== undefined) say(String(id))
      }}
    >
      {all.map((a) => (
        <Chip key={a.id} id={a.id} {...(a.words === undefined ? {} : { 'aria-label': `Level ${a.name}: ${a.words}` })}>
          {a.name}
        </Chip>
      ))}
    </Chips>
  )
}

function Step({
  label,
  value,
  unit,
  start,
  by,
  least,
  most,
  onChange,
}: {
  label: string
  value: number | null
  unit: string
  start: number
  by: number
  least: number
  most: number
  onChange: (v: number | null) => void
}) {
  const to = (v: number) => onChange(Math.min(most, Math.max(least, v)))
  return (
    <StepRoot role="group" aria-label={label}>
      <Chip as={Press} aria-label={`Less ${label}`} onPress={() => to(value === null ? start : value - by)}>
        −
      </Chip>
      <b>
        {value === null ? '–' : value} {unit}
      </b>
      <Chip as={Press} aria-label={`More ${label}`} onPress={() => to(value === null ? start : value + by)}>
        +
      </Chip>
    </StepRoot>
  )
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
const Many = styled(ToggleButtonGroup)`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(6.4rem, 1fr));
  gap: var(--s-2);
`
const Group = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-2);
`
const StepRoot = styled.div`
  display: flex;
  align-items: center;
  gap: var(--s-2);
  b {
    min-width: 3.6rem;
    text-align: center;
  }
`
