'use client'
import Link from 'next/link'
import { useState } from 'react'
import { Button as AriaButton, Disclosure, DisclosurePanel, Label, NumberField } from 'react-aria-components'
import styled from 'styled-components'
import { findCommand } from '@/core/curriculum/lookup'
import { levelWords } from '@/core/proofing/grid'
import { kits } from '@/core/wire'
import { Choose, FieldInput, NeedsPerson, Quiet } from '@/ui/parts'
import type { SessionView } from '@/work/session'
import { useKeys } from './useKeys'
import type { Setup } from './useSetSession'
import { Bottom } from './Working'

/** Before the set: rung, place, leash holder, distraction and kit, each with a default, so that one tap begins. */
export function SetupPanel({ view, full, onChange, onBegin, blocked }: { view: SessionView; full: Setup; onChange: (c: Partial<Setup>) => void; onBegin: () => void; blocked: { text: string; href: string } | undefined }) {
  const runs = findCommand(view.curriculum, view.command)?.runs ?? []
  const rungs = runs.flatMap((run) => run.rungs.map((r) => ({ id: r.id, name: r.name, note: runs.length > 1 ? `${run.name.toLowerCase()}: ${r.criterion.words}` : r.criterion.words })))
  useKeys({ Enter: onBegin })
  const [openedAt] = useState(() => Date.now())
  return (
    <Bottom>
      {blocked && <NeedsPerson>{blocked.text} <Link href={blocked.href}>Go there</Link></NeedsPerson>}
      <Options>
        {!view.trial && <Wide><Choose label="Rung" value={full.rungId} onChange={(id) => onChange({ rungId: id })} choices={rungs} /></Wide>}
        <Choose label="Place" value={full.placeId} onChange={(id) => onChange({ placeId: id })} choices={view.places} />
        <Choose label="On the leash" value={full.personId} onChange={(id) => onChange({ personId: id })} choices={view.people} />
        <Choose label="Distraction" value={String(full.level)} onChange={(id) => onChange({ level: Number(id) })} choices={levels} />
        {!view.trial && <Choose label="Kit" value={full.kit} onChange={(id) => { const kit = kits.find((k) => k === id); if (kit) onChange({ kit }) }} choices={kits.map((k) => ({ id: k, name: k }))} />}
        <Conditions defaultExpanded={view.trial !== undefined}>
          <Quiet slot="trigger">Heat, exercise</Quiet>
          <DisclosurePanel>
            <Amount label="Degrees, °C" value={full.temperatureC} min={-40} max={55} onChange={(temperatureC) => onChange({ temperatureC })} />
            <Amount label="Minutes since exercise" value={full.exercisedAt === undefined ? null : Math.round((openedAt - full.exercisedAt) / 60_000)} min={0} max={1440} onChange={(m) => onChange({ exercisedAt: m === null ? undefined : openedAt - m * 60_000 })} />
          </DisclosurePanel>
        </Conditions>
      </Options>
      <Go onPress={onBegin}>Begin set</Go>
    </Bottom>
  )
}

function Amount({ label, value, min, max, onChange }: { label: string; value: number | null; min: number; max: number; onChange: (value: number | null) => void }) {
  return (
    <NumberField value={value ?? Number.NaN} minValue={min} maxValue={max} onChange={(n) => onChange(Number.isNaN(n) ? null : n)}>
      <Label>{label}</Label>
      <FieldInput />
    </NumberField>
  )
}

const short = ['quiet, known', 'handler busy', 'food on floor', 'people playing', 'dog passing', 'busy place']
const levels = levelWords.map((note, i) => ({ id: String(i), name: `${i} ${short[i] ?? ''}`, note }))

const Options = styled.div`display: grid; grid-template-columns: 1fr 1fr; gap: 0.5rem 0.6rem; label { font-size: 0.85rem; font-weight: 560; color: var(--ink-2); }`
const Wide = styled.div`grid-column: 1 / -1;`
const Conditions = styled(Disclosure)`grid-column: 1 / -1; [role='group'] { display: grid; grid-template-columns: 1fr 1fr; gap: 0.5rem 0.6rem; } [role='group'][hidden] { display: none; }`
const Go = styled(AriaButton)`min-height: 5rem; border: 0; border-radius: 6px; background: var(--now); color: var(--on-now); font: 720 1.5rem/1 'Hepta Slab Variable', serif; cursor: pointer; &[data-pressed='true'] { filter: brightness(0.92); }`
