'use server'
import { actSigned } from '@/app/signed'
import { keepReport, reportForm } from '@/work/do/report'

export const keep = actSigned('trainer', reportForm, keepReport)
