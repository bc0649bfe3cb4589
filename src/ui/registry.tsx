'use client'
import { useServerInsertedHTML } from 'next/navigation'
import { useEffect, useState, type ReactNode } from 'react'
import { ServerStyleSheet, StyleSheetManager } from 'styled-components'

/** Collects styles while the server renders, so that the first page is right without JavaScript. */
export function StyleRegistry({ nonce, children }: { nonce: string | undefined; children: ReactNode }) {
  const [sheet] = useState(() => new ServerStyleSheet(nonce === undefined ? {} : { nonce }))
  useServerInsertedHTML(() => {
    const styles = sheet.getStyleElement()
    sheet.instance.clearTag()
    return <>{styles}</>
  })
  // A page that has come alive says so: before that, a tap or a key reaches nobody.
  useEffect(() => {
    document.documentElement.dataset['alive'] = ''
  }, [])
  if (typeof window !== 'undefined') return <>{children}</>
  return <StyleSheetManager sheet={sheet.instance}>{children}</StyleSheetManager>
}
