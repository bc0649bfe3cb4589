'use client'
import type { FieldSpec } from '@/core/form'
import type { ResidencyId } from '@/core/ids'
import { stayTyped } from '@/core/intake/stay'
import { dated } from './form/dated'
import { SpecForm } from './form/SpecForm'
import type { FormAction } from './form/state'
import { useJustKept } from './form/useJustKept'

/** A stay made longer or shorter, or ended today, with why. */
export function StayForm({
  stay,
  fields,
  action,
}: {
  stay: { readonly residencyId: ResidencyId; readonly leavesOn: string }
  fields: readonly FieldSpec[]
  action: FormAction
}) {
  const [keep, justKept] = useJustKept(action)
  return (
    <SpecForm
      key={`${stay.residencyId} ${stay.leavesOn}`}
      action={keep}
      justKept={justKept}
      dated={dated}
      fields={fields}
      values={stayTyped(stay)}
      hidden={{ residencyId: stay.residencyId }}
      submit="Change the stay"
      isMain={false}
    />
  )
}
