import { handle } from '@/app/auth'
import { kennelDatabase } from '@/auth/door'
import { exportTable } from '@/work/actions/dogTable'

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
