'use server'
import { actSigned } from '@/app/signed'
import { kennelDatabase } from '@/auth/door'
import { givePackage, givingForm, keepPackage } from '@/work/actions/packages'
import { requestTime } from '@/work/base/clock'
import { actOnForm } from '../typed'

export const give = actSigned('lead', givingForm, givePackage)

export const keepPromises = actOnForm('lead', (who, form) => keepPackage(kennelDatabase(), form, who.id, requestTime()))
