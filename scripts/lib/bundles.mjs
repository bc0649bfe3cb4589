import { createRequire } from 'node:module'

export const serviceWorker = 'public/sw.js'
export const jobs = 'build/jobs.mjs'
export const practice = 'build/practice.js'

/** Bundles what runs beside the application: the service worker of the phones, the threads of the server. */
export function bundle({ minify = true } = {}) {
  // Asked for here and not above: this file is also read where nothing is installed yet.
  const { buildSync } = createRequire(import.meta.url)('esbuild')
  const shared = { bundle: true, minify, target: 'es2022', define: { 'process.env.NODE_ENV': '"production"' } }
  // Next serves what lies in public/ when it starts.
  buildSync({ ...shared, entryPoints: ['src/sw/sw.ts'], outfile: serviceWorker })
  // What owners take home is one file with its program in it.
  buildSync({ ...shared, minify: true, entryPoints: ['src/home/practice.ts'], outfile: practice, format: 'iife' })
  buildSync({
    ...shared,
    entryPoints: ['src/jobs/worker.ts'],
    outfile: jobs,
    platform: 'node',
    format: 'esm',
    packages: 'external',
  })
}
