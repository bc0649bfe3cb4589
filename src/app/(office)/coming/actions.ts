'use server'
import { actSigned } from '@/app/signed'
import { giveVaccination, vaccinatedForm } from '@/work/do/vaccinated'
import { cancelBooking, comingAfterAllForm, notComingForm, takeCancelingBack } from '@/work/do/notComing'
import { changeStay, pause, pauseForm, resume, resumeForm, stayForm } from '@/work/do/stay'

export const moveGoingHome = actSigned('trainer', stayForm, changeStay)
/** Whoever sees that a dog is not well may say so. */
export const stopWorking = actSigned('hand', pauseForm, pause)
export const workAgain = actSigned('trainer', resumeForm, resume)
export const doesNotCome = actSigned('trainer', notComingForm, cancelBooking)
export const comesAfterAll = actSigned('trainer', comingAfterAllForm, takeCancelingBack)
export const vaccinationGiven = actSigned('trainer', vaccinatedForm, giveVaccination)
