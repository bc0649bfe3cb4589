'use server'
import { actSigned } from '@/app/signed'
import {
  bowlForm,
  decidePlan,
  fedForm,
  feedDog,
  giveBowl,
  planForm,
  takeFoodBack,
  tenPiecesForm,
  untakeForm,
  weigh,
  weighOut,
  weighTenPieces,
  weightForm,
} from '@/work/do/food'

export const keepWeight = actSigned('hand', weightForm, weigh)
export const feedItSo = actSigned('trainer', planForm, decidePlan)
export const writeFed = actSigned('hand', fedForm, feedDog)
export const takeBackFood = actSigned('hand', untakeForm, takeFoodBack)
export const weighedOut = actSigned('hand', bowlForm, weighOut)
export const bowlGiven = actSigned('hand', bowlForm, giveBowl)
export const tenWeighed = actSigned('hand', tenPiecesForm, weighTenPieces)
