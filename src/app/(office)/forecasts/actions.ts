'use server'
import { actSigned } from '@/app/signed'
import { beginOn, learnedForm } from '@/work/actions/learned'

export const begin = actSigned('lead', learnedForm, beginOn)
