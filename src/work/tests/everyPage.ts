import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { loadAfter } from '../page/after'
import { loadBaseline } from '../page/baseline'
import { loadBench } from '../page/bench'
import { loadBlock } from '../page/block'
import { loadBooklet } from '../page/booklet'
import { loadShowing } from '../page/showing'
import { loadCurriculum, loadDraft } from '../page/curriculum'
import { loadDemonstration } from '../page/demonstration'
import { loadBowls, loadFood } from '../page/food'
import { loadAnother } from '../page/another'
import { loadForecasts } from '../page/forecasts'
import { loadFrame } from '../page/frame'
import { loadHandoffPage, loadHandoffs } from '../page/handoff'
import { loadMatching } from '../page/matching'
import { loadHouse } from '../page/house'
import { loadIntake } from '../page/intake'
import { loadMethod } from '../page/method'
import { loadPaper } from '../page/paper'
import { cueDictionary, doorCard, feedingList } from '../page/printed'
import { loadCommand } from '../page/command'
import { loadResident } from '../page/resident'
import { loadReport } from '../page/report'
import { loadReward } from '../page/reward'
import { loadDoor } from '../page/signIn'
import { loadComing } from '../page/coming'
import { loadWall } from '../page/wall'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** The view of every page of the house, as somebody here sees it at this moment, by name. */
export const everyPage = (db: Db, me: string, now: EpochMs): Readonly<Record<string, unknown>> => ({
  frame: loadFrame(db, now),
  door: loadDoor(db, now),
  wall: loadWall(db, now),
  wallOfLead: loadWall(db, now, { me, isLead: true }),
  bench: loadBench(db, now),
  bowls: loadBowls(db, now),
  feedingList: feedingList(db, now),
  handoffs: loadHandoffs(db, now),
  matching: loadMatching(db, now),
  another: loadAnother(db, now),
  forecasts: loadForecasts(db),
  house: loadHouse(db, now),
  method: loadMethod(db, now),
  paper: loadPaper(db, me, now),
  coming: loadComing(db, now),
  curriculum: loadCurriculum(db, undefined),
  draft: loadDraft(db),
  words: cueDictionary(db, now),
})

/** The view of every page of one dog, by name. */
export const everyPageOf = (
  db: Db,
  residencyId: ResidencyId,
  me: string,
  now: EpochMs,
): Readonly<Record<string, unknown>> => ({
  resident: loadResident(db, residencyId, now),
  misses: loadResident(db, residencyId, now, { command: 'sit', placeId: 'room', leashHolder: me, only: 'misses' }, 1),
  commands: newestCurriculum(db).commands.map((c) => loadCommand(db, residencyId, c.id, now)),
  block: loadBlock(db, residencyId, undefined, me, now),
  work: loadBlock(db, residencyId, 'down', me, now),
  baseline: loadBaseline(db, residencyId, now),
  food: loadFood(db, residencyId, now),
  report: loadReport(db, residencyId, now),
  handoff: loadHandoffPage(db, residencyId, now),
  demonstration: loadDemonstration(db, residencyId, now, { me }),
  rehearsal: loadShowing(db, residencyId, 'rehearsal', now, { me }),
  live: loadShowing(db, residencyId, 'demonstration', now, { me }),
  after: loadAfter(db, residencyId, now),
  booklet: loadBooklet(db, residencyId, now),
  intake: loadIntake(db, residencyId, now),
  reward: loadReward(db, residencyId, now),
  card: doorCard(db, residencyId, now),
})
