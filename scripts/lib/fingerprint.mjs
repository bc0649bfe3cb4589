import { createHash } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'

/** A fingerprint of these files and of this Node; a checkout's file times say nothing. */
export function fingerprint(files) {
  const hash = createHash('sha256').update(process.versions.node)
  for (const file of files) hash.update(file).update(existsSync(file) ? readFileSync(file) : '')
  return hash.digest('hex')
}
