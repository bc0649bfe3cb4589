import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { Editor } from '@/screens/curriculum/Editor'
import { kennelDatabase } from '@/auth/door'
import { loadDraft } from '@/work/page/curriculum'
import { discard, publish, save } from './actions'

export const metadata: Metadata = { title: 'Curriculum draft' }

export default async function EditPage() {
  await enter('lead')
  return <Editor page={loadDraft(kennelDatabase())} actions={{ save, publish, discard }} />
}
