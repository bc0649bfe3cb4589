/** Names by which an object's own workings are reached; no field here is called so. */
export const ownWorkings: ReadonlySet<string> = new Set([
  'length',
  'toString',
  'valueOf',
  'constructor',
  'prototype',
  '__proto__',
  'then',
])

/**
 * Whether something sent from outside holds, however deep, a field that is called like an object's own workings: who
 * asks it for its length or its text would be answered by the sender. Checks of lists do, before they know it is none.
 */
export function reachesInward(sent: unknown): boolean {
  const left: unknown[] = [sent]
  while (left.length > 0) {
    const value = left.pop()
    if (typeof value !== 'object' || value === null) continue
    if (Array.isArray(value)) {
      // One by one: there may be more than a call takes.
      for (const one of value) left.push(one)
      continue
    }
    for (const [name, one] of Object.entries(value)) {
      if (ownWorkings.has(name)) return true
      left.push(one)
    }
  }
  return false
}

/** What a text from outside says as JSON; undefined, which no JSON says, for what is none or reaches inward. */
export function parsedJson(text: string): unknown {
  try {
    const parsed: unknown = JSON.parse(text)
    return reachesInward(parsed) ? undefined : parsed
  } catch {
    return undefined
  }
}
