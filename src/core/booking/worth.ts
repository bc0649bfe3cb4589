import { figures } from '../figures'
import type { Kennel, Worth } from './kennel'

/** What a time is worth where the house says nothing else. */
export const usualWorth: Worth = {
  chance: figures.bookChance.value,
  waiting: figures.bookWaiting.value,
  risk: figures.bookRisk.value,
  otherTrainer: figures.bookOtherTrainer.value,
  rank: figures.bookRank.value,
  rain: figures.bookRain.value,
  late: figures.bookLate.value,
  noSlack: figures.bookNoSlack.value,
  noRehearsal: figures.bookNoRehearsal.value,
  keptTime: figures.bookKeptTime.value,
  keptTrainer: figures.bookKeptTrainer.value,
  keptGround: figures.bookKeptGround.value,
}

export const usualFloor: Kennel['floor'] = { usual: figures.bookFloor.value, least: figures.bookLeast.value }
/** Design choice: hours from now on in which nobody is offered a time. */
export const noticeHours = figures.bookNotice.value
/** Design choice: so many demonstrations a trainer and day. */
export const usualADay = figures.bookADay.value
