'use server'
import { actSigned } from '@/app/signed'
import { outcomeForm, sayOutcome } from '@/work/do/handoff'

export const sayHandoffOutcome = actSigned('trainer', outcomeForm, sayOutcome)
