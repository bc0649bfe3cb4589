'use client'
import { ToggleButton } from 'react-aria-components'
import { promptLevels } from '@/core/curriculum/types'
import { attentions } from '@/core/facts/words'
import type { LiveRep } from '@/device/live/facts'
import type { RepExtras } from '@/device/live/session'
import { Chip, Done, Panel, SayOne, Two } from '@/ui/chips'
import { FaultChips, helpOf, promptWords } from './LastChips'

/**
 * More about the newest rep, a tap each, none of it needed: help, faults, cues said, where it looked, what was really
 * paid.
 */
export function AboutRep({
  rep,
  faults,
  recall,
  moving,
  amend,
  onDone,
}: {
  rep: LiveRep | undefined
  faults: readonly string[]
  recall: boolean
  /** It walks or comes: help is leash, voice, body or food. */
  moving: boolean
  amend: (change: RepExtras) => void
  onDone: () => void
}) {
  const done = rep?.done
  if (!done)
    return (
      <Panel>
        <p>{rep ? 'That rep was recorded elsewhere; its page can correct it.' : 'There is no rep yet.'}</p>
        <Done onPress={onDone}>Back to the set</Done>
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
          label="It was"
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
        label="Paid"
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
      <Two>
        <Chip as={ToggleButton} isSelected={done.payError} onChange={(payError) => amend({ payError })}>
          Paid by a slip
        </Chip>
        <Done onPress={onDone}>Back to the set</Done>
      </Two>
    </Panel>
  )
}
