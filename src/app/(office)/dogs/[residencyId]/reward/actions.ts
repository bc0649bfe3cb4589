'use server'
import { actSigned } from '@/app/signed'
import {
  choiceForm,
  keepChoice,
  keepTaste,
  reserve,
  reserveForm,
  rewardUndoForm,
  tasteForm,
  toysForm,
  undoReward,
  worksForToys,
} from '@/work/actions/reward'

export const tasted = actSigned('trainer', tasteForm, keepTaste)
export const chose = actSigned('trainer', choiceForm, keepChoice)
export const takeAnswerBack = actSigned('trainer', rewardUndoForm, undoReward)
export const reserveToy = actSigned('trainer', reserveForm, reserve)
export const forToys = actSigned('trainer', toysForm, worksForToys)
