import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** The demonstration kennel that every test copies: made once, in the folder that a run of all tests has for itself. */
export const baseKennel = (): string => join(tmpdir(), 'base.db')
