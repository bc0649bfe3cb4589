'use server'
import { actSigned } from '@/app/signed'
import { changeHomework, homeworkForm, practiceForm, readBackPractice } from '@/work/actions/homework'

export const keepHomework = actSigned('trainer', homeworkForm, changeHomework)
export const readPracticeBack = actSigned('trainer', practiceForm, readBackPractice)
