'use server'
import { actSigned } from '@/app/signed'
import { bookletForm, giveBooklet } from '@/work/actions/booklet'
import { outcomeForm, recordOutcome } from '@/work/actions/handoff'

export const recordHandoffOutcome = actSigned('trainer', outcomeForm, recordOutcome)
export const keepBookletGiven = actSigned('trainer', bookletForm, giveBooklet)
