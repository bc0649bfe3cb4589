import { reportChange } from '@/core/views/weekReport'
import { versionsIn } from './versions'

/** What people made of the weekly reports of a residency. */
export const reportChanges = versionsIn('report_change', reportChange)
