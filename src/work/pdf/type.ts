import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import PDFDocument from 'pdfkit'
import { z } from 'zod'
import type { HouseWays } from '@/core/measures'
import { letterSheets, sheetNames, type Paper, type Sheet } from '@/core/paper'
import { sfntOf } from './sfnt'

/**
 * The shipped faces as WOFF; each comes in files of a part of its letters. The second one has the wider coverage and
 * takes over where the first has no letter.
 */
const faces = {
  text: ['atkinson-hyperlegible-next', 400],
  bold: ['atkinson-hyperlegible-next', 700],
  head: ['hepta-slab', 700],
} as const

const second = 'noto-sans'

/** What of a house’s ways its papers depend on. */
export type PaperWays = Pick<HouseWays, 'paper' | 'dates'>

type Face = keyof typeof faces

const folder = (family: string): string => join(process.cwd(), 'node_modules/@fontsource', family)

const fileOf = (family: string, part: string, weight: number): string =>
  join(folder(family), 'files', `${family}-${part}-${weight}-normal.woff`)

export type Doc = InstanceType<typeof PDFDocument>

interface Part {
  readonly name: string
  readonly has: (point: number) => boolean
}

/** Which code points each file of a family holds, as its package says. */
function partsOf(family: string): readonly Part[] {
  const listed = z
    .record(z.string(), z.string())
    .parse(JSON.parse(readFileSync(join(folder(family), 'unicode.json'), 'utf8')))
  return Object.entries(listed).map(([name, ranges]) => {
    const spans = ranges.split(',').map((r) => {
      const [from = '', to = from] = r.replace('U+', '').split('-')
      return [Number.parseInt(from, 16), Number.parseInt(to, 16)] as const
    })
    return { name, has: (point) => spans.some(([from, to]) => point >= from && point <= to) }
  })
}

const firstParts = ['latin', 'latin-ext'].flatMap((name) => partsOf(faces.text[0]).find((p) => p.name === name) ?? [])

const secondParts = partsOf(second)

/** The file of each face and part, by the name that a document knows it by. */
const files: ReadonlyMap<string, string> = new Map(
  Object.entries(faces).flatMap(([face, [family, weight]]) => [
    ...firstParts.map((p): [string, string] => [`${face} ${p.name}`, fileOf(family, p.name, weight)]),
    ...secondParts.map((p): [string, string] => [`${face} second ${p.name}`, fileOf(second, p.name, weight)]),
  ]),
)

/** Fonts that were asked for, unpacked: some hundred kilobytes each, and a house’s papers need few of them. */
const unpacked = new Map<string, Buffer>()

/** The document goes on in this face, `text latin`. */
export function setFace(doc: Doc, name: string): Doc {
  const file = files.get(name)
  if (file === undefined) throw new Error(`there is no face ${name}`)
  let font = unpacked.get(file)
  if (!font) unpacked.set(file, (font = sfntOf(readFileSync(file))))
  doc.registerFont(name, font)
  return doc.font(name)
}

/** Letters of a document that no face has. */
const missing = new WeakMap<Doc, Set<string>>()

/** An empty document with its faces, on a sheet of the house's paper. */
export function begin(
  sheet: Sheet,
  title: string,
  paper: Paper = 'A',
): { readonly doc: Doc; readonly done: Promise<Buffer> } {
  const doc = new PDFDocument({
    size: paper === 'A' ? sheetNames.A[sheet] : [...letterSheets[sheet]],
    margin: sheet === 'card' ? 16 : sheet === 'half' ? 24 : 36,
    info: { Title: title, Creator: 'Kibou' },
    autoFirstPage: true,
    lang: 'en',
  })
  missing.set(doc, new Set())
  const parts: Buffer[] = []
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (part: Buffer) => parts.push(part))
    doc.on('end', () => resolve(Buffer.concat(parts)))
    doc.on('error', reject)
  })
  return { doc, done }
}

/** Ends a document; letters that it could not draw are said at its foot, to be written by hand. */
export function end(doc: Doc): void {
  const letters = [...(missing.get(doc) ?? [])]
  if (letters.length > 0) {
    doc.page.margins.bottom = 0
    setFace(doc, 'bold latin')
      .fillColor(quiet)
      .fontSize(7)
      .text(
        `${blank} stands for ${letters.length === 1 ? 'a letter' : `${letters.length} letters`} that no face ` +
          `here can draw: write ${letters.length === 1 ? 'it' : 'them'} by hand.`,
        doc.page.margins.left,
        doc.page.height - 14,
        { lineBreak: false },
      )
  }
  doc.end()
}

/** Stands where no face has a letter. */
const blank = '_'

/** The file in which a letter is found; undefined when none has it. */
function fileFor(c: string): string | undefined {
  const point = c.codePointAt(0) ?? 0
  const own = firstParts.find((p) => p.has(point))
  const other = own ? undefined : secondParts.find((p) => p.has(point))
  return own?.name ?? (other && `second ${other.name}`)
}

interface At {
  readonly x: number
  readonly y: number
  readonly width: number
}

/** Text that may mix scripts; returns where the next line begins. */
export function write(doc: Doc, text: string, face: Face, size: number, at: At, color = '#10302a'): number {
  const runs = [...text].reduce<{ file: string; text: string }[]>((all, c) => {
    const last = all.at(-1)
    const found = c === ' ' && last ? last.file : fileFor(c)
    if (found === undefined && !/\p{M}/u.test(c)) missing.get(doc)?.add(c)
    const [file, drawn] = found === undefined ? ['latin', blank] : [found, c]
    if (last?.file === file) last.text += drawn
    else all.push({ file, text: drawn })
    return all
  }, [])
  doc.fillColor(color).fontSize(size)
  runs.forEach((run, i) => {
    setFace(doc, `${face} ${run.file}`)
    const options = { width: at.width, continued: i < runs.length - 1 }
    if (i === 0) doc.text(run.text, at.x, at.y, options)
    else doc.text(run.text, options)
  })
  return runs.length === 0 ? at.y : doc.y
}

export const quiet = '#3d5851'
