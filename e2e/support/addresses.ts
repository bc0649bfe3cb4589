import { readFileSync } from 'node:fs'
import { z } from 'zod'
import { answeredBefore } from '../../scripts/lib/front.mjs'
import type { Kibou } from './kibou'

const read = (file: string): unknown => JSON.parse(readFileSync(file, 'utf8'))

/** An address as the build names it: `/dogs/[residencyId]`. */
export interface Address {
  readonly kind: 'page' | 'handler'
  readonly path: string
}

/** Every address there is: those the build knows, and those that are answered before the pages. */
export const everyAddress = (): readonly Address[] => [
  ...Object.keys(z.record(z.string(), z.string()).parse(read('.next/server/app-paths-manifest.json'))).map(
    (r): Address => ({
      kind: r.endsWith('/route') ? 'handler' : 'page',
      path: r.replace(/\/\(\w+\)/g, '').replace(/\/(page|route)$/, '') || '/',
    }),
  ),
  ...answeredBefore.map((path): Address => ({ kind: 'handler', path })),
]

/** Every server action that the build knows. */
export const everyAction = (): readonly string[] =>
  Object.keys(
    z
      .object({ node: z.record(z.string(), z.object({ workers: z.record(z.string(), z.unknown()) })) })
      .parse(read('.next/server/server-reference-manifest.json')).node,
  )

/** The address of something that is in the demonstration. */
export function sampleOf(kibou: Kibou, path: string): string {
  const sample: Readonly<Record<string, string>> = {
    residencyId: kibou.dog('Wren'),
    command: 'sit',
    handoffId: '01890000-0000-7000-8000-000000000001',
  }
  return path.replace(/\[(\w+)\]/g, (_, name: string) => {
    const found = sample[name]
    if (found === undefined) throw new Error(`${path}: say in e2e/support/addresses.ts what stands for ${name}`)
    return found
  })
}
