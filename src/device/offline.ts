/**
 * What a device keeps so that an open block reloads without network. Browsers allow it on localhost and behind TLS
 * only.
 */
export const blockCache = 'kibou-blocks'
export const programCache = 'kibou-program'

/** Working sessions: the only pages kept on a device. What stands in brackets is filled in. */
export const keptPages = [
  '/dogs/[residencyId]/block',
  '/dogs/[residencyId]/work/[command]',
  '/dogs/[residencyId]/demonstration/live',
  '/dogs/[residencyId]/demonstration/rehearsal',
] as const

const patterns = keptPages.map((address) => new RegExp(`^${address.replace(/\[\w+\]/g, '[^/]+')}$`))
/** Whether the page at this address is kept on the device. */
export const isKept = (path: string): boolean => patterns.some((address) => address.test(path))

/** Whether this address may keep itself for a time without network. */
export const mayReloadOffline = (): boolean => 'serviceWorker' in navigator && 'caches' in window

/**
 * Keeps this page and the program files it runs on. A page opened by a link of ours was never loaded by its address,
 * and the files of the first visit came before the worker; both are fetched once more here, from the browser's own
 * cache.
 */
export async function keepThisPage(): Promise<boolean> {
  if (!mayReloadOffline()) return false
  try {
    await navigator.serviceWorker.register('/sw.js', { scope: '/' })
    await navigator.serviceWorker.ready
    const files = performance
      .getEntriesByType('resource')
      .flatMap((e) =>
        new URL(e.name).pathname.startsWith('/_next/static/') && e.name.startsWith(location.origin) ? [e.name] : [],
      )
    const program = await caches.open(programCache)
    await Promise.all(
      [...new Set(files)].map(async (file) => {
        if (!(await program.match(file))) await program.add(file)
      }),
    )
    const page = await fetch(location.href, { headers: { accept: 'text/html' } })
    if (!page.ok || page.redirected) return false
    // What the page itself asks for, and what it was never asked for while links led here.
    const html = await page.clone().text()
    const named = [...new Set([...html.matchAll(/\/_next\/static\/[^"'\\ )]+/g)].map((m) => m[0]))]
    await Promise.all(
      named.map(async (file) => {
        if (!(await program.match(file))) await program.add(file).catch(() => undefined)
      }),
    )
    await tidy()
    await (await caches.open(blockCache)).put(location.href, page)
    return true
  } catch {
    return false
  }
}

/** Design choice: the program files of a few versions; the oldest go first. */
const mostFiles = 400
/** Design choice: a kept page is a day's; what others did since is not on it. */
const pageForMs = 86_400_000

/** Throws out pages of other days, and program files beyond a few versions. */
async function tidy(): Promise<void> {
  const pages = await caches.open(blockCache)
  for (const request of await pages.keys()) {
    const made = Date.parse((await pages.match(request))?.headers.get('date') ?? '')
    if (!(Date.now() - made < pageForMs)) await pages.delete(request)
  }
  const program = await caches.open(programCache)
  const files = await program.keys()
  for (const request of files.slice(0, Math.max(0, files.length - mostFiles))) await program.delete(request)
}

/** Forgets every kept page: whoever signs out leaves no dog behind on a shared device. */
export async function forgetPages(): Promise<void> {
  if (typeof caches !== 'undefined') await caches.delete(blockCache).catch(() => false)
}
