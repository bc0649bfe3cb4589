import '@fontsource-variable/atkinson-hyperlegible-next'
import '@fontsource-variable/hepta-slab'
import type { Metadata, Viewport } from 'next'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { StyleRegistry } from '@/ui/registry'
import { GlobalStyle } from '@/ui/theme'

export const metadata: Metadata = {
  title: { default: 'Kibou', template: '%s · Kibou' },
  description: 'Board-and-train: who stands where, what comes next',
}
export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: '#10302a' }
export const dynamic = 'force-dynamic'

export default async function RootLayout({ children }: { children: ReactNode }) {
  // The server’s, new with every answer; none while developing.
  const nonce = (await headers()).get('x-nonce') ?? undefined
  return (
    <html lang="en" data-theme="day" suppressHydrationWarning>
      <head>
        {/* Styles that are made later in the browser carry it too. */}
        {nonce !== undefined && <meta property="csp-nonce" nonce={nonce} suppressHydrationWarning />}
      </head>
      <body>
        <StyleRegistry nonce={nonce}>
          <GlobalStyle />
          {children}
        </StyleRegistry>
      </body>
    </html>
  )
}
