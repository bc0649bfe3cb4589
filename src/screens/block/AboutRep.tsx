'use client'
import { memo } from 'react'
import { Button as AriaButton, ToggleButton, ToggleButtonGroup } from 'react-aria-components'
import styled from 'styled-components'
import { promptLevels } from '@/core/curriculum/types'
import { attentions } from '@/core/wire'
import type { LiveRep } from './resume'
import type { RepExtras } from './useBlock'

const promptWords: Readonly<Record<(typeof promptLevels)[number], string>> = { none: 'No help', 'smaller-signal': 'Small signal', 'full-signal': 'Full signal', lure: 'Lure', leash: 'Leash' }

/** More about the newest rep, a tap each, none of it needed: help, faults, cues said, where it looked, what was really paid. */
export function AboutRep({ rep, faults, recall, amend, onDone }: { rep: LiveRep | undefined; faults: readonly string[]; recall: boolean; amend: (change: RepExtras) => void; onDone: () => void }) {
  const done = rep?.done
  if (!done) return <Panel><p>{rep ? 'That rep was recorded elsewhere; its page can correct it.' : 'There is no rep yet.'}</p><Done onPress={onDone}>Back to the set</Done></Panel>
  return (
    <Panel>
      <One label="Help" now={done.prompt ?? ''} all={promptLevels.map((p) => ({ id: p, name: promptWords[p] }))} say={(id) => amend({ prompt: promptLevels.find((p) => p === id) ?? null })} />
      {faults.length > 0 && (
        <Chips aria-label="Faults" selectionMode="multiple" selectedKeys={done.faults} onSelectionChange={(keys) => amend({ faults: [...keys].map(String) })}>
          {faults.map((f) => <Chip key={f} id={f}>{f}</Chip>)}
        </Chips>
      )}
      {recall && <One label="It was" now={done.attention ?? ''} all={attentions.map((a) => ({ id: a, name: a }))} say={(id) => amend({ attention: attentions.find((a) => a === id) ?? null })} />}
      <One label="Cue said" now={String(done.cuesSaid ?? '')} all={['0', '1', '2', '3'].map((n) => ({ id: n, name: n === '0' ? 'not' : `${n}×` }))} say={(id) => amend({ cuesSaid: id === '' ? null : Number(id) })} />
      <One label="Paid" now={String(done.pieces ?? '')} all={['0', '1', '2', '3', '5'].map((n) => ({ id: n, name: n === '0' ? 'nothing' : n }))} say={(id) => amend({ pieces: id === '' ? null : Number(id) })} />
      {recall && <One label="For the sit" now={String(done.sitPieces ?? '')} all={['0', '1', '2'].map((n) => ({ id: n, name: n === '0' ? 'nothing' : n }))} say={(id) => amend({ sitPieces: id === '' ? null : Number(id) })} />}
      <Two>
        <Chip as={ToggleButton} isSelected={done.payError} onChange={(payError) => amend({ payError })}>Paid by a slip</Chip>
        <Done onPress={onDone}>Back to the set</Done>
      </Two>
    </Panel>
  )
}

/** The newest rep, one tap further: the help it had, or what was seen. */
export const LastChips = memo(function LastChips({ rep, faults, amend }: { rep: LiveRep | undefined; faults: readonly string[]; amend: (change: RepExtras) => void }) {
  const done = rep?.done
  if (!done) return null
  if (done.outcome === 'helped')
    return (
      <Chips aria-label="Help of the last rep" selectionMode="single" selectedKeys={done.prompt === null ? [] : [done.prompt]} onSelectionChange={(keys) => amend({ prompt: promptLevels.find((p) => p === [...keys][0]) ?? null })}>
        {promptLevels.filter((p) => p !== 'none').map((p) => <Chip key={p} id={p}>{promptWords[p]}</Chip>)}
      </Chips>
    )
  return (
    <Chips aria-label="Seen in the last rep" selectionMode="multiple" selectedKeys={done.faults} onSelectionChange={(keys) => amend({ faults: [...keys].map(String) })}>
      {faults.map((f) => <Chip key={f} id={f}>{f}</Chip>)}
    </Chips>
  )
})

function One({ label, now, all, say }: { label: string; now: string; all: readonly { id: string; name: string }[]; say: (id: string) => void }) {
  return (
    <Line>
      <span aria-hidden="true">{label}</span>
      <Chips aria-label={label} selectionMode="single" selectedKeys={now === '' ? [] : [now]} onSelectionChange={(keys) => say(String([...keys][0] ?? ''))}>
        {all.map((a) => <Chip key={a.id} id={a.id}>{a.name}</Chip>)}
      </Chips>
    </Line>
  )
}

const Panel = styled.div`display: grid; gap: 0.45rem;`
const Line = styled.div`display: grid; grid-template-columns: 4.6rem minmax(0, 1fr); align-items: center; gap: 0.3rem; > span { font-weight: 660; }`
const Chips = styled(ToggleButtonGroup)`display: flex; flex-wrap: wrap; gap: 0.3rem;`
const Chip = styled(ToggleButton)`min-height: 2.75rem; min-width: 2.75rem; padding: 0 0.55rem; border: 1.5px solid var(--rule-2); border-radius: 4px; background: none; color: var(--ink); font-size: 0.92rem; cursor: pointer; &[data-selected='true'] { background: var(--ink); color: var(--paper); }`
const Two = styled.div`display: grid; grid-template-columns: auto 1fr; gap: 0.5rem;`
const Done = styled(AriaButton)`min-height: 3.2rem; border: 2px solid var(--ink); border-radius: 6px; background: var(--paper); color: var(--ink); font-weight: 680; font-size: 1.1rem; cursor: pointer;`
