import { createRequire } from 'node:module'

export const serviceWorker = 'public/sw.js'
export const jobs = 'build/jobs.mjs'
export const facts = 'build/facts.mjs'
export const practice = 'build/practice.js'

/** Bundles what runs beside the pages: the phones' service worker, the server's threads and its facts door. */
export function bundle({ minify = true } = {}) {
  // Asked for here and not above: this file is also read where nothing is installed yet.
  const { buildSync } = createRequire(import.meta.url)('esbuild')
  const shared = { bundle: true, minify, target: 'es2022', define: { 'process.env.NODE_ENV': '"production"' } }
  // Next serves what lies in public/ when it starts.
  buildSync({ ...shared, entryPoints: ['src/sw/sw.ts'], outfile: serviceWorker })
  // What owners take home is one file with its program in it.
  buildSync({ ...shared, minify: true, entryPoints: ['src/home/practice.ts'], outfile: practice, format: 'iife' })
  const onServer = { ...shared, platform: 'node', format: 'esm', packages: 'external' }
  buildSync({ ...onServer, entryPoints: ['src/jobs/worker.ts'], outfile: jobs })
  buildSync({ ...onServer, entryPoints: ['src/door/facts.ts'], outfile: facts })
}
