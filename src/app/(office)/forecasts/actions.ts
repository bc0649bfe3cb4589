'use server'
import { actSigned } from '@/app/signed'
import { beginOn, learnedForm } from '@/work/do/learned'

export const begin = actSigned('lead', learnedForm, beginOn)
