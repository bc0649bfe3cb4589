import { readFile } from 'node:fs/promises'
import { parse } from 'cookie'
import { unsealData } from 'iron-session'

/**
 * Whether a cookie was given out by this house: its seal is looked into, not whether the sign-in it names still holds,
 * which is the door's to say. `file` tells which database, beside which the key lies.
 */
export const sealedBy = (file) => async (headers) => {
  const { kibou } = parse(headers.cookie ?? '')
  if (kibou === undefined) return false
  try {
    const password = (await readFile(`${file()}.key`, 'utf8')).trim()
    const { id } = await unsealData(kibou, { password })
    return typeof id === 'string'
  } catch {
    // No key yet, or nothing that was ever sealed.
    return false
  }
}
