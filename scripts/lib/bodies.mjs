/** The body of a request, whole. How long it may be and may take was seen to before (receive, patience). */
export async function bodyOf(request) {
  const parts = []
  for await (const part of request) parts.push(part)
  return Buffer.concat(parts)
}

/** A form that a page sends before its program runs: multipart, and no deed named in its head. */
export const isPlainForm = ({ method, headers }) =>
  method === 'POST' &&
  headers['next-action'] === undefined &&
  /^\s*multipart\/form-data\b/i.test(headers['content-type'] ?? '')

/** Whether this body can be read as a form; the pages answer one that cannot with a fault of their own. */
export const isReadable = (request, body) =>
  // The reader that the pages use, too.
  new Response(body, { headers: { 'content-type': request.headers['content-type'] } }).formData().then(
    () => true,
    () => false,
  )
