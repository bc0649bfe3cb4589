import { subscribe } from 'node:diagnostics_channel'
import { appendFileSync } from 'node:fs'
import { performance, PerformanceObserver } from 'node:perf_hooks'
import { isMainThread } from 'node:worker_threads'

/**
 * Preloaded into every process of a server under load: when its loop stood still for over 50 ms, for how long, how long
 * of that its threads worked and did not wait, how long it was cleaning up its memory, and what it had been asked and
 * not answered yet; a line of JSON each, into the file that KIBOU_SOAK_STALLS names. No part of the product.
 */
const everyMs = 10
const into = process.env.KIBOU_SOAK_STALLS
const program = process.argv[1]?.split('/').at(-1)
let last = performance.now()
let worked = process.cpuUsage()
let cleaned = 0
/** What is asked and not answered yet, with when it came; and what was answered in this turn of the loop. */
const asked = new Map()
let answered = []
const sayAsked = (request, came) => `${request.method} ${request.url} ${Math.round(performance.now() - came)}`
if (into && isMainThread) {
  const collected = new PerformanceObserver((list) => {
    for (const { duration } of list.getEntries()) cleaned += duration
  })
  collected.observe({ entryTypes: ['gc'] })
  subscribe('http.server.request.start', ({ request }) => asked.set(request, performance.now()))
  subscribe('http.server.response.finish', ({ request }) => {
    answered.push(sayAsked(request, asked.get(request) ?? 0))
    asked.delete(request)
  })
  setInterval(() => {
    const now = performance.now()
    const ms = Math.round(now - last - everyMs)
    last = now
    const { user, system } = process.cpuUsage(worked)
    worked = process.cpuUsage()
    const cpu = Math.round((user + system) / 1000)
    // What was collected meanwhile is told behind the timer: its sum is written with the next turn of the loop.
    setImmediate(() => {
      const gc = Math.round(cleaned)
      const during = () => [...answered, ...[...asked].map(([request, came]) => sayAsked(request, came))]
      if (ms > 50)
        appendFileSync(into, `${JSON.stringify({ program, at: Date.now(), ms, cpu, gc, during: during() })}\n`)
      cleaned = 0
      answered = []
    })
  }, everyMs).unref()
}
