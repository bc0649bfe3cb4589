import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import ts from 'typescript'
import { expect, it } from 'vitest'
import { unreadable } from '@/core/views/retired'

/** Files that hold old words on purpose, or styles instead of sentences. */
const exceptions = ['core/views/retired.ts', 'work/page/practiceFile.ts']

const files = readdirSync('src', { recursive: true, encoding: 'utf8' })
  .filter((f) => /\.tsx?$/.test(f) && !/\.test\.|tests[/\\]/.test(f))
  .filter((f) => !exceptions.includes(f.replaceAll('\\', '/')))

const isText = (n: ts.Node): n is ts.JsxText | ts.StringLiteralLike | ts.TemplateLiteralToken =>
  ts.isJsxText(n) || ts.isStringLiteralLike(n) || ts.isTemplateHead(n) || ts.isTemplateMiddle(n) || ts.isTemplateTail(n)

/** Every text in the code of a file that may be a sentence or a part of one. */
function textsIn(file: string, code: string): readonly string[] {
  const kind = file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS
  const found: string[] = []
  const look = (node: ts.Node): void => {
    if (isText(node)) {
      const words = node.text.replace(/\s+/g, ' ')
      if (/[a-z] [a-z]/.test(words) || ts.isJsxText(node)) found.push(words)
    }
    ts.forEachChild(node, look)
  }
  look(ts.createSourceFile(file, code, ts.ScriptTarget.Latest, false, kind))
  return found
}

// What is folded away, refused or said once a year stands on no page that a test draws.
it('no sentence in the code has a retired word or a doubled stop, wherever it is shown', () => {
  const found = files.flatMap((f) =>
    textsIn(f, readFileSync(join('src', f), 'utf8')).flatMap((words) =>
      unreadable.flatMap((wrong) => {
        const at = wrong.exec(words)
        return at ? [`${f}: ${words.slice(Math.max(0, at.index - 40), at.index + 50)}`] : []
      }),
    ),
  )
  expect(found).toEqual([])
})

it('finds a text in JSX, in a template and in quotes', () => {
  const code = 'const a = <p>What was reckoned</p>; const b = `it came off ${a} here now`; const c = "was it not kept"'
  expect(textsIn('x.tsx', code).filter((t) => unreadable.some((w) => w.test(t)))).toHaveLength(3)
})
