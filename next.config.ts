import type { NextConfig } from 'next'

const config: NextConfig = {
  compiler: { styledComponents: { displayName: process.env.NODE_ENV !== 'production' } },
  experimental: { serverActions: { bodySizeLimit: '5mb' } },
  serverExternalPackages: ['better-sqlite3', '@node-rs/argon2', 'pdfkit', 'piscina', 'sharp'],
  poweredByHeader: false,
  devIndicators: false,
}

export default config
