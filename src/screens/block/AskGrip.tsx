'use client'
import styled from 'styled-components'
import { proposedGrip, type Grip } from '@/core/curriculum/grip'
import { Fault } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import type { BlockView } from '@/work/page/blockView'
import type { Told } from '../told'
import { useAction } from '../useAction'
import type { PlaceId } from '@/core/ids'

export type SayGrip = (raw: unknown) => Promise<Told>

const proposals: Readonly<Record<Grip, string>> = {
  good: 'By its name the floor may grip.',
  poor: 'By its name the floor is slippery. No sit-stay there until someone has looked.',
}

/** Asks whoever stands there whether feet hold on the floor, where a set needs that and nobody has said it yet. */
export function AskGrip({
  place,
  send,
  onSaid,
}: {
  place: BlockView['places'][number]
  send: SayGrip
  onSaid: (placeId: PlaceId, grip: Grip) => void
}) {
  const action = useAction()
  const proposal = proposedGrip(place.surface)
  const say = (grip: Grip) =>
    action.send(
      () => send({ placeId: place.id, grip }),
      () => onSaid(place.id, grip),
    )
  return (
    <Ask role="group" aria-label={`Does the floor of ${place.name} grip?`}>
      <p>
        <b>Does the floor of {place.name} grip?</b> Not known yet
        {place.surface === '' ? '.' : `: ${place.surface}.`} {proposal && proposals[proposal]}
      </p>
      <div>
        <Button isPending={action.pending} onPress={() => say('good')}>
          The floor grips
        </Button>
        <Button isPending={action.pending} onPress={() => say('poor')}>
          The floor is slippery
        </Button>
      </div>
      {action.wrong !== '' && <Fault>{action.wrong}</Fault>}
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
