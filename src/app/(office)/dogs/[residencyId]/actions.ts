'use server'
import { actSigned } from '@/app/signed'
import { booksForm, putRight, swapForm, swapRuns } from '@/work/do/books'
import { correctSet, correctSetForm, voidForm, voidSet } from '@/work/do/correct'
import { moveCurriculum, moveForm } from '@/work/do/curriculum'
import { addNote, addTried, noteForm, triedForm } from '@/work/do/journal'

export const takeSetBack = actSigned('trainer', voidForm, voidSet)
export const putSetRight = actSigned('trainer', correctSetForm, correctSet)
export const putBooksRight = actSigned('trainer', booksForm, putRight)
export const changeRuns = actSigned('trainer', swapForm, swapRuns)
export const keepNote = actSigned('hand', noteForm, addNote)
export const logTried = actSigned('trainer', triedForm, addTried)
export const moveToVersion = actSigned('lead', moveForm, moveCurriculum)
