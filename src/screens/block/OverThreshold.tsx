'use client'
import { useState } from 'react'
import type { Key } from 'react-aria-components'
import styled from 'styled-components'
import { finishAhead } from '@/core/block/nextAction'
import { findCommand } from '@/core/curriculum/lookup'
import { afterSigns, overThreshold, recoveryMinutes, setAfterSigns, signIds, signs } from '@/core/dog/signs'
import type { FactOf } from '@/core/facts/wire'
import { distanceBands } from '@/core/facts/words'
import type { BlockView } from '@/work/page/blockView'
import { Chip, Chips, Done } from '@/ui/chips'
import { useOutboxNow } from './outboxNow'
import { bandWords } from '../bandWords'
import type { Prefs } from '@/device/prefs'
import { Plain } from '../yard/bottom'
import { calmAgain } from './ways'
import { CountUp } from './CountUp'
import type { Block } from './useBlock'
import { Said } from '@/ui/ways'
import type { PlaceId } from '@/core/ids'

const triggers = ['dog', 'person', 'noise', 'traffic', 'wildlife', 'handling', 'not known'] as const

/** Signs that were seen, what brought them on, and how far off it was. */
interface SeenSigns {
  readonly signs: ReadonlySet<Key>
  readonly trigger: string
  readonly far: FactOf<'set-opened'>['distanceBand']
}

/** Signs of being over threshold, one tap each, with what to do. */
export function OverThreshold({
  view,
  block,
  placeId,
  band,
  prefs,
  onDone,
  onEnd,
}: {
  view: BlockView
  block: Block
  placeId: PlaceId
  band: FactOf<'set-opened'>['distanceBand']
  prefs: Prefs
  onDone: () => void
  /** Ends the block. */
  onEnd: () => void
}) {
  const outbox = useOutboxNow()
  const [said, setSaid] = useState<SeenSigns>({ signs: new Set(), trigger: 'not known', far: band })
  const [kept, setKept] = useState<string | undefined>()
  const [before] = useState(block.stressful)
  const seen = signIds.filter((s) => said.signs.has(s))
  const then = kept === undefined ? undefined : afterSigns(seen, before)
  const sure = finishAhead(block.items, block.item)
  const known = view.plan.sure.slice(0, 2).flatMap((i) => findCommand(view.curriculum, i.command)?.name ?? [])
  const toSureThing = () => {
    block.shorten()
    onDone()
    block.finish()
    block.goTo(sure)
  }
  const back = () => {
    if (kept !== undefined) block.shorten()
    onDone()
  }
  // The first sign is kept at its tap; what is said after it stands in its place.
  const say = (change: Partial<SeenSigns>) => {
    const next = { ...said, ...change }
    setSaid(next)
    if (!block.block || (next.signs.size === 0 && kept === undefined)) return
    if (kept !== undefined)
      outbox.add({ kind: 'voided', targetId: kept, reason: 'said more exactly', recordedBy: view.me })
    if (next.signs.size === 0) return setKept(undefined)
    setKept(
      outbox.add({
        kind: 'over-threshold',
        residencyId: view.resident.residencyId,
        blockId: block.block.id,
        placeId,
        signs: signIds.filter((s) => next.signs.has(s)),
        trigger: next.trigger,
        distanceBand: next.far,
        recordedBy: view.me,
      }).id,
    )
    block.markStressful()
  }
  return (
    <Panel>
      <Do>
        {overThreshold.map((t) => (
          <li key={t}>{t}</li>
        ))}
      </Do>
      <WhatWasSeen said={said} say={say} />
      {view.signsKeepComing && (
        <p>
          Seen in three blocks within a week: a behavior plan with a qualified professional comes before more of the
          same.
        </p>
      )}
      {then !== undefined && (
        <>
          <p>
            {known.length > 0 ? `Ask once for ${known.join(' or ')}, and reward it. ` : ''}
            {then === 'end' ? 'Nothing more in this block.' : 'Ask for nothing until the dog is calm and eats.'}
          </p>
          <CountUp key={kept} what="Recover, farther away" of={recoveryMinutes} sounds={prefs.payTones} />
        </>
      )}
      {then === 'end' || (then !== undefined && sure < 0) ? (
        <Done onPress={onEnd}>End block</Done>
      ) : (
        then !== undefined && <Done onPress={toSureThing}>{calmAgain}</Done>
      )}
      {then === undefined ? (
        <Done onPress={back}>Back to the set</Done>
      ) : (
        <Plain onPress={back}>Back to the set, {setAfterSigns} reps at most</Plain>
      )}
      <span role="status">
        {kept === undefined
          ? 'Tap a sign to save it with time and location.'
          : 'Saved. The rest after this block is longer.'}
      </span>
    </Panel>
  )
}

function WhatWasSeen({ said, say }: { said: SeenSigns; say: (change: Partial<SeenSigns>) => void }) {
  return (
    <>
      <Chips
        aria-label="Signs seen"
        selectionMode="multiple"
        selectedKeys={said.signs}
        onSelectionChange={(signs) => say({ signs })}
      >
        {signs.map((s) => (
          <Chip key={s.id} id={s.id}>
            {s.name}
          </Chip>
        ))}
      </Chips>
      <Chips
        aria-label="Because of"
        selectionMode="single"
        disallowEmptySelection
        selectedKeys={[said.trigger]}
        onSelectionChange={(keys) => say({ trigger: String([...keys][0] ?? 'not known') })}
      >
        {triggers.map((t) => (
          <Chip key={t} id={t}>
            {t}
          </Chip>
        ))}
      </Chips>
      <Chips
        aria-label="How far off"
        selectionMode="single"
        selectedKeys={said.far === null ? [] : [said.far]}
        onSelectionChange={(keys) => say({ far: distanceBands.find((b) => b === [...keys][0]) ?? null })}
      >
        {distanceBands.map((b) => (
          <Chip key={b} id={b}>
            <Said>{bandWords[b]}</Said>
          </Chip>
        ))}
      </Chips>
    </>
  )
}

const Panel = styled.div`
  display: grid;
  gap: var(--s-3);
  p {
    color: var(--person);
  }
`
const Do = styled.ol`
  margin: 0;
  padding: 0.35rem 0.6rem 0.35rem 1.7rem;
  background: var(--person-wash);
  color: var(--person);
  font-weight: 680;
  border-left: 5px solid var(--person);
`
