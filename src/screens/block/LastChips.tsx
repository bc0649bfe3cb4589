'use client'
import { memo } from 'react'
import { promptLevels } from '@/core/curriculum/types'
import { movingHelp } from '@/core/curriculum/words'
import type { LiveRep } from '@/device/live/facts'
import type { RepExtras } from '@/device/live/session'
import { Chip, Chips } from '@/ui/chips'

export const promptWords: Readonly<Record<(typeof promptLevels)[number], string>> = {
  none: 'No help',
  'smaller-signal': 'Small signal',
  'full-signal': 'Full signal',
  voice: 'Voice',
  body: 'Body',
  lure: 'Lure',
  leash: 'Leash',
}

/** The help that may be said of a rep of this rung. */
export const helpOf = (moving: boolean): readonly { readonly id: string; readonly name: string }[] =>
  moving
    ? movingHelp.map((p) => ({ id: p, name: p === 'lure' ? 'Food' : promptWords[p] }))
    : promptLevels
        .filter((p) => p !== 'none' && p !== 'voice' && p !== 'body')
        .map((p) => ({ id: p, name: promptWords[p] }))

/** The newest rep, one tap further: the help it had, or what was seen. */
export const LastChips = memo(function LastChips({
  rep,
  faults,
  moving,
  amend,
}: {
  rep: LiveRep | undefined
  faults: readonly string[]
  moving: boolean
  amend: (change: RepExtras) => void
}) {
  const done = rep?.done
  if (!done) return null
  if (done.outcome === 'helped')
    return (
      <Chips
        aria-label="Help of the last rep"
        selectionMode="single"
        selectedKeys={done.prompt === null ? [] : [done.prompt]}
        onSelectionChange={(keys) => amend({ prompt: promptLevels.find((p) => p === [...keys][0]) ?? null })}
      >
        {helpOf(moving).map((p) => (
          <Chip key={p.id} id={p.id}>
            {p.name}
          </Chip>
        ))}
      </Chips>
    )
  return <FaultChips label="Seen in the last rep" all={faults} seen={done.faults} amend={amend} />
})

/** Faults of a rep, as many as were seen. */
export const FaultChips = ({
  label,
  all,
  seen,
  amend,
}: {
  label: string
  all: readonly string[]
  seen: readonly string[]
  amend: (change: RepExtras) => void
}) => (
  <Chips
    aria-label={label}
    selectionMode="multiple"
    selectedKeys={seen}
    onSelectionChange={(keys) => amend({ faults: [...keys].map(String) })}
  >
    {all.map((f) => (
      <Chip key={f} id={f}>
        {f}
      </Chip>
    ))}
  </Chips>
)
