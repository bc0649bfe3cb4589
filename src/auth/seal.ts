import { sealData, unsealData } from 'iron-session'
import { z } from 'zod'
import type { Db } from '@/store/database'
import type { Person } from '@/store/kennel'
import { readSecret } from '@/store/signingIn'
import { personOf } from '@/work/actions/signIn'
import type { EpochMs } from '@/core/epochMs'

/** The cookie that names a sign-in, sealed by the house's secret. */
export const cookieName = 'kibou'
/** A cookie older than this is no longer read, whatever it holds. */
export const longestSeconds = 30 * 86_400

/** The cookie by which a device shows that it is the one it was: given at its first sign-in, and kept. */
export const deviceCookie = 'kibou-device'
/** Browsers keep no cookie longer. */
export const deviceSeconds = 400 * 86_400

const sealed = z.object({ id: z.uuid() })
const sealedDevice = z.object({ device: z.uuid() })

/** What the cookie of a device holds that was named so. */
export const deviceSealOf = (db: Db, device: string): Promise<string> =>
  sealData({ device }, { password: readSecret(db), ttl: deviceSeconds })

/** What a device was named by this house; undefined for one that was not. */
export async function deviceIn(db: Db, cookie: string | undefined): Promise<string | undefined> {
  if (cookie === undefined) return undefined
  try {
    const unsealed = await unsealData(cookie, { password: readSecret(db), ttl: deviceSeconds })
    return sealedDevice.safeParse(unsealed).data?.device
  } catch {
    return undefined
  }
}

/** What the cookie of this sign-in holds. */
export const sealOf = (db: Db, id: string): Promise<string> =>
  sealData({ id }, { password: readSecret(db), ttl: longestSeconds })

/** The id of the sign-in named by a cookie; undefined for none, a forged or an old one. */
export async function opened(db: Db, cookie: string | undefined): Promise<string | undefined> {
  if (cookie === undefined) return undefined
  try {
    return sealed.safeParse(await unsealData(cookie, { password: readSecret(db), ttl: longestSeconds })).data?.id
  } catch {
    // Whatever cannot even be read is no cookie of ours.
    return undefined
  }
}

/** Who is signed in by this cookie at this moment, ms; undefined for nobody. */
export async function whoIs(db: Db, cookie: string | undefined, now: EpochMs): Promise<Person | undefined> {
  const id = await opened(db, cookie)
  return id === undefined ? undefined : personOf(db, id, now)
}
