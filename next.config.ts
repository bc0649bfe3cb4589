import type { NextConfig } from 'next'

const config: NextConfig = {
  compiler: { styledComponents: { displayName: process.env.NODE_ENV !== 'production' } },
  experimental: { serverActions: { bodySizeLimit: '5mb' } },
  serverExternalPackages: ['better-sqlite3', '@node-rs/argon2', 'pdfkit', 'piscina', 'sharp'],
  // Types are checked by `npm run check`; a kennel that builds at its first start need not do it again.
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  devIndicators: false,
}

export default config
