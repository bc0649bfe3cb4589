import { heatFor } from '@/core/dog/heat'
import type { Setup } from '@/device/live/session'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { useMeasures } from '@/ui/ways'
import type { BlockView } from '@/work/page/blockView'

/** What the heat says about work here; nothing when it is fine or nobody looked. */
export function HeatWarning({
  view,
  full,
}: {
  view: BlockView
  full: Pick<Setup, 'placeId' | 'temperatureC' | 'humidity'>
}) {
  const measures = useMeasures()
  const heat = heatFor(
    full.temperatureC,
    full.humidity,
    view.places.find((p) => p.id === full.placeId)?.indoors ?? false,
    view.resident.traits,
    view.today,
  )
  if (!heat || heat.say === 'fine') return null
  const lower = heat.because.length > 0 ? ` Lower for this dog: ${heat.because.join(', ')}.` : ''
  return (
    <NeedsPerson>
      {heat.say === 'stop' ? 'Too hot for work outdoors' : 'Heat: short, shade, water'}: heat index{' '}
      {measures.temperature(heat.indexC)},{' '}
      {heat.say === 'stop'
        ? `stop from ${measures.temperature(heat.stopFrom)}`
        : `care from ${measures.temperature(heat.careFrom)}`}
      .{lower} The index was made for people: stop sooner if in doubt. Collapse, vomiting, glassy eyes: shade, water,
      vet.
    </NeedsPerson>
  )
}
