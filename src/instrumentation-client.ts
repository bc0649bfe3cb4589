// Zod makes its parsers by `new Function` where it may; the policy of the pages does not let it.
const house = globalThis as typeof globalThis & { __zod_globalConfig?: { jitless: boolean } }
house.__zod_globalConfig = { jitless: true }

// A page that came to nothing on the server is made here, without the head that says what styles are to carry.
const nonce = document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce
if (nonce !== undefined && nonce !== '' && !document.querySelector('meta[property="csp-nonce"]')) {
  const meta = document.createElement('meta')
  meta.setAttribute('property', 'csp-nonce')
  meta.nonce = nonce
  document.head.append(meta)
}

export {}
