import { z } from 'zod'
import { switchForm, switchMethod as change } from '@/work/actions/method'
import { job } from './job'

/** Switches a setting of the house method: everyone here is folded again. */
export const switchMethod = job({
  input: z.object({ form: switchForm, now: z.number() }),
  run: (db, { form, now }, hooks) => change(db, form, now, hooks),
})
