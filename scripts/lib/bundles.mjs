import { createRequire } from 'node:module'

export const serviceWorker = 'public/sw.js'
export const jobs = 'build/jobs.mjs'
export const facts = 'build/facts.mjs'
export const practice = 'build/practice.js'

/** Asked for where it is used and not above: these files are also read where nothing is installed yet. */
export const esbuild = () => createRequire(import.meta.url)('esbuild')

const shared = { bundle: true, target: 'es2022', define: { 'process.env.NODE_ENV': '"production"' } }
/** How a program for Node is bundled: packages stay where they are installed. */
export const onServer = { ...shared, platform: 'node', format: 'esm', packages: 'external' }

/** Bundles what runs beside the pages: the phones' service worker, the server's threads and its facts door. */
export function bundle({ minify = true } = {}) {
  const { buildSync } = esbuild()
  // Next serves what lies in public/ when it starts.
  buildSync({ ...shared, minify, entryPoints: ['src/sw/sw.ts'], outfile: serviceWorker })
  // What owners take home is one file with its program in it.
  buildSync({ ...shared, minify: true, entryPoints: ['src/home/practice.ts'], outfile: practice, format: 'iife' })
  buildSync({ ...onServer, minify, entryPoints: ['src/jobs/worker.ts'], outfile: jobs })
  buildSync({ ...onServer, minify, entryPoints: ['src/auth/facts.ts'], outfile: facts })
}
