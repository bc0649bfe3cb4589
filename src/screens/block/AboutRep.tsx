'use client'
import { useState } from 'react'
import { ToggleButton } from 'react-aria-components'
import styled from 'styled-components'
import { promptLevels } from '@/core/curriculum/types'
import { attentions } from '@/core/facts/words'
import type { LiveRep } from '@/device/live/facts'
import type { RepExtras } from '@/device/live/session'
import { Chip, Done, Panel, SayOne } from '@/ui/chips'
import { FaultChips, helpOf, promptWords } from './LastChips'
import { LookedRows } from './LookedRows'
import type { lookedFor } from '@/core/evidence/looked'
import type { Rung } from '@/core/curriculum/types'

/** Kinds of rep that begin with a response, which takes its time. */
const timed: ReadonlySet<Rung['kind']> = new Set(['position', 'uncued', 'recall'])

/**
 * More about the newest rep, a tap each, none of it needed: help, faults, cues said, where it looked, what was really
 * paid.
 */
export function AboutRep({
  rep,
  faults,
  rung,
  set,
  moving,
  amend,
  onDone,
}: {
  rep: LiveRep | undefined
  faults: readonly string[]
  rung: Rung
  set: Parameters<typeof lookedFor>[1]
  /** It walks or comes: help is leash, voice, body or food. */
  moving: boolean
  amend: (change: RepExtras) => void
  onDone: () => void
}) {
  const done = rep?.done
  const [looking, setLooking] = useState(false)
  const recall = rung.kind === 'recall'
  if (!done)
    return (
      <Panel>
        <p>{rep ? 'That rep was recorded elsewhere; its page can correct it.' : 'There is no rep yet.'}</p>
        <Done onPress={onDone}>Back to the set</Done>
      </Panel>
    )
  const ends = (
    <Ends>
      <Chip as={ToggleButton} isSelected={done.payError} onChange={(payError) => amend({ payError })}>
        Rewarded by mistake
      </Chip>
      <Chip as={ToggleButton} isSelected={looking} onChange={setLooking}>
        Also looked at
      </Chip>
      <Done onPress={onDone}>Back to the set</Done>
    </Ends>
  )
  if (looking)
    return (
      <Panel>
        {timed.has(rung.kind) && (
          <SayOne
            mayBeNone
            label="Took"
            now={String(done.latencySeconds ?? '')}
            all={[0.5, 1, 2, 3, 5].map((s) => ({ id: String(s), name: `${s} s` }))}
            say={(id) => amend({ latencySeconds: id === '' ? null : Number(id) })}
          />
        )}
        <LookedRows rung={rung} set={set} looked={done.looked ?? {}} say={(looked) => amend({ looked })} />
        {ends}
      </Panel>
    )
  return (
    <Panel>
      <SayOne
        mayBeNone
        label="Help"
        now={done.prompt ?? ''}
        all={[{ id: 'none', name: promptWords.none }, ...helpOf(moving)]}
        say={(id) => amend({ prompt: promptLevels.find((p) => p === id) ?? null })}
      />
      {faults.length > 0 && <FaultChips label="Faults" all={faults} seen={done.faults} amend={amend} />}
      {recall && (
        <SayOne
          mayBeNone
          label="The dog was"
          now={done.attention ?? ''}
          all={attentions.map((a) => ({ id: a, name: a }))}
          say={(id) => amend({ attention: attentions.find((a) => a === id) ?? null })}
        />
      )}
      <SayOne
        mayBeNone
        label="Cue said"
        now={String(done.cuesSaid ?? '')}
        all={['0', '1', '2', '3'].map((n) => ({ id: n, name: n === '0' ? 'not' : `${n}×` }))}
        say={(id) => amend({ cuesSaid: id === '' ? null : Number(id) })}
      />
      <SayOne
        mayBeNone
        label="Rewarded"
        now={String(done.pieces ?? '')}
        all={['0', '1', '2', '3', '5'].map((n) => ({ id: n, name: n === '0' ? 'nothing' : n }))}
        say={(id) => amend({ pieces: id === '' ? null : Number(id) })}
      />
      {recall && (
        <SayOne
          mayBeNone
          label="For the sit"
          now={String(done.sitPieces ?? '')}
          all={['0', '1', '2'].map((n) => ({ id: n, name: n === '0' ? 'nothing' : n }))}
          say={(id) => amend({ sitPieces: id === '' ? null : Number(id) })}
        />
      )}
      {ends}
    </Panel>
  )
}

const Ends = styled.div`
  display: grid;
  grid-template-columns: auto auto 1fr;
  gap: var(--s-2);
`
