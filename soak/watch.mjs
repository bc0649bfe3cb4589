import { performance } from 'node:perf_hooks'

/**
 * Preloaded into a server under load: how long its loop stood still, told to whoever started it when asked. No part of
 * the product.
 */
const everyMs = 10
const stalls = []
let last = performance.now()
setInterval(() => {
  const now = performance.now()
  const late = now - last - everyMs
  if (late > 50) stalls.push({ at: Math.round(now), ms: Math.round(late) })
  last = now
}, everyMs).unref()
process.on('message', (m) => {
  if (m === 'stalls') process.send?.({ stalls: stalls.splice(0), cpu: process.cpuUsage() })
})
