import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { esbuild, onServer } from './bundles.mjs'
import { fingerprint } from './fingerprint.mjs'

/**
 * The path of a program as one file that Node runs as it is, made again where a file that went into it has changed.
 * Loading some hundred files one by one, each translated on its way, takes three times as long, and what is bundled
 * runs as what is shipped does.
 */
export function program(entry) {
  const made = `build/${entry.replaceAll('/', '-').replace(/\.ts$/, '.mjs')}`
  if (existsSync(made) && isOf(readFileSync(made, 'utf8'))) return made
  const { outputFiles, metafile } = esbuild().buildSync({
    ...onServer,
    entryPoints: [entry],
    write: false,
    metafile: true,
  })
  const files = Object.keys(metafile.inputs)
  // In one go, since two may be started at once.
  mkdirSync('build', { recursive: true })
  const half = `${made}.${process.pid}`
  writeFileSync(half, `// ${JSON.stringify({ files, print: fingerprint(files) })}\n${outputFiles[0].text}`)
  renameSync(half, made)
  return made
}

/** Whether what was made is of its files as they are, as its first line says. */
function isOf(text) {
  try {
    const { files, print } = JSON.parse(text.slice('// '.length, text.indexOf('\n')))
    return fingerprint(files) === print
  } catch {
    return false
  }
}
