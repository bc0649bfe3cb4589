'use server'
import { actSigned } from '@/app/signed'
import { changeHomework, homeworkForm, practiceForm, readBackPractice } from '@/work/do/homework'

export const keepHomework = actSigned('trainer', homeworkForm, changeHomework)
export const readPracticeBack = actSigned('trainer', practiceForm, readBackPractice)
