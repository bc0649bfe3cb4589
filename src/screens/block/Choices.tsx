'use client'
import type { Setup } from '@/device/live/session'
import { Choose } from '@/ui/Choose'
import type { BlockView } from '@/work/page/blockView'
import { ConditionsForm } from './ConditionsForm'
import type { PreparedSet } from './prep'

/** All that a set is worked at, each to be changed: rung, teaching method, and what is about. */
export function Choices({
  view,
  set,
  partners,
  onChange,
}: {
  view: BlockView
  set: PreparedSet
  /** Dogs that worked beside another here lately. */
  partners: readonly string[]
  onChange: (change: Partial<Setup>) => void
}) {
  const { command, full, roads } = set
  const free = view.trial === undefined && set.item.role === 'work'
  return (
    <>
      {free && (
        <Choose
          label="Rung"
          value={full.rungId}
          onChange={(id) => onChange({ rungId: id, road: undefined })}
          choices={command.runs.flatMap((ladder) =>
            ladder.rungs.map((r) => ({
              id: r.id,
              name: r.name,
              note: command.runs.length > 1 ? `${ladder.name.toLowerCase()}: ${r.criterion.words}` : r.criterion.words,
            })),
          )}
        />
      )}
      {free && roads.length > 0 && (
        <Choose
          label="Teaching method"
          value={full.road ?? asTheCard}
          onChange={(id) => onChange({ road: id === asTheCard ? undefined : id })}
          choices={[
            { id: asTheCard, name: 'As the card says' },
            ...roads.map((r) => ({ id: r.id, name: r.name, note: r.words })),
          ]}
        />
      )}
      <ConditionsForm
        view={view}
        full={full}
        partners={partners}
        trial={view.trial !== undefined}
        onChange={onChange}
      />
    </>
  )
}

/** No way of its own was chosen. */
const asTheCard = 'card'
