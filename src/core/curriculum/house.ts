import data from './house.json'
import { checkCurriculum } from './read'
import type { Curriculum } from './types'

/**
 * The curriculum that ships with Kibou, read from its file. Rungs, order and rules by kind are common practice; where
 * the trade gives no number (latency, heel stretch, which distance is held how long) the figure is the house's own.
 */
export const houseCurriculum: Curriculum = loadHouse()

function loadHouse(): Curriculum {
  const read = checkCurriculum(data)
  if (!read.ok) throw new Error(`house.json: ${read.faults.map((f) => `${f.where}: ${f.reason}`).join('; ')}`)
  return read.curriculum
}
