import { ensureBuild } from './build.mjs'
import { ensureDependencies } from './dependencies.mjs'
import { prepareDatabase } from './prepare.mjs'

/**
 * Installs, prepares the database and builds, each where it is not done. What is wrong with the database is said
 * before a build, but on a first start, where the build goes on beside all else.
 */
export async function makeReady(database, mode, more = []) {
  const prepare = () => prepareDatabase(database, mode, more)
  if (await ensureDependencies({ beside: ensureBuild, after: prepare })) await prepare()
  await ensureBuild()
}
