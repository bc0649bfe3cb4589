import { handle } from '@/app/door'
import { kennelDatabase } from '@/store/connection'
import { exportTable } from '@/work/do/dogTable'

export const GET = handle(
  'trainer',
  () =>
    new Response(exportTable(kennelDatabase()), {
      headers: {
        'content-type': 'text/csv; charset=utf-8; header=present',
        'content-disposition': 'attachment; filename="dogs-and-owners.csv"',
      },
    }),
)
