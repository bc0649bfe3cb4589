'use server'
import { actSigned } from '@/app/signed'
import { calledForm, tickCall } from '@/work/do/called'
import { dealFew, dealingForm } from '@/work/do/dealing'

export const keepCall = actSigned('trainer', calledForm, tickCall)

/** How blocks are dealt where there are fewer than dogs. */
export const keepDealing = actSigned('lead', dealingForm, dealFew)
