import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

/** Read from the disk: the tests also run where a copy of the files has no history with it. */
const filesIn = (folder: string) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => `${entry.parentPath}/${entry.name}`)
    .sort()

const files = ['src', 'scripts', 'e2e', 'bench', 'soak'].flatMap(filesIn)
const architecture = readFileSync('docs/architecture.md', 'utf8')
const pages = [
  'README.md',
  'SECURITY.md',
  'CONTRIBUTING.md',
  'docs/architecture.md',
  'docs/asvs.md',
  'docs/judge.md',
  'docs/whole-kennel.md',
]

/** What the build makes is named here, and is not there in a fresh clone. */
const built = readFileSync('scripts/lib/bundles.mjs', 'utf8')

/** Rows of the last table of the architecture: a term, and the file that has its rule. */
const rules = [
  ...architecture
    .slice(architecture.indexOf('## One rule, one file'))
    .matchAll(/^\| ([a-z ]+) \| `(core\/[\w/]+\.ts)` \|$/gm),
].map(([, term = '', file = '']) => [term, file] as const)

describe('the documents', () => {
  it('name at least ten rules', () => {
    expect(rules.length).toBeGreaterThanOrEqual(10)
  })

  it.each(rules)('searching file names for “%s” gives one file', (term, file) => {
    const found = files.filter(
      (f) => !/\.test\.tsx?$/.test(f) && f.toLowerCase().includes(term.replaceAll(' ', '').toLowerCase()),
    )
    expect(found).toEqual([`src/${file}`])
  })

  it('have an architecture of no more than 2,000 words', () => {
    expect(architecture.split(/\s+/).length).toBeLessThanOrEqual(2000)
  })

  it.each(pages)('%s names files that are there', (page) => {
    const named = [...readFileSync(page, 'utf8').matchAll(/`((?:[\w.-]+\/)+[\w.-]+\.(?:tsx?|mjs|json|md))`/g)].map(
      ([, path = '']) => path,
    )
    const there = (path: string) => existsSync(path) || existsSync(`src/${path}`) || built.includes(`'${path}'`)
    expect(named.filter((path) => !there(path))).toEqual([])
  })

  it('have decisions of a context, a decision and its consequences', () => {
    const decisions = filesIn('docs/decisions')
    expect(decisions.length).toBeGreaterThan(15)
    for (const decision of decisions)
      expect([decision, readFileSync(decision, 'utf8').match(/^## .*$/gm)]).toEqual([
        decision,
        ['## Context', '## Decision', '## Consequences'],
      ])
  })

  it('have a changelog of added, changed and fixed, in lines of at most 120 characters', () => {
    const lines = readFileSync('CHANGELOG.md', 'utf8').split('\n')
    expect(lines.filter((l) => l.length > 120)).toEqual([])
    expect(lines.filter((l) => l.startsWith('### '))).toEqual(['### Added', '### Changed', '### Fixed'])
  })

  it('begin no docstring with “The same”, and call a choice of ours a design choice', () => {
    const found = files
      .filter((f) => /\.(tsx?|mjs)$/.test(f) && !f.endsWith('docs.test.ts'))
      .flatMap((f) =>
        readFileSync(f, 'utf8')
          .split('\n')
          .flatMap((line, n) => (/^\s*(\/\*\*|\*) (The same\b|House: )/.test(line) ? [`${f}:${n + 1}`] : [])),
      )
    expect(found).toEqual([])
  })
})
