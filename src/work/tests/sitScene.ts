import { dog, later, newKennel, Tablet, trainer } from './kennel'
import type { Db } from '@/store/database'
import { recordFacts } from '../record/accept'
import { standingOf } from '../record/standing'

/** How far a dog is in *sit*. */
export const sitPosition = (db: Db, id: string) => standingOf(db, id, later).state.runs['sit/sit']?.position

/** A kennel with a dog that learns to sit, and somebody who works it. */
export function sitScene(promised = 'sit.rear') {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db, { promised: [{ rung: promised, places: '1', people: '1' }] })
  const tablet = new Tablet()
  const work = (n: number, outcome: 'clean' | 'late' | 'miss' = 'clean', rungId = 'sit.rear', of = residencyId) => {
    const set = tablet.set(of, ada, { rungId })
    const reps = Array.from({ length: n }, () => tablet.rep(set.id, outcome))
    recordFacts(db, tablet.batch([set, ...reps]), tablet.at)
    return set.id
  }
  return { db, ada, residencyId, tablet, work }
}
