import { handle } from '@/app/auth'
import { kennelDatabase } from '@/auth/door'
import { learnedFile } from '@/work/page/forecasts'

/** What this kennel learned of rungs, for another kennel to begin on: docs/learned-rates.md says what stands in it. */
export const GET = handle(
  'lead',
  () =>
    new Response(`${JSON.stringify(learnedFile(kennelDatabase()), null, 2)}\n`, {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': 'attachment; filename="kibou-learned-rates.json"',
      },
    }),
)
