'use server'
import { actSigned } from '@/app/signed'
import { changeStay, pause, pauseForm, resume, resumeForm, stayForm } from '@/work/do/stay'

export const moveGoingHome = actSigned('trainer', stayForm, changeStay)
/** Whoever sees that a dog is not well may say so. */
export const stopWorking = actSigned('hand', pauseForm, pause)
export const workAgain = actSigned('trainer', resumeForm, resume)
