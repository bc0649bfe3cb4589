import type { Command, Curriculum, Rung } from './types'

/**
 * The curriculum with every rung passed through `change`; rungs for which it gives nothing are left out, and the next
 * rung up of the run (or the last one below) stands in their stead for promises and prerequisites, unless `instead`
 * says otherwise. Runs and commands left empty fall away.
 */
export function changeRungs(
  curriculum: Curriculum,
  change: (rung: Rung, command: Command) => Rung | undefined,
  instead: Readonly<Record<string, string>> = {},
): Curriculum {
  const replaced: Record<string, string> = { ...curriculum.instead, ...instead }
  const commands = curriculum.commands.flatMap((command) => {
    const runs = command.runs.flatMap((ladder) => {
      const changed = ladder.rungs.map((rung) => change(rung, command))
      ladder.rungs.forEach((rung, i) => {
        if (changed[i]) return
        const nearest =
          changed.slice(i).find((r) => r !== undefined) ?? changed.slice(0, i).findLast((r) => r !== undefined)
        const stands = instead[rung.id] ?? nearest?.id
        if (stands !== undefined) replaced[rung.id] = stands
      })
      const rungs = changed.filter((r) => r !== undefined)
      return rungs.length > 0 ? [{ ...ladder, rungs }] : []
    })
    return runs.length > 0 ? [{ ...command, runs }] : []
  })
  return { ...curriculum, commands, instead: replaced }
}

/** The curriculum with every command passed through `change`. */
export const changeCommands = (curriculum: Curriculum, change: (command: Command) => Command): Curriculum => ({
  ...curriculum,
  commands: curriculum.commands.map(change),
})
