import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'

/** All text of a PDF, page by page, as a PDF library reads it. */
export async function readPdf(pdf: Buffer): Promise<{ pages: string[]; width: number }> {
  const doc = await getDocument({
    data: new Uint8Array(pdf),
    useSystemFonts: false,
    disableFontFace: true,
    verbosity: 0,
  }).promise
  const pages: string[] = []
  let width = 0
  for (let i = 1; i <= doc.numPages; i++) {
    const page = await doc.getPage(i)
    width = page.getViewport({ scale: 1 }).width
    pages.push(
      (await page.getTextContent()).items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' ')
        .replace(/\s+/g, ' '),
    )
  }
  return { pages, width }
}

/** The text of each page of a PDF. */
export const pagesOf = async (pdf: Buffer): Promise<readonly string[]> => (await readPdf(pdf)).pages
