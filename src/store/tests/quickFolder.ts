import { accessSync, constants, statfsSync } from 'node:fs'
import { tmpdir } from 'node:os'

/** Design choice: what all tests write at once is less than half of it. */
const roomBytes = 4 * 1024 ** 3

/**
 * A folder in memory where there is one with room, else the usual one for what is temporary. Every fact is brought to
 * the disk before it is acknowledged, forty times as slow on a disk as in memory. What tests kill is processes, and
 * never a machine.
 */
export function quickFolder(memory = '/dev/shm', room = roomBytes): string {
  try {
    accessSync(memory, constants.W_OK)
    const { bavail, bsize } = statfsSync(memory)
    return bavail * bsize >= room ? memory : tmpdir()
  } catch {
    return tmpdir()
  }
}
