'use client'
import styled from 'styled-components'
import { Disclosed } from '@/ui/Disclosed'
import { Fault } from '@/ui/fieldParts'
import { Quiet } from '@/ui/press'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { phone } from '@/ui/theme'
import type { DogFrame } from '@/work/page/dogFrame'
import type { FormAction } from '../form/state'
import type { Told } from '../told'
import { useAction } from '../useAction'
import { PauseForm } from './PauseForm'
import type { ResidencyId } from '@/core/ids'

type Send = (raw: unknown) => Promise<Told>

/** On every page of a dog that is not worked: why, and one tap to end it. */
export function PausedBar({
  residencyId,
  because,
  resume,
}: {
  residencyId: ResidencyId
  because: string
  resume: Send | undefined
}) {
  const { send, wrong, pending } = useAction()
  return (
    <Bar>
      <NeedsPerson>
        {because}{' '}
        {resume && (
          <Quiet isPending={pending} onPress={() => send(() => resume({ residencyId }))}>
            Resume training
          </Quiet>
        )}
        {wrong !== '' && <Fault>{wrong}</Fault>}
      </NeedsPerson>
    </Bar>
  )
}

/** At the foot of every page of a dog: whoever sees that it is not well may stop its work, a hand too. */
export const StopWorking = ({ frame, pause }: { frame: DogFrame; pause: FormAction }) => (
  <Foot>
    <Disclosed says={`Pause ${frame.name}’s training`}>
      <PauseForm residencyId={frame.residencyId} fields={frame.pauseFields} action={pause} />
    </Disclosed>
  </Foot>
)

const Bar = styled.div`
  padding: 0.6rem 1.5rem 0;
  max-width: var(--page);
  margin: 0 auto;
  ${phone} {
    padding: 0.6rem 0.9rem 0;
  }
`
const Foot = styled.div`
  padding: 0 1.5rem 2rem;
  max-width: var(--page);
  margin: 0 auto;
  ${phone} {
    padding: 0 0.9rem 5rem;
  }
  @media print {
    display: none;
  }
`
