import { readKennel } from '@/store/kennel'
import { kennelDatabase } from '@/store/connection'

/** Open to everybody: answers once the database is open, and says nothing of the kennel. */
export function GET() {
  readKennel(kennelDatabase())
  return Response.json({ running: true })
}
