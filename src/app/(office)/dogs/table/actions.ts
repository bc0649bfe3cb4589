'use server'
import { importTable } from '@/work/do/table'
import { actOnTable } from '../../tableAction'

export const readTable = actOnTable(importTable)
