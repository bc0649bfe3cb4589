'use client'
import { Broken } from '@/screens/shell/Lost'

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <main>
      <Broken retry={reset} />
    </main>
  )
}
