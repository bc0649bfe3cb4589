'use server'
import { gripForm, recordGrip } from '@/work/actions/grip'
import { actSigned } from '@/app/signed'

export const gripSaid = actSigned('hand', gripForm, recordGrip)
