import { fileName } from '@/work/pdf/pdf'

/** A PDF to look at in the browser, under a name of its own. */
export const pdf = (bytes: Buffer, name: string): Response =>
  new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${fileName(name)}"`,
      'cache-control': 'no-store',
    },
  })
