import { appendFileSync } from 'node:fs'
import { performance } from 'node:perf_hooks'
import { isMainThread } from 'node:worker_threads'

/**
 * Preloaded into every process of a server under load: when its loop stood still for over 50 ms, for how long, and how
 * long of that it worked and did not wait; a line of JSON each, into the file that KIBOU_SOAK_STALLS names. No part of
 * the product.
 */
const everyMs = 10
const into = process.env.KIBOU_SOAK_STALLS
const program = process.argv[1]?.split('/').at(-1)
let last = performance.now()
let worked = process.cpuUsage()
if (into && isMainThread)
  setInterval(() => {
    const now = performance.now()
    const ms = Math.round(now - last - everyMs)
    last = now
    const { user, system } = process.cpuUsage(worked)
    worked = process.cpuUsage()
    const cpu = Math.round((user + system) / 1000)
    if (ms > 50) appendFileSync(into, `${JSON.stringify({ program, at: Date.now(), ms, cpu })}\n`)
  }, everyMs).unref()
