import { sayMark, sayRelease } from '@/core/dog/deaf'
import { saySide } from '@/core/dog/side'
import type { ResidentView } from '@/work/page/resident'

/** What is said to a dog whatever it does, and its side: the first of a list of words. */
export const ItsWords = ({ resident }: { resident: ResidentView['resident'] }) => (
  <>
    <div>
      <dt>Release</dt>
      <dd>{sayRelease(resident)}</dd>
    </div>
    <div>
      <dt>Marker</dt>
      <dd>{sayMark(resident)}</dd>
    </div>
    <div>
      <dt>Side</dt>
      <dd>{saySide(resident)}</dd>
    </div>
  </>
)
