import { z } from 'zod'
import { anotherForm, mayTakeAnother } from '@/work/actions/another'
import { job } from './job'

/** Whether there is room for another dog: plays it through, with every start of the next weeks. */
export const anotherDog = job({
  input: z.object({ form: anotherForm, now: z.number() }),
  run: (db, { form, now }, hooks) => mayTakeAnother(db, form, now, hooks),
})
