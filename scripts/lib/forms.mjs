/** Design choice, bytes: no page sends a longer form before its program runs. What is longer goes on as it comes. */
const mostRead = 1024 * 1024

/**
 * A form that a page sends before its program runs (multipart, and no deed named in its head) is read whole before the
 * pages are asked: they answer one that cannot be read with a fault of their own.
 */
export const isPlainForm = ({ method, headers }) =>
  method === 'POST' &&
  headers['next-action'] === undefined &&
  !(Number(headers['content-length']) > mostRead) &&
  /^\s*multipart\/form-data\b/i.test(headers['content-type'] ?? '')

/** The body of a form; undefined where it cannot be read as one. */
export async function readForm(request) {
  const parts = []
  for await (const part of request) parts.push(part)
  const body = Buffer.concat(parts)
  // The reader that the pages use, too.
  return new Response(body, { headers: { 'content-type': request.headers['content-type'] } }).formData().then(
    () => body,
    () => undefined,
  )
}
