import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync, readFileSync } from 'node:fs'

/** The processes of a server, as the machine tells of them (Linux). */

/** The processes that a process started, in their order. */
export const childrenOf = (pid: number): readonly number[] =>
  spawnSync('pgrep', ['-P', String(pid)], { encoding: 'utf8' })
    .stdout.split('\n')
    .filter((line) => line !== '')
    .map(Number)

/** The processes that were started to serve this database file. */
export const processesOver = (file: string): readonly number[] =>
  readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(Number)
    .filter((pid) => {
      try {
        return (
          pid !== process.pid && readFileSync(`/proc/${pid}/environ`, 'utf8').split('\0').includes(`KIBOU_DB=${file}`)
        )
      } catch {
        // It went a moment ago, or is another person's.
        return false
      }
    })

/** What a process holds in memory, MB; 0 for one that is gone. */
export function megabytesOf(pid: number): number {
  const status = `/proc/${pid}/status`
  if (!existsSync(status)) return 0
  return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(status, 'utf8'))?.[1] ?? 0) / 1024
}
