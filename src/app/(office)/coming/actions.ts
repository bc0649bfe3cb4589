'use server'
import { actSigned } from '@/app/signed'
import { changeStay, stayForm } from '@/work/stay'

export const moveGoingHome = actSigned('trainer', stayForm, changeStay)
