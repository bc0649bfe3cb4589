import { notFound } from 'next/navigation'
import { enter } from '@/app/door'
import { MoveVersion } from '@/screens/resident/MoveVersion'
import { newest } from '@/core/progress/regime'
import { findCurriculum, listCurricula } from '@/store/curricula'
import { kennelDatabase } from '@/store/connection'
import { findResident } from '@/store/residents'
import { requestTime } from '@/work/scene/clock'
import { previewMove } from '@/work/do/curriculum'
import { regimesFor } from '@/work/scene/regimes'
import { moveToVersion } from '../actions'

export default async function VersionPage({ params }: { params: Promise<{ residencyId: string }> }) {
  await enter('lead')
  const { residencyId } = await params
  const db = kennelDatabase()
  const resident = findResident(db, residencyId)
  if (!resident) notFound()
  const current = newest(regimesFor(db, residencyId, requestTime())).curriculum
  const others = listCurricula(db)
    .filter((v) => v.id !== current.id || v.version !== current.version)
    .slice(0, 12)
  const choices = others.map((v) => ({
    id: v.id,
    version: v.version,
    name: findCurriculum(db, v)?.name ?? v.id,
    ...(previewMove(db, residencyId, v, requestTime()) ?? { changes: [], kept: 0, anew: [] }),
  }))
  return (
    <MoveVersion
      dog={resident.name}
      residencyId={residencyId}
      current={`${current.name}, version ${current.version}`}
      choices={choices}
      move={moveToVersion}
    />
  )
}
