'use server'
import { actSigned } from '@/app/signed'
import { changeScript, scriptForm } from '@/work/actions/demonstration'

export const keepScript = actSigned('lead', scriptForm, changeScript)
