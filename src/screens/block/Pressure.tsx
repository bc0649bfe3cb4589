'use client'
import { Button as AriaButton } from 'react-aria-components'
import { pressureEffects, pressureReasons, noPressureBecause } from '@/core/block/leashPressure'
import { findCommand, runKey } from '@/core/curriculum/lookup'
import { chosen } from '@/core/method/rows'
import { topHeld } from '@/core/progress/state'
import type { FactOf } from '@/core/facts/wire'
import type { Outbox } from '@/device/outbox'
import type { BlockView } from '@/work/page/block'
import { Chip, Done, Panel, SayOne, Two } from './chips'
import type { Block } from './useBlock'

/** What is said of one correction; the next one begins with what was said of the last. */
export type Said = Pick<FactOf<'correction'>, 'device' | 'reason' | 'askedFirst' | 'effect'>
/** A correction kept in this set, and what was said of it. */
export interface Kept {
  readonly id: string
  readonly said: Said
}

/** Whether this house has a ledger of corrections at all. */
export const hasLedger = (view: BlockView): boolean =>
  chosen(view.method, 'corrections') !== 'none' && view.pressure.devices.length > 0

/** Why none is recorded as allowed for this dog and command; undefined when it may be. */
export function refusalFor(view: BlockView, block: Block, commandId: string): string | undefined {
  const found = findCommand(view.curriculum, commandId)
  const held = found?.runs.some((run) => topHeld(run, block.base.runs[runKey(found.id, run.id)]) >= 0) ?? false
  return noPressureBecause({
    method: view.method,
    devices: view.pressure.devices,
    consents: view.pressure.consents,
    bornOn: view.resident.traits.bornOn,
    today: view.today,
    held,
  })
}

export const firstSaid = (view: BlockView): Said => ({
  device: view.pressure.devices[0] ?? '',
  reason: pressureReasons[0],
  askedFirst: true,
  effect: pressureEffects[0],
})

/** Keeps one correction; in the stead of another when more was said of that. */
export function keepPressure(
  outbox: Outbox,
  view: BlockView,
  block: Block,
  command: string,
  said: Said,
  instead?: Kept,
): Kept | undefined {
  if (!block.block) return undefined
  if (instead) outbox.add({ kind: 'voided', targetId: instead.id, reason: 'said more exactly', recordedBy: view.me })
  return {
    id: outbox.add({
      kind: 'correction',
      residencyId: view.resident.residencyId,
      blockId: block.block.id,
      command,
      ...said,
      recordedBy: view.me,
    }).id,
    said,
  }
}

/** What was kept by one tap, to be said more exactly; or why nothing was. */
export function Pressure({
  view,
  refusal,
  kept,
  onSay,
  onTakeBack,
  onDone,
}: {
  view: BlockView
  refusal: string | undefined
  kept: Kept | undefined
  onSay: (said: Said) => void
  onTakeBack: () => void
  onDone: () => void
}) {
  if (refusal !== undefined || !kept)
    return (
      <Panel>
        <p role="status">
          <b>{refusal === undefined ? 'Taken back: nothing is kept.' : `No leash pressure here. ${refusal}`}</b>
        </p>
        <Done onPress={onDone}>Back to the set</Done>
      </Panel>
    )
  const { said } = kept
  const named = (all: readonly string[]) => all.map((a) => ({ id: a, name: a }))
  return (
    <Panel aria-label="Leash pressure">
      <p role="status">
        <b>Leash pressure kept.</b> Released at once? Never on a surprised or attentive dog.
      </p>
      <SayOne
        label="With"
        all={named(view.pressure.devices)}
        now={said.device}
        say={(device) => onSay({ ...said, device })}
      />
      <SayOne label="Why" all={named(pressureReasons)} now={said.reason} say={(reason) => onSay({ ...said, reason })} />
      <SayOne
        label="Asked first"
        all={named(['yes', 'no'])}
        now={said.askedFirst ? 'yes' : 'no'}
        say={(a) => onSay({ ...said, askedFirst: a === 'yes' })}
      />
      <SayOne
        label="Effect"
        all={named(pressureEffects)}
        now={said.effect}
        say={(effect) => onSay({ ...said, effect })}
      />
      <Two>
        <Chip as={AriaButton} onPress={onTakeBack}>
          Take it back
        </Chip>
        <Done onPress={onDone}>Back to the set</Done>
      </Two>
    </Panel>
  )
}
