import { markText, releaseText } from '@/core/dog/deaf'
import { sideText } from '@/core/dog/side'
import type { ResidentView } from '@/work/page/resident'

/** What is said to a dog whatever it does, and its side: the first of a list of words. */
export const ItsWords = ({ resident }: { resident: ResidentView['resident'] }) => (
  <>
    <div>
      <dt>Release</dt>
      <dd>{releaseText(resident)}</dd>
    </div>
    <div>
      <dt>Marker</dt>
      <dd>{markText(resident)}</dd>
    </div>
    <div>
      <dt>Side</dt>
      <dd>{sideText(resident)}</dd>
    </div>
  </>
)
