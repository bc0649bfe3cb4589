import { subscribe } from 'node:diagnostics_channel'
import { appendFileSync, readFileSync } from 'node:fs'
import { performance, PerformanceObserver } from 'node:perf_hooks'
import { isMainThread } from 'node:worker_threads'
import { stolenSince, stolenSoFar } from './stolen.mjs'

/**
 * Preloaded into every process of a server under load: when its loop stood still for over 50 ms, for how long, how long
 * of that its threads worked, how long its own thread was not given the machine though it had work, how long the most
 * robbed core was lent to another machine, how long it was cleaning up its memory, and what it had been asked and not
 * answered yet; a line of JSON each, into the file that KIBOU_SOAK_STALLS names. No part of the product.
 */
const everyMs = 10
const into = process.env.KIBOU_SOAK_STALLS
const program = process.argv[1]?.split('/').at(-1)
let last = performance.now()
let worked = process.cpuUsage()
let cleaned = 0
/** Milliseconds for which this thread has waited for the machine so far, as Linux counts them. */
const waitedSoFar = () => {
  try {
    return Number(readFileSync(`/proc/self/task/${process.pid}/schedstat`, 'utf8').split(' ')[1]) / 1e6
  } catch {
    return 0
  }
}
let waited = waitedSoFar()
let stolen = stolenSoFar()
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
    const soFar = waitedSoFar()
    const wait = Math.round(soFar - waited)
    waited = soFar
    const stolenNow = stolenSoFar()
    const steal = stolenSince(stolen, stolenNow)
    stolen = stolenNow
    const cpu = Math.round((user + system) / 1000)
    // What was collected meanwhile is told behind the timer: its sum is written with the next turn of the loop.
    setImmediate(() => {
      const gc = Math.round(cleaned)
      const during = () => [...answered, ...[...asked].map(([request, came]) => sayAsked(request, came))]
      const told = { program, at: Date.now(), ms, cpu, wait, steal, gc }
      if (ms > 50) appendFileSync(into, `${JSON.stringify({ ...told, during: during() })}\n`)
      cleaned = 0
      answered = []
    })
  }, everyMs).unref()
}
