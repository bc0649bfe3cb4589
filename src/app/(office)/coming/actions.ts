'use server'
import { actSigned } from '@/app/signed'
import { changeStay, pause, pauseForm, resume, resumeForm, stayForm } from '@/work/do/stay'

export const moveGoingHome = actSigned('trainer', stayForm, changeStay)
export const stopWorking = actSigned('trainer', pauseForm, pause)
export const workAgain = actSigned('trainer', resumeForm, resume)
