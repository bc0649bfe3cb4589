'use client'
import type { FieldSpec } from '@/core/form'
import type { ResidencyId } from '@/core/ids'
import { SpecForm } from '../form/SpecForm'
import type { FormAction } from '../form/state'

/** Says why a dog’s training is paused, and what was seen. */
export const PauseForm = ({
  residencyId,
  fields,
  action,
}: {
  residencyId: ResidencyId
  fields: readonly FieldSpec[]
  action: FormAction
}) => (
  <SpecForm
    key={residencyId}
    action={action}
    fields={fields}
    values={{}}
    hidden={{ residencyId }}
    submit="Pause training"
    isMain={false}
  />
)
