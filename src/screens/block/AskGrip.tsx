'use client'
import styled from 'styled-components'
import { proposedGrip, type Grip } from '@/core/curriculum/grip'
import { Fault } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import type { BlockView } from '@/work/page/blockView'
import type { Told } from '../told'
import { useTold } from '../useTold'

export type SayGrip = (raw: unknown) => Promise<Told>

const proposals: Readonly<Record<Grip, string>> = {
  good: 'By its name it may hold.',
  poor: 'By its name it is slippery, so there is no sit-stay there until somebody has looked.',
}

/** Asks whoever stands there whether feet hold on the floor, where a set needs that and nobody has said it yet. */
export function AskGrip({
  place,
  send,
  onSaid,
}: {
  place: BlockView['places'][number]
  send: SayGrip
  onSaid: (placeId: string, grip: Grip) => void
}) {
  const told = useTold()
  const proposal = proposedGrip(place.surface)
  const say = (grip: Grip) =>
    told.send(
      () => send({ placeId: place.id, grip }),
      () => onSaid(place.id, grip),
    )
  return (
    <Ask role="group" aria-label={`Does the floor of ${place.name} grip?`}>
      <p>
        <b>Does the floor of {place.name} grip?</b> Nobody has said it yet
        {place.surface === '' ? '.' : `: ${place.surface}.`} {proposal && proposals[proposal]}
      </p>
      <div>
        <Button isPending={told.pending} onPress={() => say('good')}>
          It grips
        </Button>
        <Button isPending={told.pending} onPress={() => say('poor')}>
          It is slippery
        </Button>
      </div>
      {told.wrong !== '' && <Fault>{told.wrong}</Fault>}
    </Ask>
  )
}

const Ask = styled.div`
  border-left: 4px solid var(--ink);
  padding-left: 0.7rem;
  display: grid;
  gap: var(--s-3);
  > div {
    display: flex;
    gap: var(--s-4);
    flex-wrap: wrap;
  }
  button {
    min-height: var(--touch);
  }
`
