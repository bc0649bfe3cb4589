/** What a text says as JSON; undefined for what is none, which no JSON says. */
export function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}
