import { z } from 'zod'
import { factKind, line, name, uuid } from './kind'
import { itemEnds, turns } from './words'

/** An item of a demonstration is over in this turn: shown, or left with a reason; the newest word counts. */
export const itemShown = factKind(
  'item-shown',
  {
    demonstrationId: uuid,
    residencyId: uuid,
    itemId: z.string().min(1).max(120),
    turn: z.enum(turns),
    how: z.enum(itemEnds),
    why: line(80),
    note: line(400),
    recordedBy: name,
  },
  { names: { residencyId: 'resident', recordedBy: 'person' } },
)
