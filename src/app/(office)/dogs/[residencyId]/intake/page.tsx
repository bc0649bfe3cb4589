import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { z } from 'zod'
import { enter } from '@/app/auth'
import { Intake } from '@/screens/intake/Intake'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { loadIntake, loadPromising } from '@/work/page/intake'
import { keepIntakeStep, saveIntakeDraft } from './actions'
import type { ResidencyId } from '@/core/ids'

export const metadata: Metadata = { title: 'Intake' }

export default async function IntakePage({
  params,
  searchParams,
}: {
  params: Promise<{ residencyId: ResidencyId }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  await enter('trainer')
  const { residencyId } = await params
  const [db, now] = [kennelDatabase(), requestTime()]
  const view = loadIntake(db, residencyId, now)
  if (!view) notFound()
  const asked = z
    .object({ step: z.string().optional() })
    .catch({})
    .parse(await searchParams).step
  const stepId = asked ?? view.steps.find((s) => !s.kept)?.id ?? 'owner'
  return (
    <Intake
      view={view}
      stepId={stepId}
      promising={stepId === 'promises' ? loadPromising(db, residencyId, now) : undefined}
      keep={keepIntakeStep}
      saveDraft={saveIntakeDraft}
    />
  )
}
