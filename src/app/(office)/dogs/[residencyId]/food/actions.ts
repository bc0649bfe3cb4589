'use server'
import { actSigned } from '@/app/signed'
import { actOnDogForm, actOnFields } from '@/app/(office)/typed'
import {
  bowlForm,
  fedForm,
  feedDog,
  giveBowl,
  savePlan,
  takeFoodBack,
  tenPiecesForm,
  untakeForm,
  weigh,
  weighOut,
  weighTenPieces,
  weightForm,
} from '@/work/actions/food'

export const keepWeight = actOnFields('hand', weightForm, weigh)
export const keepPlan = actOnDogForm('trainer', savePlan)
export const writeFed = actOnFields('hand', fedForm, feedDog)
export const takeBackFood = actSigned('hand', untakeForm, takeFoodBack)
export const weighedOut = actSigned('hand', bowlForm, weighOut)
export const bowlGiven = actSigned('hand', bowlForm, giveBowl)
export const tenWeighed = actOnFields('hand', tenPiecesForm, weighTenPieces)
