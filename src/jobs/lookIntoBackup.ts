import { z } from 'zod'
import { backupNamed, lookBeside } from '@/work/context/backups'
import { job } from './job'

/** What lies in a backup of the house, by its name; or why it is none that can be gone back to. */
export const lookIntoBackup = job({
  input: z.object({ name: z.string() }),
  run: (db, { name }) => {
    const file = backupNamed(db, name)
    return file === undefined ? 'Backup not found.' : lookBeside(db, file)
  },
})
