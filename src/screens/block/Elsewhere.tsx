import { findRung } from '@/core/curriculum/lookup'
import type { SetFact } from '@/core/facts/fact'
import { firstName } from '@/core/people/names'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { useWhen } from '@/ui/ways'
import type { BlockView } from '@/work/page/blockView'

/** Who else has this dog in work now, since when and at what; nothing where nobody has. */
export function Elsewhere({ view, sets }: { view: BlockView; sets: readonly SetFact[] }) {
  const { wallClock } = useWhen()
  if (sets.length === 0) return null
  const lines = sets.map((s) => {
    const who = view.people.find((p) => p.id === s.leashHolder)?.name
    const command = findRung(view.curriculum, s.rungId)?.command.name ?? s.rungId
    const at = view.open.find((o) => o.id === s.id)?.at
    const works = `working ${view.resident.name}`
    return (
      `${who === undefined ? 'Someone' : firstName(who)} ` +
      (at === undefined ? `is ${works} now` : `has been ${works} since ${wallClock(at, view.timeZone).clock}`) +
      ` (${command}, ${s.reps.length} ${s.reps.length === 1 ? 'rep' : 'reps'}).`
    )
  })
  return <NeedsPerson>{lines.join(' ')} Kibou saves your sets and theirs.</NeedsPerson>
}
