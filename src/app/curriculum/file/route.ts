import { z } from 'zod'
import { handle } from '@/app/auth'
import { toFile } from '@/core/curriculum/read'
import { kennelDatabase } from '@/auth/door'
import { loadCurriculum } from '@/work/page/curriculum'

const query = z.object({ id: z.string().max(80), version: z.coerce.number().int().min(1) })

/** One version of the curriculum as its file. */
export const GET = handle('hand', (request: Request) => {
  const asked = query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  const page = asked.success ? loadCurriculum(kennelDatabase(), asked.data) : undefined
  if (!page) return new Response('Version not found.', { status: 404 })
  const { curriculum } = page
  return new Response(`${JSON.stringify(toFile(curriculum), null, 2)}\n`, {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="curriculum-${curriculum.id}-${curriculum.version}.json"`,
    },
  })
})
