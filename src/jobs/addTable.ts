import { z } from 'zod'
import { importDogs, importForm } from '@/work/actions/importDogs'
import { job } from './job'

/** Adds the dogs of a table, one after the other. */
export const addTable = job({
  input: z.object({ form: importForm, now: z.number() }),
  run: (db, { form, now }, hooks) => importDogs(db, form, now, hooks),
})
