import { z } from 'zod'
import { factKind, name, uuid } from './kind'
import { ownersHandNames } from './words'

const hands = z.array(z.enum(ownersHandNames)).max(ownersHandNames.length)

/**
 * What was seen of the owner’s hands in one try, or in an item that has none, said whole: the newest word counts.
 */
export const ownersHandsSeen = factKind(
  'owners-hands',
  {
    demonstrationId: uuid,
    residencyId: uuid,
    itemId: z.string().min(1).max(120),
    /** Null where nothing is tried, as when the leash is shown. */
    repId: uuid.nullable(),
    right: hands,
    wrong: hands,
    recordedBy: name,
  },
  { names: { residencyId: 'resident', recordedBy: 'person' } },
)
