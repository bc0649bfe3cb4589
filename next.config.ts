import type { NextConfig } from 'next'

const config: NextConfig = {
  compiler: { styledComponents: { displayName: process.env.NODE_ENV !== 'production' } },
  experimental: {
    serverActions: { bodySizeLimit: '5mb' },
    // Each page is loaded when it is first asked for. All of them at the start cost a quarter of a second and sixty
    // megabytes, after a crash, too, and the first page is there no sooner; another’s first time costs some ten
    // milliseconds more.
    preloadEntriesOnStart: false,
  },
  serverExternalPackages: ['better-sqlite3', '@node-rs/argon2', 'pdfkit', 'piscina', 'sharp'],
  // Types are checked by `npm run check`; a kennel that builds at its first start need not do it again.
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  devIndicators: false,
}

export default config
