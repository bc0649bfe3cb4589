'use server'
import { actSigned } from '@/app/signed'
import { noteForOwnerForm, tickNoteForOwner } from '@/work/actions/noteForOwner'
import { keepReport, reportForm } from '@/work/actions/report'

export const tickNote = actSigned('trainer', noteForOwnerForm, tickNoteForOwner)

export const keep = actSigned('trainer', reportForm, keepReport)
