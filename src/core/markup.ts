/** HTML as text, made by `html` alone: whatever was put in is escaped. */
export interface Markup {
  readonly html: string
}

type Part = string | number | Markup | readonly Markup[] | false | undefined

const special = /[&<>"']/g
const entities: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
}

/** Text as it must stand in HTML, between tags and within quoted attributes. */
export const escaped = (text: string): string => text.replace(special, (c) => entities[c] ?? c)

function said(part: Part): string {
  if (part === undefined || part === false) return ''
  if (typeof part === 'string') return escaped(part)
  if (typeof part === 'number') return String(part)
  return 'html' in part ? part.html : part.map((p) => p.html).join('')
}

/**
 * HTML with its values put in: text is escaped, HTML stands as it is, a list follows one on another, `false` and
 * `undefined` say nothing. Attributes must be quoted. A line break that touches a tag is the source’s indentation and
 * says nothing; a blank that matters stands on one line with what it parts.
 * @example html`<b title="${name}">${name}</b>`
 */
export function html(strings: TemplateStringsArray, ...parts: readonly Part[]): Markup {
  const own = literalsOf(strings)
  let text = own[0] ?? ''
  for (let i = 0; i < parts.length; i++) text += said(parts[i]) + (own[i + 1] ?? '')
  return { html: text }
}

const cache = new WeakMap<TemplateStringsArray, readonly string[]>()
function literalsOf(strings: TemplateStringsArray): readonly string[] {
  const known = cache.get(strings)
  if (known) return known
  const own = strings.map((s) => s.replace(/(^|>)\s*\n\s*|\s*\n\s*(?=[<>/]|$)/g, '$1'))
  cache.set(strings, own)
  return own
}
