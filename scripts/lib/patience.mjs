import { createServer } from 'node:http'

/** Slow and idle connections are closed, whatever they wait for; a phone at the edge of the network has two minutes. */
const patience = {
  headersTimeout: 15_000,
  requestTimeout: 120_000,
  keepAliveTimeout: 30_000,
  connectionsCheckingInterval: 5000,
}

/** A server that waits for nobody longer than that; `share` of it for tests. */
export function patientServer(receive, share = 1) {
  const waits = Object.fromEntries(Object.entries(patience).map(([name, ms]) => [name, ms * share]))
  const server = createServer({ ...waits, maxHeaderSize: 16 * 1024 }, receive)
  server.maxConnections = 1000
  server.maxRequestsPerSocket = 10_000
  return server
}
