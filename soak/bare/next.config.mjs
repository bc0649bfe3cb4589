import { resolve } from 'node:path'

export default {
  serverExternalPackages: ['better-sqlite3'],
  typescript: { ignoreBuildErrors: true },
  // It is built in a folder of the product’s, whose packages it uses.
  turbopack: { root: resolve('.') },
}
