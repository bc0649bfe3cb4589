import { z } from 'zod'
import { kits } from '../curriculum/types'
import { factKind, line, name, uuid } from './kind'
import { mostShownItems, showings } from './words'

const chance = z.number().min(0).max(1).nullable()

/** An item as it stood when the demonstration began, with the chance that was said of it then. */
export const openedItem = z.object({
  id: z.string().min(1).max(120),
  title: line(80),
  command: z.string().max(80).nullable(),
  rungId: z.string().max(80).nullable(),
  seconds: z.number().min(0).max(3600).nullable(),
  chance,
  low: chance,
  high: chance,
})

/** A rehearsal or a demonstration is begun; its id is the block’s of the sets that are shown in it. */
export const demonstrationOpened = factKind(
  'demonstration-opened',
  {
    residencyId: uuid,
    what: z.enum(showings),
    placeId: name,
    leashHolder: name,
    kit: z.enum(kits),
    items: z.array(openedItem).min(1).max(mostShownItems),
    /** That all of it works, as it was said when it began. */
    whole: chance,
    recordedBy: name,
  },
  { names: { residencyId: 'resident', placeId: 'place', leashHolder: 'person', recordedBy: 'person' } },
)
