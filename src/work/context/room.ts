import { statfsSync } from 'node:fs'
import { dirname } from 'node:path'
import type { Db } from '@/store/database'
import { databaseErrorText } from '@/store/databaseError'

const megabyte = 1024 * 1024
/**
 * Design choice: with so little room left a lead is told of it, some weeks of a busy kennel before the disk is full.
 */
const littleBytes = 200 * megabyte
/** Design choice: what is left of a disk that is full; the database writes in pieces of some kilobytes. */
const noneBytes = megabyte

/** Bytes that may still be written where the kennel’s file lies; any number of them where nobody can say. */
export function roomLeft({ name }: Pick<Db, 'name'>): number {
  try {
    const { bavail, bsize } = statfsSync(dirname(name))
    return bavail * bsize
  } catch {
    // A folder that went, or a file system that does not tell: no reason not to draw the wall.
    return Number.POSITIVE_INFINITY
  }
}

/** That the disk is full or soon will be; empty where it is neither. */
export function roomText(bytes: number): string {
  if (bytes < noneBytes) return databaseErrorText.full
  return bytes < littleBytes
    ? `The office machine’s disk has ${Math.floor(bytes / megabyte)} MB left. Make room before the disk is full.`
    : ''
}
