import { readKennel } from '@/store/kennel'
import { kennelDatabase } from '@/store/connection'

/** Answers once the database is open; the launcher waits for it. */
export function GET() {
  return Response.json({ kennel: readKennel(kennelDatabase()).name })
}
