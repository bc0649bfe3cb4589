import type { HouseGround } from '@/core/handoff/possible'
import type { Db } from '@/store/database'
import { readSpaces } from '@/store/house'
import { afterAll, peopleOn } from '@/store/kennel'
import { handlers } from '../base/who'

/** What this house has to keep promises with. As long as nobody works here it is not set up, and nobody is missed. */
export const groundOf = (db: Db): HouseGround => ({
  places: readSpaces(db),
  // A promise is for days to come: nobody counts who has said they leave.
  people: handlers(peopleOn(db, afterAll)).length || Number.POSITIVE_INFINITY,
})
