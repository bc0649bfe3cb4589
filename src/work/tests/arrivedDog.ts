import { dog, newKennel, trainer } from './kennel'

/** A kennel with a dog that has just come, three commands promised. */
export const arrivedDog = () => {
  const db = newKennel()
  const who = trainer(db)
  return {
    db,
    who,
    residencyId: dog(db, {
      promised: [{ rung: 'sit.word' }, { rung: 'sit-stay.30s' }, { rung: 'down.no-lure' }],
    }),
  }
}
