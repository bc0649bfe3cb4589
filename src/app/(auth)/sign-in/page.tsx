import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { z } from 'zod'
import { roles } from '@/core/people/roles'
import { demoPasscode } from '@/demo/passcode'
import { isLockedWall } from '@/app/auth'
import { SignIn } from '@/screens/signIn/SignIn'
import { kennelDatabase } from '@/auth/door'
import { loadDoor } from '@/work/page/signIn'
import { requestTime } from '@/work/base/clock'

export const metadata: Metadata = { title: 'Sign in' }

/** Only a path of our own: two slashes or a backslash would lead elsewhere. */
const query = z.object({
  to: z
    .string()
    .max(400)
    .regex(/^\/(?![/\\])/)
    .catch('/'),
  for: z.enum(roles).optional().catch(undefined),
})

/** Open to everybody. */
export default async function SignInPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const { to, for: least } = query.parse(await searchParams)
  const door = loadDoor(kennelDatabase(), requestTime())
  if (door.empty) redirect('/set-up')
  return (
    <SignIn
      kennel={door.kennel}
      people={door.people}
      demoPasscode={door.isDemo ? demoPasscode : undefined}
      to={to}
      least={least}
      showsWall={await isLockedWall()}
    />
  )
}
