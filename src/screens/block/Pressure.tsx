'use client'
import { pressureEffects, pressureReasons, pressureReasonText } from '@/core/block/leashPressure'
import { Press } from '@/ui/press'
import type { LiveRep } from '@/device/live/facts'
import type { BlockView } from '@/work/page/blockView'
import { Chip, Done, Panel, SayOne, Two } from '@/ui/chips'
import type { Kept, Said } from './pressureKept'

/** What was kept by one tap, to be said more exactly; or why nothing was. */
export function Pressure({
  view,
  refusal,
  kept,
  ofLast,
  onLast,
  onSay,
  onTakeBack,
  onDone,
}: {
  view: BlockView
  refusal: string | undefined
  kept: Kept | undefined
  /** The newest rep of the set; undefined before the first. */
  ofLast: LiveRep['done']
  /** It happened in the rep before and not in the one to come. */
  onLast: () => void
  onSay: (said: Said) => void
  onTakeBack: () => void
  onDone: () => void
}) {
  if (refusal !== undefined || !kept)
    return (
      <Panel>
        <p role="status">
          <b>{refusal === undefined ? 'Undone. Nothing is saved.' : `No leash pressure here. ${refusal}`}</b>
        </p>
        <Done onPress={onDone}>Back to the set</Done>
      </Panel>
    )
  const { said } = kept
  const named = (all: readonly string[]) => all.map((a) => ({ id: a, name: a }))
  return (
    <Panel aria-label="Leash pressure">
      <p role="status">
        <b>Leash pressure saved.</b> That rep counts as helped. Never on a surprised or attentive dog.
      </p>
      {ofLast && ofLast.outcome !== 'miss' && (
        <SayOne
          label="It happened in"
          all={[
            { id: 'next', name: 'the next rep' },
            { id: 'last', name: 'the rep before' },
          ]}
          now={ofLast.outcome === 'helped' && ofLast.prompt === 'leash' ? 'last' : 'next'}
          say={(which) => which === 'last' && onLast()}
        />
      )}
      <SayOne
        label="With"
        all={named(view.pressure.devices)}
        now={said.device ?? ''}
        say={(device) => onSay({ ...said, device })}
      />
      <SayOne
        label="Why"
        all={pressureReasons.map((id) => ({ id, name: pressureReasonText(id) }))}
        now={said.reason ?? ''}
        say={(reason) => onSay({ ...said, reason })}
      />
      <SayOne
        label="Asked first"
        all={named(['yes', 'no'])}
        now={said.askedFirst === null ? '' : said.askedFirst ? 'yes' : 'no'}
        say={(a) => onSay({ ...said, askedFirst: a === 'yes' })}
      />
      <SayOne
        label="Effect"
        all={named(pressureEffects)}
        now={said.effect ?? ''}
        say={(effect) => onSay({ ...said, effect })}
      />
      <Two>
        <Chip as={Press} onPress={onTakeBack}>
          Undo pressure
        </Chip>
        <Done onPress={onDone}>Back to the set</Done>
      </Two>
    </Panel>
  )
}
