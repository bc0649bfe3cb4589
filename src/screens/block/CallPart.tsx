'use client'
import type { ReactNode } from 'react'
import { ToggleButtonGroup } from 'react-aria-components'
import styled from 'styled-components'
import { YardNow } from '../yard/bottom'
import type { Draw } from '@/core/block/randomDraws'
import type { DogTraits } from '@/core/dog/traits'
import { momentIsDrawn, momentText } from '@/core/method/call'
import { attentions, type Attention } from '@/core/facts/words'
import { Chip } from '@/ui/chips'
import { useMoment } from '../yard/useMoment'
import type { EpochMs } from '@/core/epochMs'

export interface CallState {
  /** Monotonic milliseconds of the call; undefined before it. */
  readonly calledAt: EpochMs | undefined
}

const attentionWords: Readonly<Record<Attention, string>> = {
  sniffing: 'Sniffing',
  'looking away': 'Looking away',
  'looking at you': 'At you',
}

/** A call: where from, when, and how; the first tap is the call, the outcome is the arrival. */
export function CallPart({
  draw,
  bowl,
  crooked,
  state,
  traits,
  barred,
  attention,
  onAttention,
  onCalled,
  tones,
  last,
}: {
  draw: Draw | undefined
  /** What of the meal goes into the bowl, grams; undefined where none is used. */
  bowl: number | undefined
  /** Calls running that came in crooked where straightness counts. */
  crooked: number
  state: CallState
  traits: DogTraits
  /** It is loose and may not be called; a call that was made is kept. */
  barred: boolean
  attention: Attention | null
  onAttention: (a: Attention | null) => void
  onCalled: () => void
  tones: boolean
  last: ReactNode
}) {
  const wait = draw?.callAfter ?? 0
  const running = state.calledAt === undefined
  const left = useMoment(wait, running, tones)
  const when = draw?.callWhen ?? 'looks-away'
  const drawn = momentIsDrawn(when)
  const how = [
    ...(bowl === undefined
      ? []
      : [bowl > 0 ? `${bowl} g of the meal in the bowl` : 'the meal is eaten: no bowl today']),
    ...(draw?.returnsFirst === undefined
      ? []
      : [`first go back to the dog ${draw.returnsFirst} times, and reward there`]),
    ...(draw?.steps === undefined ? [] : [`from ${draw.steps} steps`]),
    ...(draw?.sound === undefined ? [] : [draw.sound]),
    ...(draw?.pass === undefined ? [] : [draw.pass]),
  ]
  return (
    <Part>
      <p role="status">
        <b>
          {!running
            ? 'Called'
            : barred
              ? 'Do not call. Walk to the dog'
              : drawn && left > 0
                ? `Wait ${left} s`
                : `Call ${drawn ? 'now, ' : ''}${momentText(when, traits)}`}
        </b>
        {how.length > 0 && !barred ? `: ${how.join(', ')}` : ''}
      </p>
      {crooked === 1 && running && (
        <p>
          Crooked: let the dog come straight once from one or two steps, and reward that. It does not count as a rep.
        </p>
      )}
      {/* While nothing is called yet, the last rep can still be said more of. */}
      {last !== undefined && running && (!drawn || left > 0) ? (
        last
      ) : !drawn ? null : (
        <Pre
          aria-label="What the dog was doing when called"
          selectionMode="single"
          selectedKeys={attention === null ? [] : [attention]}
          onSelectionChange={(keys) => {
            const next = [...keys][0]
            onAttention(attentions.find((a) => a === next) ?? null)
          }}
        >
          {attentions.map((a) => (
            <Chip key={a} id={a}>
              {attentionWords[a]}
            </Chip>
          ))}
        </Pre>
      )}
      <Call data-called={!running} onPress={onCalled}>
        {!running ? 'The dog comes: tap how' : barred ? 'I called all the same' : 'I call'}{' '}
        <kbd aria-hidden="true">Space</kbd>
      </Call>
    </Part>
  )
}

const Part = styled.div`
  display: grid;
  gap: var(--s-3);
`
const Pre = styled(ToggleButtonGroup)`
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: var(--s-3);
`
const Call = styled(YardNow)`
  &[data-called='true'] {
    background: none;
    color: var(--ink);
    border: 2px dashed var(--ink);
  }
`
