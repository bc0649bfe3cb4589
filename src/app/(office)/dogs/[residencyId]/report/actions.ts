'use server'
import { actSigned } from '@/app/signed'
import { noteForOwnerForm, tickNoteForOwner } from '@/work/do/noteForOwner'
import { keepReport, reportForm } from '@/work/do/report'

export const tickNote = actSigned('trainer', noteForOwnerForm, tickNoteForOwner)

export const keep = actSigned('trainer', reportForm, keepReport)
