'use server'
import { actSigned } from '@/app/signed'
import { calledForm, tickCall } from '@/work/actions/called'
import { dealFew, dealingForm } from '@/work/actions/dealing'

export const keepCall = actSigned('trainer', calledForm, tickCall)

/** How blocks are dealt where there are fewer than dogs. */
export const keepDealing = actSigned('lead', dealingForm, dealFew)
