import { kennelDatabase, readHouse } from '@/auth/door'

/** Open to everybody: answers once the database is open, and says nothing of the kennel. */
export function GET() {
  readHouse(kennelDatabase())
  return Response.json({ running: true })
}
