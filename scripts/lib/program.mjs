import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'

/**
 * The path of a program as one file that Node runs as it is, made anew where a file that went into it has changed.
 * Loading some hundred files one by one, each translated on its way, takes three times as long, and what is bundled
 * runs as what is shipped does.
 */
export function program(entry) {
  const made = `build/${entry.replaceAll('/', '-').replace(/\.ts$/, '.mjs')}`
  if (existsSync(made) && isOf(readFileSync(made, 'utf8'))) return made
  // Asked for here and not above: this file is also read where nothing is installed yet.
  const { buildSync } = createRequire(import.meta.url)('esbuild')
  const { outputFiles, metafile } = buildSync({
    entryPoints: [entry],
    bundle: true,
    write: false,
    metafile: true,
    target: 'es2022',
    platform: 'node',
    format: 'esm',
    packages: 'external',
    define: { 'process.env.NODE_ENV': '"production"' },
  })
  const files = Object.keys(metafile.inputs)
  // In one go, since two may be started at once.
  mkdirSync('build', { recursive: true })
  const half = `${made}.${process.pid}`
  writeFileSync(half, `// ${JSON.stringify({ files, print: printOf(files) })}\n${outputFiles[0].text}`)
  renameSync(half, made)
  return made
}

/** A fingerprint of what these files hold; a checkout's file times say nothing. */
function printOf(files) {
  const hash = createHash('sha256')
  for (const file of files) hash.update(file).update(existsSync(file) ? readFileSync(file) : '')
  return hash.digest('hex')
}

/** Whether what was made is of its files as they are, as its first line says. */
function isOf(text) {
  try {
    const { files, print } = JSON.parse(text.slice('// '.length, text.indexOf('\n')))
    return printOf(files) === print
  } catch {
    return false
  }
}
