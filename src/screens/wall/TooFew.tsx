'use client'
import { longestWait } from '@/core/dealing'
import { Wrong } from '@/ui/fieldParts'
import { Quiet } from '@/ui/press'
import type { WallPage } from '@/work/page/wall'
import type { Told } from '../told'
import { useAction } from '../useAction'
import { Aside } from './Aside'

/** A day with fewer blocks than dogs: what either way of dealing them gives up, for the lead to choose. */
export function TooFew({
  few: { blocks, dogs, most, each, dealing },
  deal,
}: {
  few: NonNullable<WallPage['fewBlocks']>
  deal: (raw: unknown) => Promise<Told>
}) {
  const { send, wrong, pending } = useAction()
  const [best, even] = [Math.round(most), Math.round(each)]
  const other = dealing === 'most' ? 'each' : 'most'
  return (
    <Aside>
      <h3>Fewer blocks than dogs</h3>
      <p>
        Today has {blocks} {blocks === 1 ? 'block' : 'blocks'}. {dogs} dogs need one.
      </p>
      {dealing === 'most' ? (
        <p>
          The blocks go to the dogs they can make ready: about {best} of {dogs}. With one block each, about {even} would
          be ready. No dog waits longer than {longestWait} days.
        </p>
      ) : (
        <p>
          Each dog has one block, as far as they go. About {even} of {dogs} will be ready. If the blocks go to the dogs
          they can make ready, about {best} will be, and no dog waits longer than {longestWait} days.
        </p>
      )}
      <Wrong>{wrong}</Wrong>
      <Quiet isPending={pending} onPress={() => send(() => deal({ fewBlocks: other }))}>
        {dealing === 'most' ? 'Give one block each' : 'Work the dogs they make ready'}
      </Quiet>
    </Aside>
  )
}
