'use server'
import { actSigned } from '@/app/signed'
import {
  allStartsForm,
  baselineRepForm,
  baselineUndoForm,
  keepBaselineRep,
  startForm,
  takeProposed,
  takeStart,
  undoBaselineRep,
} from '@/work/actions/baseline'

export const keepRep = actSigned('trainer', baselineRepForm, keepBaselineRep)
export const undoRep = actSigned('trainer', baselineUndoForm, undoBaselineRep)
export const beginAt = actSigned('trainer', startForm, takeStart)
export const beginAll = actSigned('trainer', allStartsForm, takeProposed)
