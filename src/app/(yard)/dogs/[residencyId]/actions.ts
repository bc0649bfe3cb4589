'use server'
import { gripForm, sayGrip } from '@/work/do/grip'
import { actSigned } from '@/app/signed'

export const gripSaid = actSigned('hand', gripForm, sayGrip)
