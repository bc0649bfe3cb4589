import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import ts from 'typescript'

// Figures of the code by folder: lines, and how long its functions are. Prints, never fails.

/** Lines of every function of a file that has a body, from its head to its end. */
function functionsOf(file, text) {
  const kind = file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, false, kind)
  const found = []
  const lineAt = (at) => source.getLineAndCharacterOfPosition(at).line
  const visit = (node) => {
    if (ts.isFunctionLike(node) && 'body' in node && node.body !== undefined)
      found.push({
        file,
        line: lineAt(node.getStart(source)) + 1,
        lines: lineAt(node.end) - lineAt(node.getStart(source)) + 1,
      })
    ts.forEachChild(node, visit)
  }
  visit(source)
  return found
}

const files = execFileSync('git', ['ls-files', 'src', 'e2e', 'scripts', 'bench', 'soak'], { encoding: 'utf8' })
  .split('\n')
  .filter((file) => /\.(tsx?|mjs)$/.test(file))
const isTest = (file) => /\.test\.tsx?$|\/tests\/|^e2e\//.test(file)
const folderOf = (file) =>
  file
    .split('/')
    .slice(0, file.startsWith('src/') ? 2 : 1)
    .join('/')

const folders = new Map()
for (const file of files) {
  const text = readFileSync(file, 'utf8')
  const of = folders.get(folderOf(file)) ?? { lines: 0, tests: 0, functions: [] }
  const lines = text.split('\n').length - 1
  folders.set(folderOf(file), of)
  if (isTest(file)) of.tests += lines
  else {
    of.lines += lines
    of.functions.push(...functionsOf(file, text))
  }
}

const percentile = (all, share) =>
  all.sort((a, b) => a - b)[Math.min(all.length - 1, Math.floor(all.length * share))] ?? 0
process.stdout.write('folder, lines, lines of tests; functions: how many, nine in ten up to lines, longest\n')
for (const [folder, { lines, tests, functions }] of [...folders].sort(([a], [b]) => a.localeCompare(b))) {
  const lengths = functions.map((f) => f.lines)
  const longest = functions.reduce((a, b) => (b.lines > a.lines ? b : a), { file: '', line: 0, lines: 0 })
  process.stdout.write(
    `${folder}: ${lines}, ${tests}; ${functions.length}, ${percentile(lengths, 0.9)}, ` +
      `${longest.lines} (${longest.file}:${longest.line})\n`,
  )
}
const all = [...folders.values()]
const [code, tests] = [all.reduce((n, f) => n + f.lines, 0), all.reduce((n, f) => n + f.tests, 0)]
process.stdout.write(
  `all: ${code} lines, ${tests} of tests, which are ${((100 * tests) / (code + tests)).toFixed(0)}%\n`,
)
const long = [...folders.get('src/screens').functions].filter((f) => f.lines > 120)
process.stdout.write(`functions over 120 lines in screens: ${long.length}\n`)
for (const f of long.sort((a, b) => b.lines - a.lines)) process.stdout.write(`  ${f.lines} ${f.file}:${f.line}\n`)
