import { houseCurriculum } from '../../curriculum/house'
import type { PaperDog } from '../paper'

const commands = houseCurriculum.commands.map((c) => ({
  id: c.id,
  name: c.name,
  rungs: c.runs.flatMap((r) => r.rungs.map((g) => ({ id: g.id, name: g.name }))),
}))
const firstRungs = Object.fromEntries(commands.map((c) => [c.id, c.rungs[0]?.id ?? '']))

/** A dog whose lines a sheet may have, on the first rung of each command but of those that are named. */
export const paperDog = (
  runNumber: string,
  name: string,
  current: Readonly<Record<string, string>> = {},
): PaperDog => ({
  residencyId: `r${runNumber}`,
  runNumber,
  name,
  commands,
  inHand: { ...firstRungs, ...current },
})
