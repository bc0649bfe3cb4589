'use server'
import { actTelling } from '@/app/signed'
import { importPastSets, keepPastSets, pastSetsForm } from '@/work/do/pastSets'
import { actOnTable } from '../tableAction'

/** A sheet of a day that is past. */
export const keepPastPaper = actTelling('hand', pastSetsForm, keepPastSets, ({ kept, known }) => ({ kept, known }))

export const readPastTable = actOnTable(importPastSets)
