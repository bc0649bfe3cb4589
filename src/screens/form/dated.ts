import { DateField } from '@/ui/DateField'
import { TimeField } from '@/ui/TimeField'

/** Fields for days and clock times, for forms that have any: they are half as heavy again as all others together. */
export const dated = { date: DateField, time: TimeField } as const
export type Dated = typeof dated
