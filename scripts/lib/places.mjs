import { existsSync, realpathSync } from 'node:fs'
import { dirname, join, relative, sep } from 'node:path'

/** Folders of the program that are served to everybody, or made again. */
const servedOrMade = ['public', '.next', 'build', 'node_modules', 'src', 'scripts', 'e2e', 'bench', 'docs']

/**
 * The program’s own folder that this one lies in, links followed as far as it is there: a kennel’s data there would be
 * served to everybody, or go with the next version. Undefined for any other.
 */
export function insideProgram(folder) {
  let there = folder
  while (!existsSync(there) && dirname(there) !== there) there = dirname(there)
  const real = join(realpathSync(there), relative(there, folder))
  const [first = ''] = relative(realpathSync(process.cwd()), real).split(sep)
  return first === '' || servedOrMade.includes(first) ? first || 'the program’s own folder' : undefined
}
