import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { z } from 'zod'
import { enter } from '@/app/auth'
import { Handbook } from '@/screens/curriculum/Handbook'
import { kennelDatabase, readHouse } from '@/auth/door'
import { restore } from './edit/actions'
import { loadCurriculum } from '@/work/page/curriculum'

export const metadata: Metadata = { title: 'Curriculum' }
const query = z.object({ id: z.string().max(80), version: z.coerce.number().int().min(1) })

export default async function CurriculumPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  await enter()
  const db = kennelDatabase()
  const asked = query.safeParse(await searchParams)
  const page = loadCurriculum(db, asked.success ? asked.data : undefined)
  if (!page) notFound()
  return <Handbook page={page} timeZone={readHouse(db).timeZone} restore={restore} />
}
