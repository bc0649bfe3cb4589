'use server'
import { actSigned, actTelling } from '@/app/signed'
import { actOnDogForm, actOnFields } from '@/app/(office)/typed'
import { skipBaseline, skipForm } from '@/work/actions/baseline'
import { saveBooks, swapForm, swapRuns } from '@/work/actions/books'
import { correctSet, correctSetForm, voidForm, voidSet } from '@/work/actions/correct'
import { moveCurriculum, moveForm } from '@/work/actions/curriculum'
import { addNote, addTried, noteForm, triedForm } from '@/work/actions/journal'

export const takeSetBack = actTelling('trainer', voidForm, voidSet, ({ moved }) => ({ moved }))
export const putSetRight = actTelling('trainer', correctSetForm, correctSet, ({ moved }) => ({ moved }))
export const putBooksRight = actOnDogForm('trainer', saveBooks)
export const changeRuns = actOnFields('trainer', swapForm, swapRuns)
export const keepNote = actSigned('hand', noteForm, addNote)
export const logTried = actSigned('trainer', triedForm, addTried)
export const moveToVersion = actSigned('lead', moveForm, moveCurriculum)
export const doWithoutBaseline = actSigned('trainer', skipForm, skipBaseline)
