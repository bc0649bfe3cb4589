'use server'
import { actSigned } from '@/app/signed'
import { calledForm, tickCall } from '@/work/do/called'

export const keepCall = actSigned('trainer', calledForm, tickCall)
