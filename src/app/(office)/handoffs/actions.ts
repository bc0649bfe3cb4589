'use server'
import { actSigned } from '@/app/signed'
import { bookletForm, giveBooklet } from '@/work/do/booklet'
import { outcomeForm, sayOutcome } from '@/work/do/handoff'

export const sayHandoffOutcome = actSigned('trainer', outcomeForm, sayOutcome)
export const keepBookletGiven = actSigned('trainer', bookletForm, giveBooklet)
