import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { houseCurriculum } from './house'
import { allRungs } from './lookup'

/** Sources of the program: not the shipped file, the demonstration, or tests. */
function sources(folder: string): readonly string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) return path === 'src/demo' || entry.name === 'tests' ? [] : sources(path)
    return /\.tsx?$/.test(entry.name) && !/\.test\.tsx?$/.test(entry.name) ? [path] : []
  })
}

const literals = /'([^'\n]*)'|`([^`$]*)`|"([^"\n]*)"/g
const rungs = new Set(allRungs(houseCurriculum).map((r) => r.id))
const commands = houseCurriculum.commands.map((c) => c.id).join('|')
const comparesCommand = new RegExp(
  [
    `(command|commandId|\\.id)\\)? (===|!==) '(${commands})'`,
    `\\bcommand(Id)?: '(${commands})'`,
    `startsWith\\('(${commands})`,
  ].join('|'),
)

it('nothing outside the shipped file and the demonstration knows a command or rung by its id', () => {
  const files = sources('src')
  expect(files.length).toBeGreaterThan(300)
  const named = files.flatMap((file) =>
    readFileSync(file, 'utf8')
      .split('\n')
      .flatMap((text, i) =>
        comparesCommand.test(text) || [...text.matchAll(literals)].some((m) => rungs.has(m[1] ?? m[2] ?? m[3] ?? ''))
          ? [`${file}:${i + 1}: ${text.trim()}`]
          : [],
      ),
  )
  expect(named).toEqual([])
})
