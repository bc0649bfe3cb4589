import { handle } from '@/app/auth'
import { curriculumJsonSchema } from '@/core/curriculum/schema'

/** What a curriculum file must look like. */
export const GET = handle('hand', () => {
  return new Response(`${JSON.stringify(curriculumJsonSchema(), null, 2)}\n`, {
    headers: {
      'content-type': 'application/schema+json; charset=utf-8',
      'content-disposition': 'attachment; filename="curriculum.schema.json"',
    },
  })
})
