import '@fontsource-variable/atkinson-hyperlegible-next'
import '@fontsource-variable/hepta-slab'
import type { Metadata, Viewport } from 'next'
import type { ReactNode } from 'react'
import { StyleRegistry } from '@/ui/registry'
import { GlobalStyle } from '@/ui/theme'

export const metadata: Metadata = {
  title: { default: 'Kibou', template: '%s · Kibou' },
  description: 'Board-and-train: who stands where, what comes next',
}
export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: '#10302a' }
export const dynamic = 'force-dynamic'

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" data-theme="day" suppressHydrationWarning>
      <body>
        <StyleRegistry>
          <GlobalStyle />
          {children}
        </StyleRegistry>
      </body>
    </html>
  )
}
