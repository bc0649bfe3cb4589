'use server'
import { actSigned, actTelling } from '@/app/signed'
import { skipBaseline, skipForm } from '@/work/do/baseline'
import { booksForm, putRight, swapForm, swapRuns } from '@/work/do/books'
import { correctSet, correctSetForm, voidForm, voidSet } from '@/work/do/correct'
import { moveCurriculum, moveForm } from '@/work/do/curriculum'
import { addNote, addTried, noteForm, triedForm } from '@/work/do/journal'

export const takeSetBack = actTelling('trainer', voidForm, voidSet, ({ moved }) => ({ moved }))
export const putSetRight = actTelling('trainer', correctSetForm, correctSet, ({ moved }) => ({ moved }))
export const putBooksRight = actSigned('trainer', booksForm, putRight)
export const changeRuns = actSigned('trainer', swapForm, swapRuns)
export const keepNote = actSigned('hand', noteForm, addNote)
export const logTried = actSigned('trainer', triedForm, addTried)
export const moveToVersion = actSigned('lead', moveForm, moveCurriculum)
export const doWithoutBaseline = actSigned('trainer', skipForm, skipBaseline)
