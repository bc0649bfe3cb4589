'use server'
import { actSigned } from '@/app/signed'
import { giveVaccination, vaccinatedForm } from '@/work/actions/vaccinated'
import { cancelBooking, comingAfterAllForm, notComingForm, takeCancelingBack } from '@/work/actions/notComing'
import { pause, pauseForm, resume, resumeForm, saveStay } from '@/work/actions/stay'
import { actOnDogForm, actOnFields } from '../typed'

export const moveGoingHome = actOnDogForm('trainer', saveStay)
/** Whoever sees that a dog is not well may say so. */
export const stopWorking = actOnFields('hand', pauseForm, pause)
export const workAgain = actSigned('trainer', resumeForm, resume)
export const doesNotCome = actOnFields('trainer', notComingForm, cancelBooking, () => '/dogs')
export const comesAfterAll = actSigned('trainer', comingAfterAllForm, takeCancelingBack)
export const vaccinationGiven = actSigned('trainer', vaccinatedForm, giveVaccination)
