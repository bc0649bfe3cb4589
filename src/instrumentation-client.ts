// Zod makes its parsers by `new Function` where it may; the policy of the pages does not let it.
const house = globalThis as typeof globalThis & { __zod_globalConfig?: { jitless: boolean } }
house.__zod_globalConfig = { jitless: true }

export {}
